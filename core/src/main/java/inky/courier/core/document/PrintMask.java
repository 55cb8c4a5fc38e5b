package inky.courier.core.document;

import inky.courier.core.page.Bitonal;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.tidy.PictureSquares;
import java.util.Arrays;

/** The print of a page: ink clearly darker than what surrounds it, outside the pictures, and no specks. */
final class PrintMask {
    /** Ink that is darker than this share of its paper is dark. */
    private static final double DARK = 0.5;

    /** Noise by itself reaches 0.64. */
    private static final double TWO_SORTS = 0.72;

    private PrintMask() {}

    static boolean[] of(PageRaster page, PictureSquares squares) {
        byte[] packed = BlackAndWhite.faint(page);
        int width = page.width();
        int height = page.height();
        int stride = (width + 7) / 8;
        boolean[] print = new boolean[width * height];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x += 8) {
                int bits = packed[y * stride + (x >> 3)];
                for (int i = 0; bits != -1 && i < Math.min(8, width - x); i++) {
                    print[y * width + x + i] = (bits & 0x80 >> i) == 0;
                }
            }
        }
        squares.clear(print, width);
        removeSpecks(print, width, height);
        removePale(page, print, squares);
        return print;
    }

    /** Takes out what is not dark, square by square: it would get the colour of what is. */
    private static void removePale(PageRaster page, boolean[] print, PictureSquares squares) {
        int width = page.width();
        int height = page.height();
        int n = page.channels();
        int side = squares.side();
        for (int top = 0; top < height; top += side) {
            for (int left = 0; left < width; left += side) {
                int right = Math.min(width, left + side);
                int bottom = Math.min(height, top + side);
                int darkest = 256;
                for (int y = top; y < bottom; y++) {
                    for (int at = y * width + left, end = y * width + right; at < end; at++) {
                        darkest = print[at] ? Math.min(darkest, least(page.samples(), at * n, n)) : darkest;
                    }
                }
                if (darkest == 256) {
                    continue;
                }
                int lightest = 0;
                for (int y = top; y < bottom; y++) {
                    for (int at = y * width + left, end = y * width + right; at < end; at++) {
                        lightest = Math.max(lightest, least(page.samples(), at * n, n));
                    }
                }
                for (int y = top; y < bottom && darkest > DARK * lightest; y++) {
                    Arrays.fill(print, y * width + left, y * width + right, false);
                }
            }
        }
    }

    /**
     * The pale print: what is darker than the paper around it in squares where the dark print and the paper lose it. Worn
     * needle print, faded receipts, carbon copies, yellow and pink ink.
     *
     * @param lost the squares
     */
    static boolean[] pale(PageRaster page, boolean[] dark, PictureSquares squares, boolean[] lost) {
        int width = page.width();
        int height = page.height();
        byte[] least = smoothLeast(page);
        int side = squares.side();
        boolean[] beside = withHalo(withHalo(dark, width, height), width, height);
        boolean[] pale = new boolean[width * height];
        for (int square = 0; square < lost.length; square++) {
            if (!lost[square]) {
                continue;
            }
            int left = square % squares.across() * side;
            int top = square / squares.across() * side;
            int limit = limit(least, beside, width, height, left - side, top - side, 3 * side);
            for (int y = top; y < Math.min(height, top + side); y++) {
                for (int at = y * width + left, end = y * width + Math.min(width, left + side); at < end; at++) {
                    pale[at] = !beside[at] && (least[at] & 0xff) <= limit;
                }
            }
        }
        removeSpecks(pale, width, height);
        return pale;
    }

    /** The value that best parts paper and ink around a square, by Otsu; -1 where there are not two sorts of pixels. */
    private static int limit(byte[] least, boolean[] beside, int width, int height, int left, int top, int side) {
        int[] histogram = new int[256];
        for (int y = Math.max(0, top); y < Math.min(height, top + side); y++) {
            for (int x = Math.max(0, left); x < Math.min(width, left + side); x++) {
                int at = y * width + x;
                histogram[least[at] & 0xff] += beside[at] ? 0 : 1;
            }
        }
        int limit = Bitonal.otsuThreshold(histogram);
        return parted(histogram, limit) < TWO_SORTS ? -1 : limit;
    }

    /** Share of the variance that is between the two sides of a limit; 2 over pi for mere noise. */
    private static double parted(int[] histogram, int limit) {
        double[] n = new double[2];
        double[] sum = new double[2];
        double squares = 0;
        for (int v = 0; v < 256; v++) {
            int sort = v <= limit ? 0 : 1;
            n[sort] += histogram[v];
            sum[sort] += (double) v * histogram[v];
            squares += (double) v * v * histogram[v];
        }
        double all = n[0] + n[1];
        if (n[0] == 0 || n[1] == 0) {
            return 0;
        }
        double mean = (sum[0] + sum[1]) / all;
        double apart = sum[0] / n[0] - sum[1] / n[1];
        return n[0] * n[1] / all * apart * apart / Math.max(1, squares - all * mean * mean);
    }

    /** The least of each pixel's colours, and its eight neighbours, by the weights 1 2 1 each way. */
    private static byte[] smoothLeast(PageRaster page) {
        int width = page.width();
        int height = page.height();
        int n = page.channels();
        byte[] samples = page.samples();
        short[] rows = new short[width * height];
        byte[] smooth = new byte[width * height];
        for (int y = 0; y < height; y++) {
            int before = 0;
            int here = least(samples, y * width * n, n);
            for (int x = 0; x < width; x++) {
                int next = x + 1 < width ? least(samples, (y * width + x + 1) * n, n) : here;
                rows[y * width + x] = (short) ((x == 0 ? here : before) + 2 * here + next);
                before = here;
                here = next;
            }
        }
        for (int y = 0; y < height; y++) {
            int above = Math.max(0, y - 1) * width;
            int below = Math.min(height - 1, y + 1) * width;
            for (int x = 0; x < width; x++) {
                smooth[y * width + x] = (byte) ((rows[above + x] + 2 * rows[y * width + x] + rows[below + x]) / 16);
            }
        }
        return smooth;
    }

    private static int least(byte[] samples, int at, int n) {
        int least = samples[at] & 0xff;
        for (int c = 1; c < n; c++) {
            least = Math.min(least, samples[at + c] & 0xff);
        }
        return least;
    }

    /** A pixel without two neighbours of ink costs the coder a run and shows nothing. */
    private static void removeSpecks(boolean[] print, int width, int height) {
        boolean[] before = print.clone();
        for (int y = 1; y < height - 1; y++) {
            for (int at = y * width + 1, end = at + width - 2; at < end; at++) {
                if (before[at]) {
                    int n = 0;
                    for (int v = -width; v <= width; v += width) {
                        n += (before[at + v - 1] ? 1 : 0) + (before[at + v] ? 1 : 0) + (before[at + v + 1] ? 1 : 0);
                    }
                    print[at] = n > 2;
                }
            }
        }
    }

    /** The print with its soft rim, which belongs neither to ink nor to paper. */
    static boolean[] withHalo(boolean[] print, int width, int height) {
        boolean[] grown = print.clone();
        for (int y = 1; y < height - 1; y++) {
            for (int at = y * width + 1, end = at + width - 2; at < end; at++) {
                if (print[at]) {
                    grown[at - 1] = true;
                    grown[at + 1] = true;
                    grown[at - width] = true;
                    grown[at + width] = true;
                }
            }
        }
        return grown;
    }
}
