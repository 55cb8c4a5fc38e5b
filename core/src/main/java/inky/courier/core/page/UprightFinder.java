package inky.courier.core.page;

/**
 * Which way up a page is read. The shapes of its letters and figures tell it ({@link GlyphTurn}). Where they do not, as in
 * handwriting, the lines do: ink falls into bands with white between them, which tells rows from columns; and in nearly
 * every script that rises above its lower-case letters, more strokes rise (b, d, f, h, k, l, t, capitals) than hang (g, j,
 * p, q, y). Common practice, no source.
 */
final class UprightFinder {
    /** A column of print this wide is looked at on its own, so columns and tables do not blur each other. */
    private static final double WINDOW_MM = 28;

    private static final double LOWEST_LINE_MM = 1.3;
    private static final double HIGHEST_LINE_MM = 9;

    /** Longer straight strokes are rules and frames. */
    private static final double RULE_MM = 6.5;

    /** So many letters and figures, from all over the page, tell as much as all of them. */
    private static final int GLYPHS = 160;

    /** Natural logarithms of how much likelier a turn must be than the next, over all letters and for each on average. */
    private static final double SURE = 8;

    private static final double SURE_EACH = 0.1;
    private static final double CERTAIN = 20;

    /** A vote needs this many lines' worth of evidence. */
    private static final double FEWEST_LINES = 3;

    /**
     * @param degrees the clockwise turn that makes the page upright: 0, 90, 180 or 270
     * @param confidence 0 to 1
     */
    record Upright(int degrees, double confidence) {
        static final Upright AS_IT_LIES = new Upright(0, 0);
    }

    private UprightFinder() {}

    static Upright find(Ground ground, double skewDegrees) {
        Ink level = Ink.of(ground, skewDegrees);
        GlyphTurn.Vote vote = GlyphTurn.learned().vote(Glyphs.of(ground, skewDegrees, level.cells, GLYPHS));
        return vote.sure() >= SURE && vote.each() >= SURE_EACH
                ? new Upright(vote.degrees(), Math.min(1, vote.sure() / CERTAIN))
                : byLines(level);
    }

    private static Upright byLines(Ink level) {
        Lines rows = Lines.of(level);
        // Letters are made of upright strokes more than of level ones, so more edges are met along a line of print than
        // across it; typewriter faces, whose letters also stand in columns, are told by that alone.
        double strokes = level.ratio();
        boolean clearlyRows = strokes > 1.08 && rows.ink() > 0.6 * level.sum() && rows.count() >= FEWEST_LINES;
        Lines columns = clearlyRows ? Lines.NONE : Lines.of(level.turned());
        boolean onItsSide = columns.count() >= FEWEST_LINES && columns.ink() > strokes * strokes * 1.1 * rows.ink();
        Lines lines = onItsSide ? columns : rows;
        if (lines.count() < FEWEST_LINES) {
            return Upright.AS_IT_LIES;
        }
        double rising = lines.rising();
        double sure = Math.min(1, Math.abs(rising) * 2) * Math.min(1, lines.count() / 8);
        if (onItsSide) {
            // Turned clockwise by a quarter, columns become rows; head-up rows then mean that this turn was right.
            return new Upright(rising >= 0 ? 90 : 270, sure);
        }
        return rising < -0.06 && sure > 0.1 ? new Upright(180, sure) : new Upright(0, sure);
    }

    /** The page's ink, straightened, without rules. */
    static Bits ink(Ground ground, double skewDegrees) {
        return Ink.of(ground, skewDegrees).cells;
    }

    /** The page's ink, straightened, without rules. */
    private record Ink(Bits cells, double mm) {
        static Ink of(Ground ground, double skewDegrees) {
            Survey survey = ground.survey;
            int width = survey.width;
            int height = survey.height;
            Bits cells = new Bits(width, height);
            int threshold = (int) Math.max(24, 5 * ground.noise);
            // Fixed point of 16 bits: one addition a cell instead of a turn of the page.
            int cos = (int) Math.round(Math.cos(Math.toRadians(skewDegrees)) * 65536);
            int sin = (int) Math.round(Math.sin(Math.toRadians(skewDegrees)) * 65536);
            int midX = width / 2;
            int midY = height / 2;
            for (int y = 0; y < height; y++) {
                int u = (midX << 16) - midX * cos + (y - midY) * sin + 32768;
                int v = (midY << 16) + midX * sin + (y - midY) * cos + 32768;
                long word = 0;
                for (int x = 0; x < width; x++, u += cos, v -= sin) {
                    int fromX = u >> 16;
                    int fromY = v >> 16;
                    if (fromX >= 0 && fromY >= 0 && fromX < width && fromY < height) {
                        // 1 where it is darker than the threshold, by the sign of the difference.
                        word |= (long) (threshold - ground.contrast[fromY * width + fromX] >>> 31) << x;
                    }
                    if ((x & 63) == 63 || x == width - 1) {
                        cells.setWord(x >> 6, y, word);
                        word = 0;
                    }
                }
            }
            cells.removeStrokes((int) (RULE_MM / survey.mm));
            return new Ink(cells, survey.mm);
        }

        /** Edges met along rows for each one met along columns. */
        double ratio() {
            return (cells.edgesAlong() + 1.0) / (cells.edgesDown() + 1.0);
        }

        int sum() {
            return cells.count();
        }

        Ink turned() {
            return new Ink(cells.turned(), mm);
        }
    }

    /**
     * Lines of print.
     *
     * @param ink cells of ink within lines
     * @param count lines, each as long as a window is wide
     * @param rising strokes above the lower-case letters less those below, over both; -1 to 1
     */
    private record Lines(double ink, double count, double rising) {
        static final Lines NONE = new Lines(0, 0, 0);

        static Lines of(Ink page) {
            int window = Math.max(8, (int) (WINDOW_MM / page.mm));
            Tally tally = new Tally(page.mm);
            Bits cells = page.cells;
            int[] profile = new int[cells.height];
            for (int left = 0; left + window / 2 < cells.width; left += window) {
                int right = Math.min(cells.width, left + window);
                for (int y = 0; y < cells.height; y++) {
                    profile[y] = cells.count(y, left, right);
                }
                tally.add(profile, right - left);
            }
            return tally.lines();
        }
    }

    private static final class Tally {
        private final double mm;
        private double ink;
        private double count;
        private double above;
        private double below;

        Tally(double mm) {
            this.mm = mm;
        }

        void add(int[] profile, int window) {
            int start = -1;
            for (int y = 0; y <= profile.length; y++) {
                boolean inked = y < profile.length && profile[y] > window / 60;
                if (inked && start < 0) {
                    start = y;
                } else if (!inked && start >= 0) {
                    band(profile, start, y, window);
                    start = -1;
                }
            }
        }

        private void band(int[] profile, int top, int bottom, int window) {
            double height = (bottom - top) * mm;
            if (height < LOWEST_LINE_MM || height > HIGHEST_LINE_MM) {
                return;
            }
            long sum = 0;
            int most = 0;
            for (int y = top; y < bottom; y++) {
                sum += profile[y];
                most = Math.max(most, profile[y]);
            }
            if (most < window / 12) {
                return;
            }
            ink += sum;
            count += Math.min(1, 3.0 * most / window);
            int rise = top;
            int fall = bottom - 1;
            int steepestRise = 0;
            int steepestFall = 0;
            int upper = top + (bottom - top) * 6 / 10;
            int lower = top + (bottom - top) * 4 / 10;
            for (int y = top; y < bottom; y++) {
                int before = y == top ? 0 : profile[y - 1];
                int after = y == bottom - 1 ? 0 : profile[y + 1];
                if (y <= upper && profile[y] - before > steepestRise) {
                    steepestRise = profile[y] - before;
                    rise = y;
                }
                if (y >= lower && profile[y] - after >= steepestFall) {
                    steepestFall = profile[y] - after;
                    fall = y;
                }
            }
            for (int y = top; y < rise; y++) {
                above += profile[y];
            }
            for (int y = fall + 1; y < bottom; y++) {
                below += profile[y];
            }
        }

        Lines lines() {
            double both = above + below;
            // Capitals and figures neither rise nor hang: without strokes beyond the middle there is no vote.
            return new Lines(ink, count, both < ink * 0.02 ? 0 : (above - below) / both);
        }
    }
}
