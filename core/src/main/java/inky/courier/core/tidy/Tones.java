package inky.courier.core.tidy;

import inky.courier.core.page.PageRaster;

/** Exposure, density and contrast, as one table of 256 values that every sample goes through. */
public final class Tones {
    private static final double STEP = 0.14;

    private Tones() {}

    /**
     * Automatic exposure: the paper becomes white and the darkest ink black. A page without ink is not stretched until
     * its noise is.
     */
    public static byte[] automatic(PageRaster page) {
        int[] histogram = page.histogram();
        long total = (long) page.width() * page.height();
        int ink = at(histogram, total * 2 / 1000);
        int paper = peakAbove(histogram, 96);
        int white = Math.max(40, paper - 6);
        int black = Math.max(0, Math.min(ink, white - 40));
        byte[] table = new byte[256];
        for (int v = 0; v < 256; v++) {
            table[v] = clamped((v - black) * 255.0 / (white - black));
        }
        return table;
    }

    /**
     * Manual exposure.
     *
     * @param density -4 (lighter) to 4 (darker)
     * @param contrast -4 (softer) to 4 (harder)
     */
    public static byte[] manual(int density, int contrast) {
        double gamma = Math.pow(2, density * STEP * 1.6);
        double slope = Math.pow(2, contrast * STEP * 2);
        byte[] table = new byte[256];
        for (int v = 0; v < 256; v++) {
            double bent = 255 * Math.pow(v / 255.0, gamma);
            table[v] = clamped((bent - 128) * slope + 128);
        }
        return table;
    }

    /** First one, then the other. */
    public static byte[] both(byte[] first, byte[] second) {
        byte[] table = new byte[256];
        for (int v = 0; v < 256; v++) {
            table[v] = second[first[v] & 0xff];
        }
        return table;
    }

    public static PageRaster apply(PageRaster page, byte[] table) {
        byte[] samples = new byte[page.samples().length];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = table[page.samples()[i] & 0xff];
        }
        return new PageRaster(page.width(), page.height(), page.channels(), page.resolution(), samples);
    }

    private static int at(int[] histogram, long count) {
        long sum = 0;
        for (int v = 0; v < 256; v++) {
            sum += histogram[v];
            if (sum > count) {
                return v;
            }
        }
        return 255;
    }

    private static int peakAbove(int[] histogram, int from) {
        int peak = 255;
        for (int v = from; v < 256; v++) {
            peak = histogram[v] > histogram[peak] ? v : peak;
        }
        return peak;
    }

    private static byte clamped(double value) {
        return (byte) Math.max(0, Math.min(255, Math.round(value)));
    }
}
