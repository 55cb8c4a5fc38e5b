package inky.courier.core.page;

/**
 * How far the content lies askew, by projection: at the right angle the page's rows of ink fall into sharp bands. The
 * page is cut into narrow strips, each summed once; for an angle the strips are shifted against each other and added,
 * which costs a thousandth of turning the page. Rows and columns vote together, so tables, forms and pages that lie on
 * their side are measured as well.
 */
final class SkewFinder {
    private static final double REACH = 10.5;
    private static final double STRIP_MM = 2;

    /** Ink darker than this counts no more: one black bar shall not outvote a page of text. */
    private static final int MOST = 90;

    /** How much sharper the best angle must be than the usual one to be believed. */
    private static final double CLEAR = 1.18;

    /**
     * @param degrees counter-clockwise positive
     * @param clarity how much sharper the bands are at this angle than at others; 1 means nothing to measure
     */
    record Skew(double degrees, double clarity) {
        boolean isClear() {
            return clarity >= CLEAR;
        }
    }

    private final Strips rows;
    private final Strips columns;

    private SkewFinder(Ground ground) {
        Strips[] both = Strips.of(ground);
        this.rows = both[0];
        this.columns = both[1];
    }

    static Skew find(Ground ground) {
        return new SkewFinder(ground).search();
    }

    private Skew search() {
        Strips coarseRows = rows.coarser(2, 3);
        Strips coarseColumns = columns.coarser(2, 3);
        double step = 0.35;
        int n = (int) Math.round(2 * REACH / step) + 1;
        double[] scores = new double[n];
        int best = 0;
        for (int i = 0; i < n; i++) {
            double degrees = -REACH + i * step;
            scores[i] = coarseRows.sharpness(-degrees) + coarseColumns.sharpness(degrees);
            best = scores[i] > scores[best] ? i : best;
        }
        double[] sorted = scores.clone();
        java.util.Arrays.sort(sorted);
        double usual = sorted[n / 2];
        if (usual <= 0) {
            return new Skew(0, 1);
        }
        double clarity = scores[best] / usual;
        double degrees = -REACH + best * step;
        degrees = climb(rows.coarser(2, 2), columns.coarser(2, 2), degrees, 0.1, 4);
        degrees = climb(rows, columns, degrees, 0.03, 2);
        if (Math.abs(degrees) > REACH - 0.3) {
            return new Skew(0, 1);
        }
        return new Skew(degrees, clarity);
    }

    /** The best of a fine row of angles around one, and the top of the parabola through it and its neighbours. */
    private static double climb(Strips rows, Strips columns, double centre, double step, int reach) {
        double[] scores = new double[2 * reach + 1];
        int best = 0;
        for (int i = 0; i < scores.length; i++) {
            double degrees = centre + (i - reach) * step;
            scores[i] = rows.sharpness(-degrees) + columns.sharpness(degrees);
            best = scores[i] > scores[best] ? i : best;
        }
        double top = best;
        if (best > 0 && best < scores.length - 1) {
            double bend = scores[best - 1] - 2 * scores[best] + scores[best + 1];
            top += bend < 0 ? 0.5 * (scores[best - 1] - scores[best + 1]) / bend : 0;
        }
        return centre + (top - reach) * step;
    }

    /** Sums of ink across narrow strips: one line of {@code length} values for each strip. */
    private static final class Strips {
        private final int count;
        private final int length;
        private final double width;
        private final float[] sums;
        private final float[] profile;
        private final float[] left;
        private final float[] middle;
        private final float[] right;

        private Strips(int count, int length, double width, float[] sums) {
            this.count = count;
            this.length = length;
            this.width = width;
            this.sums = sums;
            this.profile = new float[length];
            this.left = new float[length];
            this.middle = new float[length];
            this.right = new float[length];
        }

        /** Upright strips with a sum for every row, and level strips with a sum for every column, in one pass. */
        static Strips[] of(Ground ground) {
            Survey survey = ground.survey;
            int width = Math.max(2, survey.cells(STRIP_MM));
            int across = Math.max(1, survey.width / width);
            int down = Math.max(1, survey.height / width);
            Strips rows = new Strips(across, survey.height, width, new float[across * survey.height]);
            Strips columns = new Strips(down, survey.width, width, new float[down * survey.width]);
            int[] sums = new int[survey.width];
            for (int y = 0; y < survey.height; y++) {
                int at = y * survey.width;
                for (int k = 0; k < across; k++) {
                    int sum = 0;
                    for (int x = k * width; x < (k + 1) * width; x++) {
                        int ink = Math.min(MOST, ground.contrast[at + x]);
                        sums[x] += ink;
                        sum += ink;
                    }
                    rows.sums[k * survey.height + y] = sum;
                }
                if (y % width == width - 1 && y / width < down) {
                    int base = y / width * survey.width;
                    for (int x = 0; x < survey.width; x++) {
                        columns.sums[base + x] = sums[x];
                        sums[x] = 0;
                    }
                }
            }
            return new Strips[] {rows, columns};
        }

        /** Several strips, and several cells of each, taken together: enough to find the best angle's neighbourhood. */
        Strips coarser(int strips, int cells) {
            int groups = Math.max(1, count / strips);
            int shorter = length / cells;
            Strips coarse = new Strips(groups, shorter, width * strips / cells, new float[groups * shorter]);
            for (int k = 0; k < groups * strips; k++) {
                int to = k / strips * shorter;
                int from = k * length;
                for (int i = 0; i < shorter; i++) {
                    float sum = 0;
                    for (int c = 0; c < cells; c++) {
                        sum += sums[from + i * cells + c];
                    }
                    coarse.sums[to + i] += sum;
                }
            }
            return coarse;
        }

        /**
         * Adds a line shifted by part of a cell. The three neighbours of a value are first brought to its own place, for
         * only then does the compiler work on eight values at a time: more than twice as fast, copies included.
         */
        private void add(int at, int from, int to, float before, float here, float after) {
            if (from >= to) {
                return;
            }
            System.arraycopy(sums, at + from - 1, left, from, to - from);
            System.arraycopy(sums, at + from, middle, from, to - from);
            System.arraycopy(sums, at + from + 1, right, from, to - from);
            add(profile, left, middle, right, from, to, before, here, after);
        }

        private static void add(
                float[] profile,
                float[] left,
                float[] middle,
                float[] right,
                int from,
                int to,
                float before,
                float here,
                float after) {
            for (int i = from; i < to; i++) {
                profile[i] += before * left[i] + here * middle[i] + after * right[i];
            }
        }

        /** Sum of the squared steps of the profile along lines that fall by the angle, in strips' direction. */
        double sharpness(double degrees) {
            double slope = Math.tan(Math.toRadians(degrees));
            java.util.Arrays.fill(profile, 0);
            double centre = (count - 1) / 2.0;
            for (int k = 0; k < count; k++) {
                double shift = (k - centre) * width * slope;
                int whole = (int) Math.round(shift);
                float part = (float) (shift - whole);
                // The quadratic B-spline: its spread is the same for every part of a cell, so no angle looks sharper
                // only because it shifts by whole cells.
                float before = (0.5f - part) * (0.5f - part) / 2;
                float here = 0.75f - part * part;
                float after = (0.5f + part) * (0.5f + part) / 2;
                int from = Math.max(0, 1 - whole);
                int to = Math.min(length, length - 1 - whole);
                add(k * length + whole, from, to, before, here, after);
            }
            double sum = 0;
            for (int i = 1; i < length; i++) {
                double step = profile[i] - profile[i - 1];
                sum += step * step;
            }
            return sum;
        }
    }
}
