package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.tidy.PictureSquares;

/** The print of a page: ink clearly darker than what surrounds it, outside the pictures, and no specks. */
final class Print {
    private Print() {}

    static boolean[] of(PageRaster page, PictureSquares squares) {
        byte[] packed = BlackAndWhite.faint(page);
        int width = page.width();
        int height = page.height();
        int stride = (width + 7) / 8;
        boolean[] print = new boolean[width * height];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                boolean ink = (packed[y * stride + (x >> 3)] & 0x80 >> (x & 7)) == 0;
                print[y * width + x] = ink && !squares.holds(x, y);
            }
        }
        removeSpecks(print, width, height);
        return print;
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

    /** The inner pixels of strokes, print on all four sides. */
    static boolean[] core(boolean[] print, int width, int height) {
        boolean[] core = new boolean[print.length];
        for (int y = 1; y < height - 1; y++) {
            for (int at = y * width + 1, end = at + width - 2; at < end; at++) {
                core[at] = print[at] && print[at - 1] && print[at + 1] && print[at - width] && print[at + width];
            }
        }
        return core;
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
