package inky.courier.core.tidy;

import inky.courier.core.page.Bitonal;
import inky.courier.core.page.PageRaster;
import java.util.Arrays;

/** A page in ink and paper alone: rows packed to one bit a pixel, 1 for paper. */
public final class BlackAndWhite {
    /** J. Sauvola, M. Pietikainen, "Adaptive document image binarization", 2000: k between 0.2 and 0.5, R = 128. */
    private static final double K = 0.28;

    private static final double RANGE = 128;

    /** A square of about two lines of print. */
    private static final double WINDOW_MM = 7;

    /** Maps have hair lines over tinted land, so the eye's neighbourhood is small. */
    private static final double MAP_WINDOW_MM = 2.6;

    private BlackAndWhite() {}

    /** One threshold for the whole page. */
    public static byte[] global(PageRaster grey) {
        return Bitonal.pack(grey, Bitonal.pageThreshold(grey.histogram()));
    }

    /** A threshold for each place by the light around it, for uneven lamps and tinted paper. */
    public static byte[] local(PageRaster page) {
        return local(page, WINDOW_MM, K);
    }

    public static byte[] map(PageRaster page) {
        return local(page, MAP_WINDOW_MM, 0.16);
    }

    /** The local threshold set so that pale ink, coloured pens and stamps count as ink too. */
    public static byte[] faint(PageRaster page) {
        return local(page, WINDOW_MM, 0.25);
    }

    private static byte[] local(PageRaster page, double windowMm, double k) {
        PageRaster grey = page.toGrey();
        int width = grey.width();
        int height = grey.height();
        int half = Math.max(2, (int) Math.round(windowMm * grey.resolution().dpi() / 25.4 / 2));
        byte[] samples = grey.samples();
        int stride = (width + 7) / 8;
        byte[] packed = new byte[stride * height];
        int[] columnSums = new int[width];
        int[] columnSquares = new int[width];
        int rows = 0;
        for (int y = 0; y < Math.min(half, height); y++) {
            addRow(samples, y * width, width, columnSums, columnSquares, 1);
            rows++;
        }
        for (int y = 0; y < height; y++) {
            if (y + half < height) {
                addRow(samples, (y + half) * width, width, columnSums, columnSquares, 1);
                rows++;
            }
            if (y - half - 1 >= 0) {
                addRow(samples, (y - half - 1) * width, width, columnSums, columnSquares, -1);
                rows--;
            }
            packRow(samples, y, width, half, rows, columnSums, columnSquares, k, packed, stride);
        }
        return packed;
    }

    private static void addRow(byte[] samples, int from, int width, int[] sums, int[] squares, int sign) {
        for (int x = 0; x < width; x++) {
            int v = samples[from + x] & 0xff;
            sums[x] += sign * v;
            squares[x] += sign * v * v;
        }
    }

    private static void packRow(
            byte[] samples,
            int y,
            int width,
            int half,
            int rows,
            int[] sums,
            int[] squares,
            double k,
            byte[] packed,
            int stride) {
        long sum = 0;
        long square = 0;
        for (int x = 0; x < Math.min(half, width); x++) {
            sum += sums[x];
            square += squares[x];
        }
        int bits = 0;
        for (int x = 0; x < width; x++) {
            if (x + half < width) {
                sum += sums[x + half];
                square += squares[x + half];
            }
            if (x - half - 1 >= 0) {
                sum -= sums[x - half - 1];
                square -= squares[x - half - 1];
            }
            int count = rows * (Math.min(width - 1, x + half) - Math.max(0, x - half) + 1);
            bits = bits << 1 | (isPaper(samples[y * width + x] & 0xff, count, sum, square, k) ? 1 : 0);
            if ((x & 7) == 7) {
                packed[y * stride + (x >> 3)] = (byte) bits;
            }
        }
        if ((width & 7) != 0) {
            packed[y * stride + stride - 1] = (byte) (bits << 8 - (width & 7));
        }
    }

    /** Whether value > mean (1 + k (deviation / R - 1)), without its divisions and its root, which took most of the time. */
    private static boolean isPaper(int value, int count, long sum, long square, double k) {
        double above = (double) value * count - sum * (1 - k);
        double reach = above * count * RANGE;
        double share = sum * k;
        return above > 0 && reach * reach > (double) (square * count - sum * sum) * share * share;
    }

    /** Shades as a scatter of dots: R. W. Floyd, L. Steinberg, "An adaptive algorithm for spatial grey scale", 1976. */
    public static byte[] dots(PageRaster page) {
        PageRaster grey = page.toGrey();
        int width = grey.width();
        int height = grey.height();
        int stride = (width + 7) / 8;
        byte[] packed = new byte[stride * height];
        int[] here = new int[width + 2];
        int[] below = new int[width + 2];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int wanted = (grey.samples()[y * width + x] & 0xff) + here[x + 1] / 16;
                int given = wanted > 127 ? 255 : 0;
                if (given == 255) {
                    packed[y * stride + (x >> 3)] |= (byte) (0x80 >> (x & 7));
                }
                int error = wanted - given;
                here[x + 2] += error * 7;
                below[x] += error * 3;
                below[x + 1] += error * 5;
                below[x + 2] += error;
            }
            int[] done = here;
            here = below;
            below = done;
            Arrays.fill(below, 0);
        }
        return packed;
    }

    /** Print by the local threshold, pictures as dots, each where it is. */
    public static byte[] printAndPictures(PageRaster page) {
        PageRaster grey = page.toGrey();
        byte[] print = local(grey);
        byte[] pictures = dots(grey);
        PictureSquares squares = PictureSquares.of(grey);
        int stride = (grey.width() + 7) / 8;
        for (int y = 0; y < grey.height(); y++) {
            for (int b = 0; b < stride; b++) {
                if (squares.holds(b * 8, y)) {
                    print[y * stride + b] = pictures[y * stride + b];
                }
            }
        }
        return print;
    }
}
