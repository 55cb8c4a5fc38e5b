package inky.courier.core.page;

/**
 * The scanner's red, green and blue lines, which do not quite meet: by a quarter of a line or more, so each black stroke has
 * one hue on its upper flank and the opposite one on its lower. That part of the colour goes with the slope of the lightness;
 * the colour of ink does not, as it is the same on both flanks. How far the lines are shifted is found by least squares.
 */
final class ColourLines {
    /** Further from the paper's tint than any shift makes black print: real colour, which shall not steer the measurement. */
    private static final double REAL = 90;

    private final ColourSquares squares;

    /** Mean change of lightness from the pixel above, or left, to the one below, or right, of each square's pixels. */
    private final float[] slopeDown;

    private final float[] slopeAcross;

    private ColourLines(ColourSquares squares) {
        this.squares = squares;
        this.slopeDown = new float[squares.light.length];
        this.slopeAcross = new float[squares.light.length];
    }

    /** Takes the shift out of the squares' colours and joins neighbours, so that what is left of opposite hues cancels. */
    static ColourSquares straighten(ColourSquares squares, PageRaster page) {
        ColourLines lines = new ColourLines(squares);
        lines.readSlopes(page);
        squares.takePaperTint();
        lines.takeOut();
        smooth(squares.redGreen, squares.across, squares.down);
        smooth(squares.blueYellow, squares.across, squares.down);
        return squares;
    }

    /**
     * At the pixels themselves, for squares are too coarse for a quarter of a line. Within a square the changes add up to
     * its borders.
     */
    private void readSlopes(PageRaster page) {
        int across = squares.across;
        for (int row = 1; row < squares.down - 1; row++) {
            int top = squares.pixelDown(row);
            int bottom = squares.pixelDown(row + 1);
            for (int col = 1, at = row * across + 1; col < across - 1; col++, at++) {
                if (!squares.inside[at] || squares.isAmongPlain(at)) {
                    continue;
                }
                int left = squares.pixelAcross(col);
                int right = squares.pixelAcross(col + 1);
                int fall = 0;
                for (int x = left; x < right; x++) {
                    fall += light(page, x, bottom)
                            + light(page, x, bottom - 1)
                            - light(page, x, top)
                            - light(page, x, top - 1);
                }
                int turn = 0;
                for (int y = top; y < bottom; y++) {
                    turn += light(page, right, y)
                            + light(page, right - 1, y)
                            - light(page, left, y)
                            - light(page, left - 1, y);
                }
                float area = (right - left) * (bottom - top) * 4;
                slopeDown[at] = fall / area;
                slopeAcross[at] = turn / area;
            }
        }
    }

    /** Four times a lightness: green counts for half, which is enough for a slope. */
    private static int light(PageRaster page, int x, int y) {
        int s = (y * page.width() + x) * 3;
        byte[] samples = page.samples();
        return (samples[s] & 0xff) + 2 * (samples[s + 1] & 0xff) + (samples[s + 2] & 0xff);
    }

    private void takeOut() {
        Fit down = new Fit();
        Fit across = new Fit();
        for (int at = 0; at < squares.light.length; at++) {
            if (squares.inside[at] && (slopeDown[at] != 0 || slopeAcross[at] != 0)) {
                double redGreen = squares.redGreen[at];
                double blueYellow = squares.blueYellow[at];
                if (redGreen * redGreen + blueYellow * blueYellow < REAL * REAL) {
                    down.add(slopeDown[at], redGreen, blueYellow);
                    across.add(slopeAcross[at], redGreen, blueYellow);
                }
            }
        }
        for (int at = 0; at < squares.light.length; at++) {
            squares.redGreen[at] -= (float) (down.redGreen() * slopeDown[at] + across.redGreen() * slopeAcross[at]);
            squares.blueYellow[at] -=
                    (float) (down.blueYellow() * slopeDown[at] + across.blueYellow() * slopeAcross[at]);
        }
    }

    /** How much of a colour a slope brings with it. */
    private static final class Fit {
        private double slopes;
        private double redGreens;
        private double blueYellows;

        void add(double slope, double redGreen, double blueYellow) {
            slopes += slope * slope;
            redGreens += slope * redGreen;
            blueYellows += slope * blueYellow;
        }

        double redGreen() {
            return slopes == 0 ? 0 : redGreens / slopes;
        }

        double blueYellow() {
            return slopes == 0 ? 0 : blueYellows / slopes;
        }
    }

    /** The weights 1 2 1 each way. */
    private static void smooth(float[] values, int across, int down) {
        float[] rows = values.clone();
        for (int y = 0; y < down; y++) {
            for (int at = y * across + 1, end = (y + 1) * across - 1; at < end; at++) {
                rows[at] = (values[at - 1] + 2 * values[at] + values[at + 1]) / 4;
            }
        }
        for (int y = 1; y < down - 1; y++) {
            for (int at = y * across, end = (y + 1) * across; at < end; at++) {
                values[at] = (rows[at - across] + 2 * rows[at] + rows[at + across]) / 4;
            }
        }
    }
}
