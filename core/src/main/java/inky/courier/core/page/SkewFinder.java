package inky.courier.core.page;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

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

    /** Levels that are no ink. */
    private static final int FAINT = 8;

    /** How much sharper the best angle must be than the usual one to be believed. */
    private static final double CLEAR = 1.18;

    /** Parts of the page, and how they are taken together: each, by two, by three, all. */
    private static final int PARTS = 6;

    private static final int SCALES = 4;
    private static final int WHOLE = 3;

    /** What counts: where rows run across the whole page it measures finest, else its small parts, each by itself. */
    private static final double[] ALL = {1, 1, 1, 1};

    private static final double[] WHOLE_ALONE = {0, 0, 0, 1};
    private static final double[] SMALL_PARTS = {1, 1, 0, 0};

    /** Rows run across the page when the whole agrees as far as this share of its parts. */
    private static final double ACROSS = 0.55;

    /** Steps between no shift and one of half a cell. */
    private static final int PHASES = 4;

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
        Pair coarse = new Pair(rows.coarser(2, 3), columns.coarser(2, 3));
        double step = 0.35;
        int n = (int) Math.round(2 * REACH / step) + 1;
        double plain = coarse.plain();
        double[] bands = new double[n];
        double most = Double.NEGATIVE_INFINITY;
        int best = 0;
        for (int i = 0; i < n; i++) {
            double[] coherence = coarse.coherence(-REACH + i * step);
            double sum = Arrays.stream(coherence).sum();
            bands[i] = coherence[WHOLE] + plain;
            best = sum > most ? i : best;
            most = Math.max(most, sum);
        }
        Arrays.sort(bands);
        double usual = bands[n / 2];
        if (usual <= 0) {
            return new Skew(0, 1);
        }
        double clarity = bands[n - 1] / usual;
        double degrees = -REACH + best * step;
        Pair half = new Pair(rows.coarser(2, 2), columns.coarser(2, 2));
        degrees = climb(half, ALL, degrees, 0.1, 4);
        double[] there = half.coherence(degrees);
        boolean across = there[WHOLE] > ACROSS * Math.max(there[0], there[1]);
        double[] weights = across ? WHOLE_ALONE : SMALL_PARTS;
        degrees = climb(half, weights, degrees, 0.1, 3);
        degrees = climb(new Pair(rows, columns), weights, degrees, 0.03, 3);
        if (Math.abs(degrees) > REACH - 0.3) {
            return new Skew(0, 1);
        }
        return new Skew(degrees, clarity);
    }

    /** Rows and columns at one fineness. */
    private record Pair(Strips rows, Strips columns) {
        /**
         * How far strips agree, for the page's sixths, thirds, halves and the whole of it: the energy of bands less what the
         * strips have by themselves, for each strip. All four are the same where rows run across the page; where columns
         * stand at different heights, the whole has less.
         */
        double[] coherence(double degrees) {
            double[] sums = new double[SCALES];
            rows.addCoherence(-degrees, sums);
            columns.addCoherence(degrees, sums);
            return sums;
        }

        /** What the strips have by themselves, that clarity is a ratio to something. */
        double plain() {
            return rows.plain() + columns.plain();
        }

        double weighed(double degrees, double[] weights) {
            double[] coherence = coherence(degrees);
            double sum = 0;
            for (int scale = 0; scale < SCALES; scale++) {
                sum += weights[scale] * coherence[scale];
            }
            return sum;
        }
    }

    /** The best of a fine row of angles around one, and the top of the parabola through it and its neighbours. */
    private static double climb(Pair pair, double[] weights, double centre, double step, int reach) {
        double[] scores = new double[2 * reach + 1];
        int best = 0;
        for (int i = 0; i < scores.length; i++) {
            scores[i] = pair.weighed(centre + (i - reach) * step, weights);
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
        private double @Nullable [][] alone;

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
            // What is fainter is grain and the coder's squares, which lie along the scan and not along the print.
            int faint = (int) Math.round(Math.max(FAINT, 3 * ground.noise));
            for (int y = 0; y < survey.height; y++) {
                int at = y * survey.width;
                for (int k = 0; k < across; k++) {
                    int sum = 0;
                    for (int x = k * width; x < (k + 1) * width; x++) {
                        int ink = Math.max(0, Math.min(MOST, ground.contrast[at + x] - faint));
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
            rows.smooth();
            columns.smooth();
            return new Strips[] {rows, columns};
        }

        /**
         * Takes out what is finer than a shift by parts of a cell can keep: it would be sharpest where nothing is shifted, and
         * the angle found be drawn towards nought.
         */
        private void smooth() {
            for (int round = 0; round < 2; round++) {
                float[] from = sums.clone();
                for (int at = 1; at < sums.length - 1; at++) {
                    sums[at] = (from[at - 1] + 2 * from[at] + from[at + 1]) / 4;
                }
            }
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

        /** See {@link Pair#coherence}; along lines that fall by the angle, in strips' direction. */
        void addCoherence(double degrees, double[] sums) {
            double slope = Math.tan(Math.toRadians(degrees));
            double centre = (count - 1) / 2.0;
            float[][] parts = new float[PARTS][length];
            double alone = 0;
            for (int part = 0; part < PARTS; part++) {
                Arrays.fill(profile, 0);
                for (int k = part * count / PARTS; k < (part + 1) * count / PARTS; k++) {
                    double shift = (k - centre) * width * slope;
                    addShifted(k, shift);
                    alone += alone(k, Math.abs(shift - Math.round(shift)));
                }
                System.arraycopy(profile, 0, parts[part], 0, length);
            }
            float[][] halves = {sum(parts, 0, 3), sum(parts, 3, 3)};
            add(sums, 0, steps(parts) - alone, PARTS);
            add(sums, 1, steps(new float[][] {sum(parts, 0, 2), sum(parts, 2, 2), sum(parts, 4, 2)}) - alone, 3);
            add(sums, 2, steps(halves) - alone, 2);
            add(sums, WHOLE, steps(new float[][] {sum(halves, 0, 2)}) - alone, 1);
        }

        private void add(double[] sums, int scale, double energy, int groups) {
            sums[scale] += energy / Math.max(1, (double) count / groups - 1);
        }

        /** A strip's own energy when it is shifted by part of a cell, 0 to a half; a shift by half a cell smooths most. */
        private double alone(int k, double part) {
            if (alone == null) {
                alone = new double[count][PHASES + 1];
                for (int strip = 0; strip < count; strip++) {
                    for (int phase = 0; phase <= PHASES; phase++) {
                        Arrays.fill(profile, 0);
                        addShifted(strip, 0.5 * phase / PHASES);
                        alone[strip][phase] = steps(new float[][] {profile});
                    }
                }
            }
            double at = Math.min(PHASES - 1e-9, part * 2 * PHASES);
            int phase = (int) at;
            return alone[k][phase] + (at - phase) * (alone[k][phase + 1] - alone[k][phase]);
        }

        double plain() {
            double sum = 0;
            for (int k = 0; k < count; k++) {
                sum += alone(k, 0.25);
            }
            return sum / Math.max(1, count - 1);
        }

        private float[] sum(float[][] parts, int first, int count) {
            float[] sum = parts[first].clone();
            for (int part = first + 1; part < first + count; part++) {
                float[] other = parts[part];
                for (int i = 0; i < length; i++) {
                    sum[i] += other[i];
                }
            }
            return sum;
        }

        private static double steps(float[][] profiles) {
            double sum = 0;
            for (float[] profile : profiles) {
                for (int i = 1; i < profile.length; i++) {
                    double step = profile[i] - profile[i - 1];
                    sum += step * step;
                }
            }
            return sum;
        }

        private void addShifted(int k, double shift) {
            int whole = (int) Math.round(shift);
            float part = (float) (shift - whole);
            // The quadratic B-spline: its spread is the same for every part of a cell, so no angle looks sharper only
            // because it shifts by whole cells.
            float before = (0.5f - part) * (0.5f - part) / 2;
            float here = 0.75f - part * part;
            float after = (0.5f + part) * (0.5f + part) / 2;
            int from = Math.max(0, 1 - whole);
            int to = Math.min(length, length - 1 - whole);
            add(k * length + whole, from, to, before, here, after);
        }
    }
}
