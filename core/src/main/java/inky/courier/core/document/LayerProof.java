package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.PictureSquares;

/**
 * Holds the layers of a light page against the scan, square by square: of the variation that stands out from the scan's
 * noise, how much is in the layers, by the slope of the one upon the other. It looks at the darkest of the three colours, in
 * which yellow print is as plain as black.
 */
final class LayerProof {
    /** About this many cells an inch: strokes of small print are still seen, and noise is halved. */
    private static final int CELLS_PER_INCH = 100;

    /** Less of a square's contrast than this, and what stands there is harder to read than in the scan. */
    private static final double LEAST_KEPT = 0.7;

    private static final double WELL_KEPT = 0.92;

    /** Variance of the paper's own grain that is never looked at, and how far content must exceed the noise. */
    private static final double GRAIN = 5;

    private static final double OVER_NOISE = 3;
    private static final double OVER_RIPPLES = 6;

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

    LayerProof(PageRaster page, PictureSquares squares) {
        this.page = page;
        this.side = squares.side();
        this.across = squares.across();
        this.down = squares.down();
        this.cell = Math.max(1, page.resolution().dpi() / CELLS_PER_INCH);
        this.width = page.width() / cell;
        this.height = page.height() / cell;
        this.scan = new float[width * height];
        this.layers = new float[width * height];
        this.isPicture = new boolean[across * down];
        this.atDark = new boolean[width * height];
        readScan();
        this.noise = noise();
    }

    private void readScan() {
        int n = page.channels();
        byte[] samples = page.samples();
        int[] sums = new int[width * n];
        for (int row = 0; row < height; row++) {
            java.util.Arrays.fill(sums, 0);
            for (int y = row * cell; y < (row + 1) * cell; y++) {
                int s = y * page.width() * n;
                for (int col = 0; col < width; col++) {
                    for (int k = 0; k < cell; k++, s += n) {
                        for (int c = 0; c < n; c++) {
                            sums[col * n + c] += samples[s + c] & 0xff;
                        }
                    }
                }
            }
            for (int col = 0; col < width; col++) {
                int least = Integer.MAX_VALUE;
                for (int c = 0; c < n; c++) {
                    least = Math.min(least, sums[col * n + c]);
                }
                scan[row * width + col] = least / (float) (cell * cell);
            }
        }
    }

    /** Variance that the quietest squares have. */
    private double noise() {
        double[] variances = new double[across * down];
        for (int square = 0; square < variances.length; square++) {
            variances[square] = new Moments(square, scan, scan).variance();
        }
        java.util.Arrays.sort(variances);
        return variances[(int) (variances.length * BARE)];
    }

    /** Starts with the paper alone; pictures are in the file as they are. */
    void compose(PictureSquares pictures, LayerCells paper) {
        isPicture = pictures.squares();
        atDark = new boolean[width * height];
        for (int row = 0; row < height; row++) {
            double v = Math.max(0, Math.min(paper.height - 1.001, (row + 0.5) * paper.height / height - 0.5));
            int top = (int) v;
            int below = Math.min(paper.height - 1, top + 1);
            for (int col = 0; col < width; col++) {
                double u = Math.max(0, Math.min(paper.width - 1.001, (col + 0.5) * paper.width / width - 0.5));
                int left = (int) u;
                int right = Math.min(paper.width - 1, left + 1);
                float upper = mix(paper.least(left, top), paper.least(right, top), u - left);
                float lower = mix(paper.least(left, below), paper.least(right, below), u - left);
                layers[row * width + col] = mix(upper, lower, v - top);
            }
        }
    }

    private static float mix(float a, float b, double share) {
        return (float) (a + (b - a) * share);
    }

    /** Lays dark print over it. */
    void printDark(boolean[] mask, LayerCells ink) {
        print(mask, ink);
        atDark = grown(grown(atDark));
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
        boolean[] dark = atDark;
        atDark = new boolean[width * height];
        print(mask, ink);
        atDark = dark;
    }

    private void print(boolean[] mask, LayerCells ink) {
        for (int row = 0; row < height; row++) {
            for (int col = 0; col < width; col++) {
                int inked = 0;
                for (int y = row * cell; y < (row + 1) * cell; y++) {
                    for (int at = y * page.width() + col * cell, end = at + cell; at < end; at++) {
                        inked += mask[at] ? 1 : 0;
                    }
                }
                if (inked > 0) {
                    int at = row * width + col;
                    float colour = ink.least(col * ink.width / width, row * ink.height / height);
                    atDark[at] = true;
                    layers[at] += (colour - layers[at]) * inked / (cell * cell);
                }
            }
        }
    }

    /** Squares in which something of the scan is lost. */
    boolean[] lost() {
        boolean[] lost = new boolean[across * down];
        for (int square = 0; square < lost.length; square++) {
            if (!isPicture[square]) {
                Moments moments = new Moments(square, scan, layers);
                lost[square] = moments.stands() && moments.kept() < LEAST_KEPT;
            }
        }
        return lost;
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
                    if (!together[next] && !isPicture[next]) {
                        Moments moments = new Moments(next, scan, layers);
                        if (moments.stands() && moments.kept() < WELL_KEPT) {
                            together[next] = true;
                            stack[depth++] = next;
                        }
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
            Moments moments = new Moments(square, scan, layers);
            if (moments.stands()) {
                all++;
                kept += isPicture[square] ? 1 : Math.max(0, Math.min(1, moments.kept()));
            }
        }
        return all == 0 ? 1 : kept / all;
    }

    /** Variance of the scan in a square, and what it has in common with the layers. */
    private final class Moments {
        private double n;
        private double sumA;
        private double sumB;
        private double squares;
        private double products;
        private boolean besideDark;

        Moments(int square, float[] a, float[] b) {
            int left = square % across * side / cell;
            int top = square / across * side / cell;
            int right = Math.min(width, (square % across + 1) * side / cell);
            int bottom = Math.min(height, (square / across + 1) * side / cell);
            for (int y = top; y < bottom; y++) {
                for (int at = y * width + left, end = y * width + right; at < end; at++) {
                    if (atDark[at]) {
                        besideDark = true;
                        continue;
                    }
                    n++;
                    sumA += a[at];
                    sumB += b[at];
                    squares += a[at] * a[at];
                    products += a[at] * b[at];
                }
            }
        }

        double variance() {
            return n < FEWEST ? 0 : squares / n - sumA / n * sumA / n;
        }

        boolean stands() {
            // A coder leaves ripples around dark print.
            return variance() > (besideDark ? OVER_RIPPLES : OVER_NOISE) * noise + GRAIN;
        }

        double kept() {
            return (products / n - sumA / n * sumB / n) / (variance() - noise);
        }
    }
}
