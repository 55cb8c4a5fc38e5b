package inky.courier.core.page;

/**
 * Decides whether a page's content is coloured. Paper that is yellowed or lit by a tinted lamp is not colour: each
 * sample is judged against the tint of the page's own paper. A small stamp is: what counts is a patch, not a share of
 * the page.
 */
public final class ColourFinder {
    /** Side of the square cells that are averaged, in millimetres: smooths JPEG's chroma noise, keeps a pen stroke. */
    private static final double CELL_MM = 0.5;

    /** Chroma distance from the paper's tint that a person calls coloured; 0 to 255, common practice, no source. */
    private static final int CHROMA = 22;

    /** Coloured cells that make a page colour: a patch of about 5 mm2, less than a date stamp's figures. */
    private static final int CELLS = 20;

    private ColourFinder() {}

    /** Colour when enough cells differ from the paper's tint; else grey or bitonal by the spread of the grey values. */
    public static PageColour decide(PageRaster page) {
        if (!page.isGrey() && colouredCells(page) >= CELLS) {
            return PageColour.COLOUR;
        }
        return isBitonal(page.histogram()) ? PageColour.BITONAL : PageColour.GREY;
    }

    static int colouredCells(PageRaster page) {
        int cell = Math.max(2, (int) Math.round(CELL_MM * page.resolution().dpi() / 25.4));
        int across = page.width() / cell;
        int down = page.height() / cell;
        int[] redGreen = new int[across * down];
        int[] blueYellow = new int[across * down];
        int[] light = new int[across * down];
        int[] sums = new int[across * 3];

        for (int row = 0; row < down; row++) {
            sumCells(page, row * cell, cell, sums);
            for (int col = 0; col < across; col++) {
                int n = cell * cell;
                int red = sums[col * 3] / n;
                int green = sums[col * 3 + 1] / n;
                int blue = sums[col * 3 + 2] / n;
                int at = row * across + col;
                redGreen[at] = red - green;
                blueYellow[at] = (red + green) / 2 - blue;
                light[at] = (red + green + blue) / 3;
            }
        }

        Tint paper = Tint.ofBrightest(light, redGreen, blueYellow);
        int coloured = 0;
        for (int i = 0; i < light.length; i++) {
            // A tinted lamp lights dark ink less than paper, so the tint expected of a cell shrinks with its lightness.
            double share = Math.min(1, light[i] / paper.light());
            double distance =
                    Math.hypot(redGreen[i] - paper.redGreen() * share, blueYellow[i] - paper.blueYellow() * share);
            if (distance > CHROMA) {
                coloured++;
            }
        }
        return coloured;
    }

    private static void sumCells(PageRaster page, int top, int cell, int[] sums) {
        java.util.Arrays.fill(sums, 0);
        int usable = sums.length / 3 * cell;
        byte[] samples = page.samples();
        for (int y = top; y < top + cell; y++) {
            int s = y * page.width() * 3;
            for (int x = 0; x < usable; x++, s += 3) {
                int at = x / cell * 3;
                sums[at] += samples[s] & 0xff;
                sums[at + 1] += samples[s + 1] & 0xff;
                sums[at + 2] += samples[s + 2] & 0xff;
            }
        }
    }

    /** Few values between ink and paper: edges of letters alone. A photograph or a wash has many. */
    private static boolean isBitonal(int[] histogram) {
        long total = 0;
        for (int count : histogram) {
            total += count;
        }
        int paper = brightestPeak(histogram);
        long between = 0;
        for (int value = paper / 3; value < paper * 4 / 5; value++) {
            between += histogram[value];
        }
        return between * 100 < total * 4;
    }

    private static int brightestPeak(int[] histogram) {
        int peak = 255;
        for (int value = 128; value < 256; value++) {
            if (histogram[value] > histogram[peak]) {
                peak = value;
            }
        }
        return peak;
    }

    private record Tint(double light, double redGreen, double blueYellow) {
        /** The mean tint of the cells as light as the page's commonest light value: its paper. */
        static Tint ofBrightest(int[] light, int[] redGreen, int[] blueYellow) {
            int[] histogram = new int[256];
            for (int value : light) {
                histogram[value]++;
            }
            int peak = brightestPeak(histogram);
            double sumLight = 0;
            double sumRedGreen = 0;
            double sumBlueYellow = 0;
            int count = 0;
            for (int i = 0; i < light.length; i++) {
                if (Math.abs(light[i] - peak) <= 6) {
                    sumLight += light[i];
                    sumRedGreen += redGreen[i];
                    sumBlueYellow += blueYellow[i];
                    count++;
                }
            }
            return count == 0
                    ? new Tint(255, 0, 0)
                    : new Tint(Math.max(1, sumLight / count), sumRedGreen / count, sumBlueYellow / count);
        }
    }
}
