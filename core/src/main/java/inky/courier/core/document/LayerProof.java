package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.PictureSquares;
import java.util.Arrays;

/**
 * Holds the layers of a light page against the scan, square by square: of the variation that stands out from the scan's
 * noise, how much is in the layers, by the slope of the one upon the other. It looks at the darkest of the three colours, in
 * which yellow print is as plain as black.
 */
final class LayerProof {
    /** No more cells an inch than this: strokes of small print are still seen, and noise is halved. */
    private static final int MOST_PER_INCH = 125;

    /** Less of a square's contrast than this, and what stands there is harder to read than in the scan. */
    private static final double LEAST_KEPT = 0.7;

    /** Beside what is lost, less than this is taken together with it. */
    private static final double WELL_KEPT = 0.92;

    /** Variance of the paper's own grain that is never looked at; how far content must exceed the noise. */
    private static final double GRAIN = 5;

    private static final double OVER_NOISE = 3;

    /**
     * How far it must exceed the ripples to be pale print by itself, as a coder leaves strong ones at large letters; and
     * where pale print beside it goes on.
     */
    private static final double OVER_RIPPLES = 20;

    private static final double OVER_RIPPLES_WHERE_IT_GOES_ON = 6;

    /** Of the squares beside dark print, the share that has nothing else: no more than a coder's ripples around the print. */
    private static final double RIPPLES_ALONE = 0.4;

    /**
     * From cell to cell, the mean square of the steps in strokes is about the variance; of what shines through, whose edges are
     * soft, and of a band's tone less than this share of it.
     */
    private static final double SHARP = 0.3;

    /** Of all squares, the share that has nothing but noise: less than of any page that is parted. */
    private static final double BARE = 0.2;

    /** Cells that a square needs to tell anything. */
    private static final int FEWEST = 12;

    private final PageRaster page;
    private final int side;
    private final int across;
    private final int down;
    private final int cell;
    private final int width;
    private final int height;
    private final float[] scan;
    private final float[] layers;
    private final double noise;
    private boolean[] isPicture;

    /** Cells at the dark print, which is in the layers as sharp as can be; what stands beside it is looked at by itself. */
    private boolean[] atDark;

    /** What the scan has in each square beside dark print. */
    private final Variation[] variations;

    private double ripples;

    LayerProof(PageRaster page, PictureSquares squares) {
        this.page = page;
        this.side = squares.side();
        this.across = squares.across();
        this.down = squares.down();
        this.cell = (page.resolution().dpi() + MOST_PER_INCH - 1) / MOST_PER_INCH;
        this.width = page.width() / cell;
        this.height = page.height() / cell;
        this.scan = new float[width * height];
        this.layers = new float[width * height];
        this.isPicture = new boolean[across * down];
        this.atDark = new boolean[width * height];
        this.variations = new Variation[across * down];
        readScan();
        look();
        this.noise = quantile(BARE, false);
        this.ripples = noise;
    }

    private void readScan() {
        int n = page.channels();
        byte[] samples = page.samples();
        int[] sums = new int[width * cell * n];
        for (int row = 0; row < height; row++) {
            Arrays.fill(sums, 0);
            for (int y = row * cell; y < (row + 1) * cell; y++) {
                int from = y * page.width() * n;
                for (int i = 0; i < sums.length; i++) {
                    sums[i] += samples[from + i] & 0xff;
                }
            }
            for (int col = 0; col < width; col++) {
                int least = Integer.MAX_VALUE;
                for (int c = 0; c < n; c++) {
                    int sum = 0;
                    for (int i = col * cell * n + c, end = (col + 1) * cell * n; i < end; i += n) {
                        sum += sums[i];
                    }
                    least = Math.min(least, sum);
                }
                scan[row * width + col] = least / (float) (cell * cell);
            }
        }
    }

    private void look() {
        for (int square = 0; square < variations.length; square++) {
            variations[square] = variation(square);
        }
    }

    /** Variance that so many of the squares do not exceed; of those beside dark print, or of all others. */
    private double quantile(double share, boolean besideDark) {
        double[] variances = Arrays.stream(variations)
                .filter(variation -> variation.cells >= FEWEST && variation.besideDark == besideDark)
                .mapToDouble(Variation::variance)
                .sorted()
                .toArray();
        return variances.length == 0 ? 0 : variances[(int) (variances.length * share)];
    }

    /** Starts with the paper alone; pictures are in the file as they are. */
    void compose(PictureSquares pictures, LayerCells paper) {
        isPicture = pictures.squares();
        atDark = new boolean[width * height];
        float[] from = paper.least();
        int[] left = new int[width];
        float[] share = new float[width];
        for (int col = 0; col < width; col++) {
            float u = place(col, width, paper.width);
            left[col] = (int) u;
            share[col] = u - left[col];
        }
        float[] mixed = new float[paper.width + 1];
        for (int row = 0; row < height; row++) {
            float v = place(row, height, paper.height);
            int upper = (int) v * paper.width;
            int lower = Math.min(paper.height - 1, (int) v + 1) * paper.width;
            for (int x = 0; x < paper.width; x++) {
                mixed[x] = from[upper + x] + (from[lower + x] - from[upper + x]) * (v - (int) v);
            }
            mixed[paper.width] = mixed[paper.width - 1];
            for (int col = 0; col < width; col++) {
                int x = left[col];
                layers[row * width + col] = mixed[x] + (mixed[x + 1] - mixed[x]) * share[col];
            }
        }
    }

    /** Where the middle of a cell lies among the centres of coarser ones. */
    private static float place(int cell, int cells, int coarser) {
        return Math.max(0, Math.min(coarser - 1, (cell + 0.5f) * coarser / cells - 0.5f));
    }

    /** Lays dark print over it. */
    void printDark(boolean[] mask, LayerCells ink) {
        atDark = grown(grown(print(mask, ink)));
        look();
        ripples = Math.max(noise, quantile(RIPPLES_ALONE, true));
    }

    private boolean[] grown(boolean[] cells) {
        boolean[] grown = cells.clone();
        for (int y = 1; y < height - 1; y++) {
            for (int at = y * width + 1, end = (y + 1) * width - 1; at < end; at++) {
                for (int v = at - width; cells[at] && v <= at + width; v += width) {
                    grown[v - 1] = true;
                    grown[v] = true;
                    grown[v + 1] = true;
                }
            }
        }
        return grown;
    }

    void printPale(boolean[] mask, LayerCells ink) {
        print(mask, ink);
    }

    /** @return the cells that have ink of it */
    private boolean[] print(boolean[] mask, LayerCells ink) {
        boolean[] at = new boolean[width * height];
        float[] colours = ink.least();
        int[] inked = new int[width];
        for (int row = 0; row < height; row++) {
            if (!count(mask, row, inked)) {
                continue;
            }
            int inkRow = row * ink.height / height * ink.width;
            for (int col = 0; col < width; col++) {
                if (inked[col] > 0) {
                    int here = row * width + col;
                    at[here] = true;
                    layers[here] +=
                            (colours[inkRow + col * ink.width / width] - layers[here]) * inked[col] / (cell * cell);
                }
            }
        }
        return at;
    }

    /** Counts a row's pixels of ink in each cell; false when there are none. */
    private boolean count(boolean[] mask, int row, int[] inked) {
        Arrays.fill(inked, 0);
        boolean any = false;
        for (int y = row * cell; y < (row + 1) * cell; y++) {
            int from = y * page.width();
            for (int x = 0; x < width * cell; x++) {
                if (mask[from + x]) {
                    inked[x / cell]++;
                    any = true;
                }
            }
        }
        return any;
    }

    /** Squares in which something of the scan is lost. */
    boolean[] lost() {
        boolean[] lost = new boolean[across * down];
        for (int square = 0; square < lost.length; square++) {
            lost[square] = keepsLess(square, LEAST_KEPT, OVER_RIPPLES);
        }
        return lost;
    }

    private boolean keepsLess(int square, double share, double overRipples) {
        return !isPicture[square] && stands(square, overRipples) && kept(square) < share;
    }

    /** The same, and those beside them that are not kept well: a word is not parted. */
    boolean[] lostTogether(boolean[] lost) {
        boolean[] together = lost.clone();
        int[] stack = new int[lost.length];
        int depth = 0;
        for (int square = 0; square < lost.length; square++) {
            if (lost[square]) {
                stack[depth++] = square;
            }
        }
        while (depth > 0) {
            int square = stack[--depth];
            int x = square % across;
            int y = square / across;
            for (int v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++) {
                for (int u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) {
                    int next = v * across + u;
                    if (!together[next] && keepsLess(next, WELL_KEPT, OVER_RIPPLES_WHERE_IT_GOES_ON)) {
                        together[next] = true;
                        stack[depth++] = next;
                    }
                }
            }
        }
        return together;
    }

    /** How much of the contrast is kept where anything stands, at most all of it; 1 for an empty page. */
    double kept() {
        double kept = 0;
        double all = 0;
        for (int square = 0; square < isPicture.length; square++) {
            if (stands(square, OVER_RIPPLES)) {
                all++;
                kept += isPicture[square] ? 1 : Math.max(0, Math.min(1, kept(square)));
            }
        }
        return all == 0 ? 1 : kept / all;
    }

    private double noise(int square) {
        return variations[square].besideDark ? ripples : noise;
    }

    /** Whether print stands there; the other side's has no edges. */
    private boolean stands(int square, double overRipples) {
        Variation variation = variations[square];
        double noise = noise(square);
        return variation.cells >= FEWEST
                && variation.variance > (variation.besideDark ? overRipples : OVER_NOISE) * noise + GRAIN
                && variation.steps - 2 * noise > SHARP * (variation.variance - noise);
    }

    /** The slope of the layers upon the scan. */
    private double kept(int square) {
        double sumA = 0;
        double sumB = 0;
        double products = 0;
        for (int y = top(square); y < bottom(square); y++) {
            for (int at = y * width + left(square), end = y * width + right(square); at < end; at++) {
                if (!atDark[at]) {
                    sumA += scan[at];
                    sumB += layers[at];
                    products += scan[at] * layers[at];
                }
            }
        }
        int n = variations[square].cells;
        return (products / n - sumA / n * sumB / n) / (variations[square].variance - noise(square));
    }

    private int left(int square) {
        return square % across * side / cell;
    }

    private int right(int square) {
        return Math.min(width, (square % across + 1) * side / cell);
    }

    private int top(int square) {
        return square / across * side / cell;
    }

    private int bottom(int square) {
        return Math.min(height, (square / across + 1) * side / cell);
    }

    /**
     * A square's cells beside dark print.
     *
     * @param steps mean square of the difference between two cells side by side
     */
    private record Variation(int cells, double variance, double steps, boolean besideDark) {}

    private Variation variation(int square) {
        int cells = 0;
        int pairs = 0;
        double sum = 0;
        double squares = 0;
        double steps = 0;
        boolean besideDark = false;
        int right = right(square);
        int bottom = bottom(square);
        for (int y = top(square); y < bottom; y++) {
            for (int x = left(square), at = y * width + x; x < right; x++, at++) {
                if (atDark[at]) {
                    besideDark = true;
                    continue;
                }
                float value = scan[at];
                cells++;
                sum += value;
                squares += value * value;
                if (x + 1 < right && !atDark[at + 1]) {
                    steps += square(scan[at + 1] - value);
                    pairs++;
                }
                if (y + 1 < bottom && !atDark[at + width]) {
                    steps += square(scan[at + width] - value);
                    pairs++;
                }
            }
        }
        double mean = sum / Math.max(1, cells);
        return new Variation(cells, squares / Math.max(1, cells) - mean * mean, steps / Math.max(1, pairs), besideDark);
    }

    private static double square(double value) {
        return value * value;
    }
}
