package inky.courier.core.tidy;

import inky.courier.core.page.PageRaster;

/** Rims and gutters made clean. */
public final class Edges {
    /** How deep a dark border can reach, as a share of the page's side. */
    private static final double DEEPEST = 0.12;

    private Edges() {}

    /** The paper's commonest tone, what cleaned places are filled with. */
    public static int[] paperTone(PageRaster page) {
        int n = page.channels();
        int[] histogram = new int[64];
        for (int i = 0; i < page.samples().length; i += n * 5) {
            int sum = 0;
            for (int c = 0; c < n; c++) {
                sum += page.samples()[i + c] & 0xff;
            }
            histogram[sum / n >> 2]++;
        }
        int peak = 63;
        for (int v = 24; v < 64; v++) {
            peak = histogram[v] > histogram[peak] ? v : peak;
        }
        long[] sums = new long[n];
        long count = 0;
        for (int i = 0; i < page.samples().length; i += n * 5) {
            int sum = 0;
            for (int c = 0; c < n; c++) {
                sum += page.samples()[i + c] & 0xff;
            }
            if (sum / n >> 2 == peak) {
                count++;
                for (int c = 0; c < n; c++) {
                    sums[c] += page.samples()[i + c] & 0xff;
                }
            }
        }
        int[] tone = new int[n];
        for (int c = 0; c < n; c++) {
            tone[c] = count == 0 ? 255 : (int) (sums[c] / count);
        }
        return tone;
    }

    /** A rim of so many millimetres becomes paper. */
    public static PageRaster margins(PageRaster page, double mm) {
        int rim = (int) Math.round(mm * page.resolution().dpi() / 25.4);
        PageRaster clean = copy(page);
        int[] tone = paperTone(page);
        for (int y = 0; y < page.height(); y++) {
            boolean whole = y < rim || y >= page.height() - rim;
            for (int x = 0; x < page.width(); x++) {
                if (whole || x < rim || x >= page.width() - rim) {
                    fill(clean, x, y, tone);
                }
            }
        }
        return clean;
    }

    /**
     * Dark borders found by themselves: from every side inwards, as long as it is darker than paper without a break.
     * Print never touches the very edge, so nothing else is reached.
     */
    public static PageRaster found(PageRaster page) {
        PageRaster clean = copy(page);
        int[] tone = paperTone(page);
        int limit = light(tone) * 78 / 100;
        int deepX = (int) (page.width() * DEEPEST);
        int deepY = (int) (page.height() * DEEPEST);
        for (int y = 0; y < page.height(); y++) {
            run(page, clean, tone, limit, 0, y, 1, 0, deepX);
            run(page, clean, tone, limit, page.width() - 1, y, -1, 0, deepX);
        }
        for (int x = 0; x < page.width(); x++) {
            run(page, clean, tone, limit, x, 0, 0, 1, deepY);
            run(page, clean, tone, limit, x, page.height() - 1, 0, -1, deepY);
        }
        return clean;
    }

    /** The shadow along an opened book's fold is lifted to the paper's tone; what is printed in it stays. */
    public static PageRaster gutter(PageRaster page) {
        int middle = OpenedBook.fold(page);
        int reach = page.width() / 12;
        PageRaster clean = copy(page);
        int n = page.channels();
        int[] tone = paperTone(page);
        int[] column = new int[page.height()];
        for (int x = Math.max(0, middle - reach); x < Math.min(page.width(), middle + reach); x++) {
            for (int c = 0; c < n; c++) {
                for (int y = 0; y < page.height(); y++) {
                    column[y] = page.samples()[(y * page.width() + x) * n + c] & 0xff;
                }
                int[] sorted = column.clone();
                java.util.Arrays.sort(sorted);
                int shade = Math.max(1, sorted[sorted.length * 7 / 10]);
                if (shade < tone[c] - 3) {
                    for (int y = 0; y < page.height(); y++) {
                        int lifted = Math.min(255, column[y] * tone[c] / shade);
                        clean.samples()[(y * page.width() + x) * n + c] = (byte) lifted;
                    }
                }
            }
        }
        return clean;
    }

    private static void run(
            PageRaster page, PageRaster clean, int[] tone, int limit, int x, int y, int dx, int dy, int deep) {
        int end = 0;
        while (end < deep && lightAt(page, x + end * dx, y + end * dy) < limit) {
            end++;
        }
        if (end == deep) {
            return;
        }
        // The border's soft inner edge goes with it.
        int soft = end == 0 ? 0 : end + Math.max(2, page.resolution().dpi() / 80);
        for (int i = 0; i < soft; i++) {
            fill(clean, x + i * dx, y + i * dy, tone);
        }
    }

    static int light(int[] tone) {
        int sum = 0;
        for (int c : tone) {
            sum += c;
        }
        return sum / tone.length;
    }

    static int lightAt(PageRaster page, int x, int y) {
        int at = (y * page.width() + x) * page.channels();
        return page.isGrey()
                ? page.samples()[at] & 0xff
                : ((page.samples()[at] & 0xff) + (page.samples()[at + 1] & 0xff) + (page.samples()[at + 2] & 0xff)) / 3;
    }

    private static void fill(PageRaster page, int x, int y, int[] tone) {
        if (x >= 0 && y >= 0 && x < page.width() && y < page.height()) {
            int at = (y * page.width() + x) * page.channels();
            for (int c = 0; c < tone.length; c++) {
                page.samples()[at + c] = (byte) tone[c];
            }
        }
    }

    private static PageRaster copy(PageRaster page) {
        return new PageRaster(
                page.width(),
                page.height(),
                page.channels(),
                page.resolution(),
                page.samples().clone());
    }
}
