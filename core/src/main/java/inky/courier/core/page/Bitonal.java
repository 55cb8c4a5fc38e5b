package inky.courier.core.page;

/** Black and white by one threshold for the whole page. */
public final class Bitonal {
    private Bitonal() {}

    /**
     * The threshold that best parts a histogram in two: N. Otsu, "A threshold selection method from gray-level
     * histograms", 1979. Values up to and including it are ink.
     *
     * @param histogram 256 counts
     * @return 0 to 255; 0 for a page of a single value
     */
    public static int otsuThreshold(int[] histogram) {
        double total = 0;
        double weighted = 0;
        for (int value = 0; value < 256; value++) {
            total += histogram[value];
            weighted += (double) value * histogram[value];
        }
        double below = 0;
        double weightedBelow = 0;
        double best = 0;
        int threshold = 0;
        for (int value = 0; value < 255; value++) {
            below += histogram[value];
            weightedBelow += (double) value * histogram[value];
            double above = total - below;
            if (below == 0 || above == 0) {
                continue;
            }
            double difference = weightedBelow / below - (weighted - weightedBelow) / above;
            double between = below * above * difference * difference;
            if (between > best) {
                best = between;
                threshold = value;
            }
        }
        return threshold;
    }

    /**
     * The page packed to one bit a pixel, rows padded to whole bytes, 1 for paper and 0 for ink.
     *
     * @param threshold the largest grey value that is ink
     */
    public static byte[] pack(PageRaster page, int threshold) {
        PageRaster grey = page.toGrey();
        int stride = (grey.width() + 7) / 8;
        byte[] packed = new byte[stride * grey.height()];
        byte[] samples = grey.samples();
        for (int y = 0, s = 0; y < grey.height(); y++) {
            int row = y * stride;
            for (int x = 0; x < grey.width(); x++, s++) {
                if ((samples[s] & 0xff) > threshold) {
                    packed[row + (x >> 3)] |= (byte) (0x80 >> (x & 7));
                }
            }
        }
        return packed;
    }

    /**
     * Threshold for a page of paper and ink: Otsu's, kept away from the paper so that an almost empty page stays clean
     * instead of having its paper's noise parted in two.
     */
    public static int pageThreshold(int[] histogram) {
        return Math.min(otsuThreshold(histogram), 190);
    }
}
