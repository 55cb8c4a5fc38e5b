package inky.courier.core.page;

/**
 * Decides whether a page's content is coloured. Paper that is yellowed or lit by a tinted lamp is not colour: each cell is
 * judged against the tint of the paper around it. A small stamp is: what counts is a patch, not a share of the page.
 */
final class ColourFinder {
    /** Side of the cells that are judged: smooths JPEG's chroma noise and a lamp's fringes, keeps a pen's stroke. */
    private static final double CELL_MM = 0.5;

    /** Chroma distance from the paper's tint that a person calls coloured; 0 to 255, common practice, no source. */
    private static final double CHROMA = 20;

    /** Coloured patch that makes a page colour: less than a date stamp's figures. */
    private static final double PATCH_MM2 = 4;

    /** The tint is followed across the page in squares of this size. */
    private static final double REGION_MM = 20;

    /** The lamp changes the paper's tint by no more than this from the page's usual one. */
    private static final double DRIFT = 14;

    /** Paper this far from neutral is coloured paper, not an old page; its tint is content. */
    private static final double COLOURED_PAPER = 45;

    /** Old paper goes yellow and brown, further than any lamp. */
    private static final double OLD_PAPER = 95;

    /** Contrast below which a cell is the paper itself. */
    private static final int PLAIN = 8;

    /** Even grey of this area, in square millimetres, needs shades of grey. */
    private static final double GREY_MM2 = 45;

    private final Ground ground;
    private final Survey survey;
    private final int cell;
    private final int across;
    private final int down;
    private final float[] redGreen;
    private final float[] blueYellow;
    private final float[] light;
    private final boolean[] inside;
    private final boolean[] plain;

    /** What was found, and how large the coloured patches are. */
    record Found(PageColour colour, double colouredMm2) {}

    private ColourFinder(Ground ground) {
        this.ground = ground;
        this.survey = ground.survey;
        this.cell = Math.max(1, survey.cells(CELL_MM));
        this.across = survey.width / cell;
        this.down = survey.height / cell;
        this.redGreen = new float[across * down];
        this.blueYellow = new float[across * down];
        this.light = new float[across * down];
        this.inside = new boolean[across * down];
        this.plain = new boolean[across * down];
    }

    /** Colour when a patch differs from the paper's tint; else grey where there are even shades, else bitonal. */
    static Found find(Ground ground) {
        double coloured = ground.survey.isGrey() ? 0 : new ColourFinder(ground).colouredMm2();
        if (coloured >= PATCH_MM2) {
            return new Found(PageColour.COLOUR, coloured);
        }
        return new Found(hasShades(ground) ? PageColour.GREY : PageColour.BITONAL, coloured);
    }

    private double colouredMm2() {
        readCells();
        Tint page = Tint.of(this, 0, 0, across, down, new Tint(0, 0));
        boolean yellowish = page.blueYellow > 0 && page.redGreen > -6 && page.redGreen < 0.6 * page.blueYellow;
        if (Math.hypot(page.redGreen, page.blueYellow) > (yellowish ? OLD_PAPER : COLOURED_PAPER)) {
            return across * down * CELL_MM * CELL_MM;
        }
        boolean[] coloured = new boolean[across * down];
        int region = Math.max(4, (int) (REGION_MM / (cell * survey.mm)));
        for (int top = 0; top < down; top += region) {
            for (int left = 0; left < across; left += region) {
                int right = Math.min(across, left + region);
                int bottom = Math.min(down, top + region);
                Tint here = Tint.of(this, left, top, right, bottom, page);
                judge(coloured, left, top, right, bottom, here.distance(page) > DRIFT ? page : here);
            }
        }
        double mm2 = Math.pow(cell * survey.mm, 2);
        int patches = 0;
        for (int y = 1; y < down - 1; y++) {
            for (int x = 1; x < across - 1; x++) {
                int at = y * across + x;
                // A lone cell is noise; a stroke has neighbours.
                if (coloured[at] && hasNeighbour(coloured, at)) {
                    patches++;
                }
            }
        }
        return patches * mm2;
    }

    private boolean hasNeighbour(boolean[] cells, int at) {
        return cells[at - 1] || cells[at + 1] || cells[at - across] || cells[at + across];
    }

    private void judge(boolean[] coloured, int left, int top, int right, int bottom, Tint tint) {
        float perPaper = 1f / Math.max(1, ground.paper);
        float redGreenTint = (float) tint.redGreen;
        float blueYellowTint = (float) tint.blueYellow;
        float limit = (float) (CHROMA * CHROMA);
        for (int y = top; y < bottom; y++) {
            for (int x = left; x < right; x++) {
                int at = y * across + x;
                if (inside[at]) {
                    // A tinted lamp lights dark ink less than paper, so the tint expected shrinks with the lightness.
                    float share = Math.min(1, light[at] * perPaper);
                    float dr = redGreen[at] - redGreenTint * share;
                    float db = blueYellow[at] - blueYellowTint * share;
                    coloured[at] = dr * dr + db * db > limit;
                }
            }
        }
    }

    private void readCells() {
        int area = cell * cell;
        for (int row = 0; row < down; row++) {
            for (int col = 0, at = row * across; col < across; col++, at++) {
                int from = row * cell * survey.width + col * cell;
                int last = from + (cell - 1) * (survey.width + 1);
                // Paper is convex, so two corners stand for the cell.
                if (ground.inside[from] && ground.inside[last]) {
                    inside[at] = true;
                    readCell(at, from, area);
                }
            }
        }
    }

    private void readCell(int at, int from, int area) {
        light[at] = (float) sum(survey.light, from) / area;
        redGreen[at] = (float) sum(survey.redGreen, from) / area;
        blueYellow[at] = (float) sum(survey.blueYellow, from) / area;
        plain[at] = sum(ground.contrast, from) < PLAIN * area;
    }

    private int sum(short[] values, int from) {
        if (cell == 2) {
            int below = from + survey.width;
            return values[from] + values[from + 1] + values[below] + values[below + 1];
        }
        int sum = 0;
        for (int y = 0; y < cell; y++) {
            for (int at = from + y * survey.width, end = at + cell; at < end; at++) {
                sum += values[at];
            }
        }
        return sum;
    }

    /** Even areas between paper and ink: a photograph, a wash, a shaded panel. Edges of letters are never even. */
    private static boolean hasShades(Ground ground) {
        Survey survey = ground.survey;
        int width = survey.width;
        double low = 0.15 * ground.paper;
        double high = 0.72 * ground.paper;
        double even = 7 + 3 * ground.noise;
        int cells = 0;
        int rim = Math.min(survey.cells(8), Math.min(width, survey.height) / 8);
        for (int y = rim + 1; y < survey.height - rim - 1; y += 2) {
            for (int at = y * width + rim + 1, end = (y + 1) * width - rim - 1; at < end; at += 2) {
                int here = ground.contrast[at];
                if (here > low
                        && here < high
                        && Math.abs(here - ground.contrast[at - 1]) < even
                        && Math.abs(here - ground.contrast[at + 1]) < even
                        && Math.abs(here - ground.contrast[at - width]) < even
                        && Math.abs(here - ground.contrast[at + width]) < even) {
                    cells++;
                }
            }
        }
        // Every second cell of every second row was looked at.
        return 4 * cells * survey.mm * survey.mm > GREY_MM2;
    }

    private record Tint(double redGreen, double blueYellow) {
        /** The mean tint of the plain paper in a part of the page; the other tint where there is too little of it. */
        static Tint of(ColourFinder finder, int left, int top, int right, int bottom, Tint otherwise) {
            double sumRg = 0;
            double sumBy = 0;
            int n = 0;
            for (int y = top; y < bottom; y++) {
                for (int x = left; x < right; x++) {
                    int at = y * finder.across + x;
                    if (finder.plain[at]) {
                        sumRg += finder.redGreen[at];
                        sumBy += finder.blueYellow[at];
                        n++;
                    }
                }
            }
            return n * 5 < (right - left) * (bottom - top) ? otherwise : new Tint(sumRg / n, sumBy / n);
        }

        double distance(Tint other) {
            return Math.hypot(redGreen - other.redGreen, blueYellow - other.blueYellow);
        }
    }
}
