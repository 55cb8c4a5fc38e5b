package inky.courier.core.sizing;

import java.util.Arrays;

/**
 * How the pages that an office really scans compare with the table: bytes a page over the table's median.
 *
 * @param pages how many observations there are
 * @param ratio of real to expected bytes
 */
public record Observed(int pages, Range ratio) {
    /** So many observations weigh as much as the table does. */
    private static final double PRIOR = 12;

    public static final Observed NONE = new Observed(0, new Range(1, 1, 1));

    /** @param ratios real bytes of a page over the expected median, in any order */
    public static Observed of(double[] ratios) {
        if (ratios.length == 0) {
            return NONE;
        }
        double[] sorted = ratios.clone();
        Arrays.sort(sorted);
        return new Observed(sorted.length, new Range(at(sorted, 0.1), at(sorted, 0.5), at(sorted, 0.9)));
    }

    private static double at(double[] sorted, double share) {
        double place = share * (sorted.length - 1);
        int below = (int) place;
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (place - below) * (sorted[above] - sorted[below]);
    }

    /** The table's range, moved towards what was observed the more was observed. */
    Range correct(Range table) {
        if (pages == 0) {
            return table;
        }
        double weight = pages / (pages + PRIOR);
        double p50 = table.p50() * Math.pow(ratio.p50(), weight);
        double low = blend(table.p10() / table.p50(), ratio.p10() / ratio.p50(), weight);
        double high = blend(table.p90() / table.p50(), ratio.p90() / ratio.p50(), weight);
        return new Range(p50 * low, p50, p50 * high);
    }

    private static double blend(double table, double seen, double weight) {
        return Math.pow(table, 1 - weight) * Math.pow(seen, weight);
    }
}
