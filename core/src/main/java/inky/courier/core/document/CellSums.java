package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import java.util.Arrays;

/** Sums of a page's colours, cell by cell, and of how many pixels they are. */
final class CellSums {
    /** Pixels along a cell's side. */
    private final int side;

    final int width;
    final int height;

    /** Red, green and blue of each. */
    final int[] colours;

    final int[] counts;

    private CellSums(int side, int width, int height, int[] colours, int[] counts) {
        this.side = side;
        this.width = width;
        this.height = height;
        this.colours = colours;
        this.counts = counts;
    }

    private static CellSums none(PageRaster page, int side) {
        int width = (page.width() + side - 1) / side;
        int height = (page.height() + side - 1) / side;
        return new CellSums(side, width, height, new int[width * height * 3], new int[width * height]);
    }

    /** Of all pixels. */
    static CellSums of(PageRaster page, int side) {
        CellSums sums = none(page, side);
        int n = page.channels();
        byte[] samples = page.samples();
        int[] rows = new int[page.width() * n];
        for (int row = 0; row < sums.height; row++) {
            int bottom = Math.min(page.height(), (row + 1) * side);
            for (int y = row * side; y < bottom; y++) {
                int from = y * rows.length;
                for (int i = 0; i < rows.length; i++) {
                    rows[i] += samples[from + i] & 0xff;
                }
            }
            for (int col = 0; col < sums.width; col++) {
                int right = Math.min(page.width(), (col + 1) * side);
                int at = row * sums.width + col;
                sums.counts[at] = (right - col * side) * (bottom - row * side);
                for (int i = col * side * n; i < right * n; i += n) {
                    sums.colours[at * 3] += rows[i];
                    sums.colours[at * 3 + 1] += rows[i + n / 2];
                    sums.colours[at * 3 + 2] += rows[i + n - 1];
                }
            }
            Arrays.fill(rows, 0);
        }
        return sums;
    }

    /** The same without the pixels of a mask; few of the page, as print is. */
    CellSums without(PageRaster page, boolean[] mask) {
        CellSums rest = new CellSums(side, width, height, colours.clone(), counts.clone());
        for (int y = 0, pixel = 0; y < page.height(); y++) {
            for (int x = 0; x < page.width(); x++, pixel++) {
                if (mask[pixel]) {
                    rest.add(page, x, y, -1);
                }
            }
        }
        return rest;
    }

    /**
     * Of print: the soft rim of letters is lighter than the ink, so where strokes have a core, pixels with print on all four
     * sides, the core alone tells the colour.
     */
    static CellSums ofInk(PageRaster page, boolean[] print, int side) {
        CellSums cores = none(page, side);
        CellSums rims = none(page, side);
        int width = page.width();
        for (int y = 0, at = 0; y < page.height(); y++) {
            boolean within = y > 0 && y < page.height() - 1;
            for (int x = 0; x < width; x++, at++) {
                if (print[at]) {
                    boolean core = within
                            && x > 0
                            && x < width - 1
                            && print[at - 1]
                            && print[at + 1]
                            && print[at - width]
                            && print[at + width];
                    (core ? cores : rims).add(page, x, y, 1);
                }
            }
        }
        for (int cell = 0; cell < cores.counts.length; cell++) {
            if (cores.counts[cell] == 0) {
                cores.counts[cell] = rims.counts[cell];
                System.arraycopy(rims.colours, cell * 3, cores.colours, cell * 3, 3);
            }
        }
        return cores;
    }

    private void add(PageRaster page, int x, int y, int times) {
        int n = page.channels();
        int at = (y / side) * width + x / side;
        int sample = (y * page.width() + x) * n;
        byte[] samples = page.samples();
        counts[at] += times;
        colours[at * 3] += times * (samples[sample] & 0xff);
        colours[at * 3 + 1] += times * (samples[sample + n / 2] & 0xff);
        colours[at * 3 + 2] += times * (samples[sample + n - 1] & 0xff);
    }
}
