package inky.courier.core.page;

/** A page's colours in squares of half a millimetre: smooths JPEG's chroma noise, keeps a pen's stroke. */
final class ColourSquares {
    private static final double SQUARE_MM = 0.5;

    /** The paper's tint is followed across the page in regions of this size. */
    private static final double REGION_MM = 20;

    /** The lamp changes the paper's tint by no more than this from the page's usual one. */
    private static final double DRIFT = 14;

    /** Contrast below which a square is the paper itself. */
    private static final int PLAIN = 8;

    /** Levels around the page's usual tone. */
    private static final int LIGHTEST = 12;

    /** Rim of the paper, on both of its sides, where the lid's edge has hues of its own. */
    private static final double RIM_MM = 3;

    private final Ground ground;
    private final Survey survey;

    /** Cells of the survey along a square's side. */
    private final int cells;

    final int across;
    final int down;

    /** Red less green, and the mean of both less blue. */
    final float[] redGreen;

    final float[] blueYellow;
    final float[] light;

    /** Whether a square is looked at: on the paper, and beyond it, as paper can be taken for smaller than it is. */
    final boolean[] inside;

    private final boolean[] plain;
    private Tint pageTint;

    /** What {@link #takePaperTint} took. */
    private Tint taken = new Tint(0, 0);

    private ColourSquares(Ground ground, Paper paper) {
        this.ground = ground;
        this.survey = ground.survey;
        this.cells = Math.max(1, survey.cells(SQUARE_MM));
        this.across = survey.width / cells;
        this.down = survey.height / cells;
        this.redGreen = new float[across * down];
        this.blueYellow = new float[across * down];
        this.light = new float[across * down];
        this.inside = new boolean[across * down];
        this.plain = new boolean[across * down];
        read(paper);
        this.pageTint = Tint.of(this, 0, 0, across, down, tintOfTheLightest());
    }

    /** Of a page that is not grey. */
    static ColourSquares of(Ground ground, Paper paper) {
        return new ColourSquares(ground, paper);
    }

    /** A colour without its lightness. */
    record Tint(double redGreen, double blueYellow) {
        /** The tint of the plain paper in a part of the page, as if it were as light as the page; the other tint where there is too little of it. */
        private static Tint of(ColourSquares squares, int left, int top, int right, int bottom, Tint otherwise) {
            double sumRg = 0;
            double sumBy = 0;
            double shares = 0;
            int n = 0;
            for (int y = top; y < bottom; y++) {
                for (int at = y * squares.across + left, end = y * squares.across + right; at < end; at++) {
                    if (squares.plain[at]) {
                        sumRg += squares.redGreen[at];
                        sumBy += squares.blueYellow[at];
                        shares += squares.share(at);
                        n++;
                    }
                }
            }
            return n * 5 < (right - left) * (bottom - top) ? otherwise : new Tint(sumRg / shares, sumBy / shares);
        }

        private double distance(Tint other) {
            return Math.hypot(redGreen - other.redGreen, blueYellow - other.blueYellow);
        }
    }

    /** Of a picture without bare paper: the tint of what is as light as most of the page. */
    private Tint tintOfTheLightest() {
        double sumRg = 0;
        double sumBy = 0;
        int n = 0;
        for (int at = 0; at < light.length; at++) {
            if (inside[at] && light[at] > ground.paper - LIGHTEST) {
                sumRg += redGreen[at];
                sumBy += blueYellow[at];
                n++;
            }
        }
        return n == 0 ? new Tint(0, 0) : new Tint(sumRg / n, sumBy / n);
    }

    /** Takes the paper's tint from every square, so that what is left can be joined with its neighbours. */
    void takePaperTint() {
        for (int at = 0; at < light.length; at++) {
            float share = share(at);
            redGreen[at] -= (float) pageTint.redGreen * share;
            blueYellow[at] -= (float) pageTint.blueYellow * share;
        }
        taken = pageTint;
        pageTint = new Tint(0, 0);
    }

    Tint pageTint() {
        return pageTint;
    }

    /** Whether it and those beside it are paper, where nothing has a slope. */
    boolean isAmongPlain(int at) {
        return plain[at] && plain[at - 1] && plain[at + 1] && plain[at - across] && plain[at + across];
    }

    /** How light a square is beside the paper, 0 to 1: dark ink shows less of the paper's and the lamp's tint. */
    float share(int at) {
        return Math.min(1, light[at] / Math.max(1, ground.paper));
    }

    /** First pixel of a square across the page. */
    int pixelAcross(int square) {
        return (int) (square * cells * survey.pixels);
    }

    int pixelDown(int square) {
        return (int) (square * cells * survey.pixels);
    }

    /** Area of squares that are further from the paper's tint than a distance, lone ones left out. */
    double mm2Beyond(double chroma) {
        boolean[] coloured = new boolean[across * down];
        int region = Math.max(4, (int) (REGION_MM / (cells * survey.mm)));
        for (int top = 0; top < down; top += region) {
            for (int left = 0; left < across; left += region) {
                int right = Math.min(across, left + region);
                int bottom = Math.min(down, top + region);
                Tint here = Tint.of(this, left, top, right, bottom, pageTint);
                Tint tint = here.distance(pageTint) > DRIFT ? pageTint : here;
                judge(coloured, left, top, right, bottom, tint, (float) (chroma * chroma));
            }
        }
        int patches = 0;
        for (int y = 1; y < down - 1; y++) {
            for (int at = y * across + 1, end = (y + 1) * across - 1; at < end; at++) {
                // A lone square is noise; a stroke has neighbours.
                patches += coloured[at] && hasNeighbour(coloured, at) ? 1 : 0;
            }
        }
        return patches * Math.pow(cells * survey.mm, 2);
    }

    private boolean hasNeighbour(boolean[] squares, int at) {
        return squares[at - 1] || squares[at + 1] || squares[at - across] || squares[at + across];
    }

    private void judge(boolean[] coloured, int left, int top, int right, int bottom, Tint tint, float limit) {
        float redGreenTint = (float) tint.redGreen;
        float blueYellowTint = (float) tint.blueYellow;
        for (int y = top; y < bottom; y++) {
            for (int at = y * across + left, end = y * across + right; at < end; at++) {
                if (inside[at]) {
                    float share = share(at);
                    float dr = redGreen[at] - redGreenTint * share;
                    float db = blueYellow[at] - blueYellowTint * share;
                    // On coloured paper black ink and a hole are far from its tint as well, but have no colour of their
                    // own.
                    float ownRed = redGreen[at] + (float) taken.redGreen * share;
                    float ownBlue = blueYellow[at] + (float) taken.blueYellow * share;
                    coloured[at] = dr * dr + db * db > limit && ownRed * ownRed + ownBlue * ownBlue > limit;
                }
            }
        }
    }

    private void read(Paper paper) {
        int area = cells * cells;
        Outline outline = paper.outline().scaled(1.0 / survey.pixels);
        for (int row = 0; row < down; row++) {
            double beyond = RIM_MM / survey.mm;
            Outline.Span span = outline.span((row + 0.5) * cells, -beyond);
            for (int col = 0, at = row * across; col < across; col++, at++) {
                int from = row * cells * survey.width + col * cells;
                int last = from + (cells - 1) * (survey.width + 1);
                // Paper is convex, so two corners stand for the square.
                boolean on = ground.inside[from] && ground.inside[last];
                double x = (col + 0.5) * cells;
                if (on || paper.edgesSeen() && (x < span.from() || x > span.to())) {
                    inside[at] = true;
                    light[at] = (float) sum(survey.light, from) / area;
                    redGreen[at] = (float) sum(survey.redGreen, from) / area;
                    blueYellow[at] = (float) sum(survey.blueYellow, from) / area;
                    plain[at] = on && sum(ground.contrast, from) < PLAIN * area;
                }
            }
        }
    }

    private int sum(short[] values, int from) {
        if (cells == 2) {
            int below = from + survey.width;
            return values[from] + values[from + 1] + values[below] + values[below + 1];
        }
        int sum = 0;
        for (int y = 0; y < cells; y++) {
            for (int at = from + y * survey.width, end = at + cells; at < end; at++) {
                sum += values[at];
            }
        }
        return sum;
    }
}
