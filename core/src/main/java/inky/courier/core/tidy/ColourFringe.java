package inky.courier.core.tidy;

import inky.courier.core.page.PageRaster;
import java.util.Arrays;
import java.util.Optional;

/**
 * Takes out the red and blue rims at black print, which a scanner leaves whose three colour lines do not quite meet: red and
 * blue are moved back by what they are shifted against green, in parts of a pixel, down the page and across it.
 */
public final class ColourFringe {
    /** A shorter shift, in pixels, is not seen; moving by it would only soften. */
    private static final double LEAST = 0.08;

    /** No lines of a scanner are further apart at 200 dpi; what seems to be is something else. */
    private static final double MOST_AT_200_DPI = 1.5;

    /** Green that changes less from pixel to pixel is paper or a picture, and says nothing. */
    private static final int EDGE = 12;

    /** A difference to green counts no more than this, so that coloured print does not steer. */
    private static final double REAL = 90;

    /** The share of the difference that a shift has to explain, else the page has other colour than rims. */
    private static final double EXPLAINED = 0.15;

    /** Every so many pixels one is looked at; uneven, so that screens and tables are met at all their places. */
    private static final int STRIDE = 5;

    private static final int LEAST_SIDE = 40;

    private final PageRaster page;

    /** From a sample to the next of its colour, down or across. */
    private final int step;

    private final double most;
    private final int[] edges;

    /** What the paper has of each colour: under a tinted lamp all are judged against it. */
    private final int[] paper;

    private ColourFringe(PageRaster page, int[] paper, int step) {
        this.page = page;
        this.paper = paper;
        this.step = step;
        this.most = MOST_AT_200_DPI * Math.max(1, page.resolution().dpi() / 200.0);
        this.edges = edges();
    }

    /** The page without rims; empty when it is grey, or has none that would be seen. */
    public static Optional<PageRaster> removed(PageRaster page) {
        if (page.isGrey() || Math.min(page.width(), page.height()) < LEAST_SIDE) {
            return Optional.empty();
        }
        int row = page.width() * 3;
        int[] paper = Edges.paperTone(page);
        PageRaster result = page;
        for (int step : new int[] {row, 3}) {
            ColourFringe fringe = new ColourFringe(result, paper, step);
            double red = fringe.shift(0);
            double blue = fringe.shift(2);
            if (red != 0 || blue != 0) {
                result = fringe.moved(red, blue);
            }
        }
        return result == page ? Optional.empty() : Optional.of(result);
    }

    /** By how many pixels a colour is behind green; 0 when that is not seen. */
    private double shift(int channel) {
        double none = cost(channel, 0);
        double best = 0;
        double least = none;
        for (double shift = -most; shift <= most; shift += 0.5) {
            double cost = cost(channel, shift);
            if (cost < least) {
                least = cost;
                best = shift;
            }
        }
        for (double reach = 0.25; reach > 0.02; reach /= 2) {
            double below = cost(channel, best - reach);
            double above = cost(channel, best + reach);
            if (Math.min(below, above) < least) {
                best += below < above ? -reach : reach;
                least = Math.min(below, above);
            }
        }
        return Math.abs(best) >= LEAST && least < none * (1 - EXPLAINED) ? best : 0;
    }

    /** Mean square of what differs from green, at the edges of print, when green is moved. */
    private double cost(int channel, double shift) {
        byte[] samples = page.samples();
        Weights weights = new Weights(shift);
        double gain = (double) paper[1] / Math.max(1, paper[channel]);
        double sum = 0;
        for (int edge : edges) {
            int from = edge + weights.whole * step;
            double rest = (samples[edge - 1 + channel] & 0xff) * gain - weights.at(samples, from, step);
            sum += Math.min(rest * rest, REAL * REAL);
        }
        return sum / Math.max(1, edges.length);
    }

    /** Places of green samples at the edges of print; some of all. */
    private int[] edges() {
        byte[] samples = page.samples();
        int row = page.width() * 3;
        int rim = (int) most + 3;
        int[] found = new int[samples.length / STRIDE];
        int count = 0;
        for (int y = rim; y < page.height() - rim; y += 3) {
            int first = y * row + (rim + y % STRIDE) * 3 + 1;
            for (int at = first, end = (y + 1) * row - rim * 3; at < end; at += 3 * STRIDE) {
                if (Math.abs((samples[at + step] & 0xff) - (samples[at - step] & 0xff)) >= EDGE) {
                    found[count++] = at;
                }
            }
        }
        return Arrays.copyOf(found, count);
    }

    private PageRaster moved(double red, double blue) {
        byte[] moved = page.samples().clone();
        move(moved, 0, -red);
        move(moved, 2, -blue);
        return new PageRaster(page.width(), page.height(), 3, page.resolution(), moved);
    }

    private void move(byte[] moved, int channel, double shift) {
        byte[] samples = page.samples();
        Weights weights = new Weights(shift);
        int row = page.width() * 3;
        int rim = Math.abs(weights.whole) + 2;
        boolean across = step == 3;
        // Print does not reach the outermost lines, so they stay as they are.
        int left = across ? rim : 0;
        int top = across ? 0 : rim;
        for (int y = top; y < page.height() - top && shift != 0; y++) {
            for (int at = y * row + left * 3 + channel, end = (y + 1) * row - left * 3; at < end; at += 3) {
                double value = weights.at(samples, at + weights.whole * step, step);
                moved[at] = (byte) Math.max(0, Math.min(255, (int) (value + 0.5)));
            }
        }
    }

    /** Of four samples, for a place between the second and the third: R. Keys, "Cubic convolution interpolation", 1981. */
    private static final class Weights {
        private final int whole;
        private final float a;
        private final float b;
        private final float c;
        private final float d;

        Weights(double shift) {
            whole = (int) Math.floor(shift);
            float t = (float) (shift - whole);
            a = t * (-1 + t * (2 - t)) / 2;
            b = 1 + t * t * (3 * t - 5) / 2;
            c = t * (1 + t * (4 - 3 * t)) / 2;
            d = t * t * (t - 1) / 2;
        }

        float at(byte[] samples, int place, int step) {
            return a * (samples[place - step] & 0xff)
                    + b * (samples[place] & 0xff)
                    + c * (samples[place + step] & 0xff)
                    + d * (samples[place + 2 * step] & 0xff);
        }
    }
}
