package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import java.util.stream.IntStream;

/** Mean colours of a page's cells, of the print alone or of all but the print. */
final class LayerCells {
    /** Pixels of ink that a cell needs to tell its colour. */
    private static final int FEWEST = 8;

    /** How far an ink's hue, and its lightness, may be from the page's ink and still be printed as it; 0 to 255. */
    private static final double OTHER_HUE = 18;

    private static final double OTHER_LIGHT = 62;

    final int width;
    final int height;

    /** Red, green and blue of each. */
    final float[] colours;

    private final int[] counts;

    LayerCells(CellSums sums) {
        this.width = sums.width;
        this.height = sums.height;
        this.colours = new float[width * height * 3];
        this.counts = sums.counts.clone();
        for (int i = 0; i < colours.length; i++) {
            colours[i] = counts[i / 3] == 0 ? 0 : (float) sums.colours[i] / counts[i / 3];
        }
    }

    /** The darkest of each cell's colours. */
    float[] least() {
        float[] least = new float[width * height];
        for (int at = 0; at < least.length; at++) {
            least[at] = Math.min(colours[at * 3], Math.min(colours[at * 3 + 1], colours[at * 3 + 2]));
        }
        return least;
    }

    double[] mean() {
        double[] sums = new double[3];
        long count = 0;
        for (int at = 0; at < counts.length; at++) {
            count += counts[at];
            for (int c = 0; c < 3; c++) {
                sums[c] += (double) counts[at] * colours[at * 3 + c];
            }
        }
        for (int c = 0; c < 3; c++) {
            sums[c] = count == 0 ? 0 : sums[c] / count;
        }
        return sums;
    }

    /** Whether the print is all of one colour: of each cell with enough ink, neither hue nor lightness is its own. */
    boolean isOneColour(double[] mean) {
        int other = 0;
        int cells = 0;
        for (int at = 0; at < counts.length; at++) {
            if (counts[at] >= FEWEST) {
                double red = colours[at * 3] - mean[0];
                double green = colours[at * 3 + 1] - mean[1];
                double blue = colours[at * 3 + 2] - mean[2];
                double light = (red + green + blue) / 3;
                double hue = Math.max(Math.abs(red - light), Math.max(Math.abs(green - light), Math.abs(blue - light)));
                cells++;
                other += hue > OTHER_HUE || Math.abs(light) > OTHER_LIGHT ? 1 : 0;
            }
        }
        return other <= cells / 200;
    }

    /** Empty cells take the mean of their neighbours, ring by ring, so the coder meets no edges. */
    void fill() {
        int[] ring =
                IntStream.range(0, counts.length).filter(at -> counts[at] > 0).toArray();
        int inRing = ring.length;
        boolean[] taken = new boolean[counts.length];
        while (inRing > 0) {
            int[] next = new int[Math.min(8 * inRing, counts.length)];
            int found = 0;
            for (int i = 0; i < inRing; i++) {
                found = addOpen(ring[i], taken, next, found);
            }
            for (int i = 0; i < found; i++) {
                fromNeighbours(next[i] % width, next[i] / width);
            }
            for (int i = 0; i < found; i++) {
                counts[next[i]] = 1;
            }
            ring = next;
            inRing = found;
        }
    }

    /** Adds the empty cells around one. */
    private int addOpen(int at, boolean[] taken, int[] next, int found) {
        int count = found;
        for (int v = Math.max(0, at / width - 1); v <= Math.min(height - 1, at / width + 1); v++) {
            for (int u = Math.max(0, at % width - 1); u <= Math.min(width - 1, at % width + 1); u++) {
                int beside = v * width + u;
                if (counts[beside] == 0 && !taken[beside]) {
                    taken[beside] = true;
                    next[count++] = beside;
                }
            }
        }
        return count;
    }

    private void fromNeighbours(int x, int y) {
        float red = 0;
        float green = 0;
        float blue = 0;
        int n = 0;
        for (int v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
            for (int u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
                int at = v * width + u;
                if (counts[at] > 0) {
                    red += colours[at * 3];
                    green += colours[at * 3 + 1];
                    blue += colours[at * 3 + 2];
                    n++;
                }
            }
        }
        int at = (y * width + x) * 3;
        colours[at] = red / n;
        colours[at + 1] = green / n;
        colours[at + 2] = blue / n;
    }

    PageRaster raster(PageRaster page) {
        byte[] samples = new byte[colours.length];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) Math.round(colours[i]);
        }
        return new PageRaster(width, height, 3, page.resolution(), samples);
    }
}
