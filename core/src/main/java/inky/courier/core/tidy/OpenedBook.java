package inky.courier.core.tidy;

import inky.courier.core.page.PageRaster;
import java.util.List;

/** An opened book lying on the glass, cut at its fold into two pages. */
public final class OpenedBook {
    private OpenedBook() {}

    /**
     * @param rightToLeft whether the book is read from its right page on
     * @return the two pages in reading order; the page itself when it is higher than wide and so no opened book
     */
    public static List<PageRaster> pages(PageRaster scan, boolean rightToLeft) {
        if (scan.width() <= scan.height()) {
            return List.of(scan);
        }
        int fold = fold(scan);
        PageRaster left = Resample.part(scan, 0, 0, fold, scan.height());
        PageRaster right = Resample.part(scan, fold, 0, scan.width() - fold, scan.height());
        return rightToLeft ? List.of(right, left) : List.of(left, right);
    }

    /** The column of the fold: the shadow's deepest place near the middle, or the middle of the widest white there. */
    static int fold(PageRaster scan) {
        int from = scan.width() * 38 / 100;
        int to = scan.width() * 62 / 100;
        double[] light = new double[to - from];
        for (int x = from; x < to; x++) {
            long sum = 0;
            int count = 0;
            for (int y = scan.height() / 50; y < scan.height(); y += 4, count++) {
                sum += Edges.lightAt(scan, x, y);
            }
            light[x - from] = (double) sum / count;
        }
        double[] smooth = smoothed(light, Math.max(1, scan.resolution().dpi() / 25));
        int darkest = 0;
        double usual = 0;
        for (int i = 0; i < smooth.length; i++) {
            darkest = smooth[i] < smooth[darkest] ? i : darkest;
            usual += smooth[i] / smooth.length;
        }
        return usual - smooth[darkest] > 6 && isShadow(scan, from + darkest)
                ? from + darkest
                : from + widestLight(smooth);
    }

    /** A shadow darkens the whole column, its paper included; print does not. */
    private static boolean isShadow(PageRaster scan, int x) {
        int limit = Edges.light(Edges.paperTone(scan)) - 8;
        int dark = 0;
        int count = 0;
        for (int y = 0; y < scan.height(); y += 4, count++) {
            dark += Edges.lightAt(scan, x, y) < limit ? 1 : 0;
        }
        return dark > count * 0.75;
    }

    private static int widestLight(double[] light) {
        double most = 0;
        for (double value : light) {
            most = Math.max(most, value);
        }
        int best = light.length / 2;
        int widest = 0;
        int start = -1;
        for (int i = 0; i <= light.length; i++) {
            boolean bare = i < light.length && light[i] > most - 3;
            if (bare && start < 0) {
                start = i;
            } else if (!bare && start >= 0) {
                if (i - start > widest) {
                    widest = i - start;
                    best = (start + i) / 2;
                }
                start = -1;
            }
        }
        return best;
    }

    private static double[] smoothed(double[] values, int reach) {
        double[] smooth = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            int from = Math.max(0, i - reach);
            int to = Math.min(values.length - 1, i + reach);
            for (int k = from; k <= to; k++) {
                smooth[i] += values[k] / (to - from + 1);
            }
        }
        return smooth;
    }
}
