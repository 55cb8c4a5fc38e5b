package inky.courier.core.tidy;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageRaster;
import java.util.Arrays;

/** Pages turned, cut and scaled: every pixel of the result is read from its place in the source. */
public final class Resample {
    private static final int ONE = 1 << 8;

    private Resample() {}

    /**
     * Turns a page's content about its middle, keeping its size.
     *
     * @param degrees counter-clockwise; what lies askew by d is straightened by -d
     * @param fill grey value of what comes in from outside
     */
    public static PageRaster turned(PageRaster page, double degrees, int fill) {
        double cos = Math.cos(Math.toRadians(degrees));
        double sin = Math.sin(Math.toRadians(degrees));
        double midX = (page.width() - 1) / 2.0;
        double midY = (page.height() - 1) / 2.0;
        // Seen from the result: turn back, clockwise on the screen where y points down.
        Mapping mapping =
                new Mapping(midX - cos * midX + sin * midY, midY - sin * midX - cos * midY, cos, sin, -sin, cos);
        return read(page, page.width(), page.height(), mapping, fill);
    }

    /** The part of a page within an outline, as an upright rectangle of the outline's own size. */
    public static PageRaster cut(PageRaster page, Outline outline) {
        Outline.Point a = outline.topLeft();
        Outline.Point b = outline.topRight();
        Outline.Point d = outline.bottomLeft();
        int width = Math.max(1, (int) Math.round(Math.hypot(b.x() - a.x(), b.y() - a.y())));
        int height = Math.max(1, (int) Math.round(Math.hypot(d.x() - a.x(), d.y() - a.y())));
        if (a.x() == d.x() && a.y() == b.y()) {
            return part(page, (int) Math.round(a.x()), (int) Math.round(a.y()), width, height);
        }
        Mapping mapping = new Mapping(
                a.x(),
                a.y(),
                (b.x() - a.x()) / width,
                (b.y() - a.y()) / width,
                (d.x() - a.x()) / height,
                (d.y() - a.y()) / height);
        return read(page, width, height, mapping, 255);
    }

    /** A rectangle of the page, cut to what lies within it. */
    public static PageRaster part(PageRaster page, int left, int top, int width, int height) {
        int x = Math.max(0, Math.min(page.width() - 1, left));
        int y = Math.max(0, Math.min(page.height() - 1, top));
        int w = Math.max(1, Math.min(page.width() - x, width));
        int h = Math.max(1, Math.min(page.height() - y, height));
        if (w == page.width() && h == page.height()) {
            return page;
        }
        byte[] samples = new byte[w * h * page.channels()];
        int row = w * page.channels();
        for (int i = 0; i < h; i++) {
            System.arraycopy(page.samples(), ((y + i) * page.width() + x) * page.channels(), samples, i * row, row);
        }
        return new PageRaster(w, h, page.channels(), page.resolution(), samples);
    }

    /** @param clockwise 0, 90, 180 or 270; exact, no pixel is mixed with another */
    public static PageRaster quarters(PageRaster page, int clockwise) {
        int turn = Math.floorMod(clockwise, 360);
        if (turn == 0) {
            return page;
        }
        int n = page.channels();
        int width = turn == 180 ? page.width() : page.height();
        int height = turn == 180 ? page.height() : page.width();
        byte[] from = page.samples();
        byte[] to = new byte[from.length];
        for (int y = 0, s = 0; y < page.height(); y++) {
            for (int x = 0; x < page.width(); x++, s += n) {
                int at = switch (turn) {
                    case 90 -> x * width + width - 1 - y;
                    case 180 -> (height - 1 - y) * width + width - 1 - x;
                    default -> (height - 1 - x) * width + y;
                };
                for (int c = 0; c < n; c++) {
                    to[at * n + c] = from[s + c];
                }
            }
        }
        return new PageRaster(width, height, n, page.resolution(), to);
    }

    /**
     * The page with so many pixels. Smaller by averaging what falls together, larger between the neighbours.
     *
     * @param resolution what the result is taken to have
     */
    public static PageRaster scaled(PageRaster page, int width, int height, Resolution resolution) {
        if (width == page.width() && height == page.height()) {
            return new PageRaster(width, height, page.channels(), resolution, page.samples());
        }
        PageRaster down =
                new PageRaster(page.width(), height, page.channels(), page.resolution(), scaleColumns(page, height));
        return new PageRaster(width, height, page.channels(), resolution, scaleRows(down, width));
    }

    /** The same paper at another resolution. */
    public static PageRaster at(PageRaster page, Resolution resolution) {
        double share = (double) resolution.dpi() / page.resolution().dpi();
        return scaled(
                page,
                Math.max(1, (int) Math.round(page.width() * share)),
                Math.max(1, (int) Math.round(page.height() * share)),
                resolution);
    }

    private static byte[] scaleRows(PageRaster page, int width) {
        int n = page.channels();
        Taps taps = Taps.of(page.width(), width);
        byte[] to = new byte[width * page.height() * n];
        for (int y = 0; y < page.height(); y++) {
            if (n == 3) {
                scaleColours(page.samples(), y * page.width() * 3, taps, to, y * width * 3);
            } else {
                scaleGreys(page.samples(), y * page.width(), taps, to, y * width);
            }
        }
        return to;
    }

    private static void scaleGreys(byte[] samples, int from, Taps taps, byte[] to, int out) {
        int[] weights = taps.weights;
        for (int x = 0, w = 0; x < taps.first.length; x++) {
            int sum = Taps.HALF;
            for (int s = from + taps.first[x], end = s + taps.count; s < end; s++, w++) {
                sum += weights[w] * (samples[s] & 0xff);
            }
            to[out + x] = (byte) (sum >> Taps.BITS);
        }
    }

    private static void scaleColours(byte[] samples, int from, Taps taps, byte[] to, int out) {
        int[] weights = taps.weights;
        int at = out;
        for (int x = 0, w = 0; x < taps.first.length; x++) {
            int red = Taps.HALF;
            int green = Taps.HALF;
            int blue = Taps.HALF;
            for (int s = from + taps.first[x] * 3, end = s + taps.count * 3; s < end; s += 3, w++) {
                int weight = weights[w];
                red += weight * (samples[s] & 0xff);
                green += weight * (samples[s + 1] & 0xff);
                blue += weight * (samples[s + 2] & 0xff);
            }
            to[at++] = (byte) (red >> Taps.BITS);
            to[at++] = (byte) (green >> Taps.BITS);
            to[at++] = (byte) (blue >> Taps.BITS);
        }
    }

    private static byte[] scaleColumns(PageRaster page, int height) {
        int row = page.width() * page.channels();
        Taps taps = Taps.of(page.height(), height);
        byte[] to = new byte[row * height];
        int[] sums = new int[row];
        for (int y = 0; y < height; y++) {
            Arrays.fill(sums, Taps.HALF);
            for (int k = 0; k < taps.count; k++) {
                int weight = taps.weights[y * taps.count + k];
                int s = (taps.first[y] + k) * row;
                for (int i = 0; weight != 0 && i < row; i++) {
                    sums[i] += weight * (page.samples()[s + i] & 0xff);
                }
            }
            for (int i = 0; i < row; i++) {
                to[y * row + i] = (byte) (sums[i] >> Taps.BITS);
            }
        }
        return to;
    }

    /** For each pixel of the result the first source pixel and the weights from there, in 16-bit fixed point. */
    @SuppressWarnings("ArrayRecordComponent")
    private record Taps(int count, int[] first, int[] weights) {
        static final int BITS = 16;
        static final int HALF = 1 << (BITS - 1);

        static Taps of(int from, int to) {
            double step = (double) from / to;
            double reach = Math.max(1, step);
            int count = Math.min(from, (int) Math.ceil(2 * reach) + 1);
            int[] first = new int[to];
            int[] weights = new int[to * count];
            for (int i = 0; i < to; i++) {
                double middle = (i + 0.5) * step - 0.5;
                first[i] = Math.max(0, Math.min(from - count, (int) Math.ceil(middle - reach)));
                double[] shares = new double[count];
                double sum = 0;
                for (int k = 0; k < count; k++) {
                    shares[k] = Math.max(0, 1 - Math.abs(first[i] + k - middle) / reach);
                    sum += shares[k];
                }
                int left = 1 << BITS;
                int most = 0;
                for (int k = 0; k < count; k++) {
                    weights[i * count + k] = (int) (shares[k] / sum * (1 << BITS));
                    left -= weights[i * count + k];
                    most = shares[k] > shares[most] ? k : most;
                }
                weights[i * count + most] += left;
            }
            return new Taps(count, first, weights);
        }
    }

    /** Where the result's pixel (x, y) lies in the source: origin + x * across + y * down. */
    private record Mapping(double x, double y, double acrossX, double acrossY, double downX, double downY) {}

    /** Of four neighbours. */
    private static byte mixed(byte[] from, int s, int next, int below, int px, int py) {
        int upper = (from[s] & 0xff) * (ONE - px) + (from[s + next] & 0xff) * px;
        int lower = (from[s + below] & 0xff) * (ONE - px) + (from[s + below + next] & 0xff) * px;
        return (byte) (upper * (ONE - py) + lower * py + 32768 >> 16);
    }

    private static PageRaster read(PageRaster page, int width, int height, Mapping m, int fill) {
        int n = page.channels();
        byte[] to = new byte[width * height * n];
        byte[] from = page.samples();
        int stepX = (int) Math.round(m.acrossX * 65536);
        int stepY = (int) Math.round(m.acrossY * 65536);
        int lastX = page.width() - 1;
        int lastY = page.height() - 1;
        int stride = page.width() * n;
        for (int y = 0, at = 0; y < height; y++) {
            // Exact at the start of each row; the steps' rounding adds up to less than a tenth of a pixel along it.
            int u = (int) Math.round((m.x + y * m.downX) * 65536);
            int v = (int) Math.round((m.y + y * m.downY) * 65536);
            for (int x = 0; x < width; x++, u += stepX, v += stepY) {
                int left = u >> 16;
                int top = v >> 16;
                if (left < 0 || top < 0 || left >= lastX || top >= lastY) {
                    if (left < -1 || top < -1 || left > lastX || top > lastY) {
                        for (int c = 0; c < n; c++) {
                            to[at++] = (byte) fill;
                        }
                        continue;
                    }
                    left = Math.max(0, Math.min(lastX - 1, left));
                    top = Math.max(0, Math.min(lastY - 1, top));
                }
                int px = u >> 8 & 0xff;
                int py = v >> 8 & 0xff;
                int s = top * stride + left * n;
                to[at++] = mixed(from, s, n, stride, px, py);
                if (n == 3) {
                    to[at++] = mixed(from, s + 1, n, stride, px, py);
                    to[at++] = mixed(from, s + 2, n, stride, px, py);
                }
            }
        }
        return new PageRaster(width, height, n, page.resolution(), to);
    }
}
