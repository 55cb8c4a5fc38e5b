package inky.courier.core.report;

import java.util.Arrays;
import java.util.OptionalDouble;

/**
 * Many times as counts in classes that grow by a fourth root of two, from a second to about two days: sums of days can be added, and a
 * quantile is known to about 9 %.
 */
public final class Durations {
    private static final int A_DOUBLING = 4;
    private static final int CLASSES = 70;

    private final long[] counts = new long[CLASSES];

    /** @param counts as {@link #counts()} gave them; what is missing at the end is 0 */
    public static Durations of(long[] counts) {
        Durations durations = new Durations();
        durations.add(counts);
        return durations;
    }

    /** @param seconds 0 or more; longer than two days counts as that */
    public void add(double seconds) {
        counts[classOf(seconds)]++;
    }

    public void add(long[] others) {
        for (int n = 0; n < Math.min(others.length, CLASSES); n++) {
            counts[n] += others[n];
        }
    }

    private static int classOf(double seconds) {
        if (seconds <= 1) {
            return 0;
        }
        // The first class ends with one second.
        int n = (int) Math.ceil(A_DOUBLING * Math.log(seconds) / Math.log(2));
        return Math.min(CLASSES - 1, Math.max(1, n));
    }

    private static double endOf(int n) {
        return Math.pow(2, (double) n / A_DOUBLING);
    }

    /** Without zeros at the end. */
    public long[] counts() {
        int length = CLASSES;
        while (length > 0 && counts[length - 1] == 0) {
            length--;
        }
        return Arrays.copyOf(counts, length);
    }

    /**
     * The time that this share of all did not exceed, by the nearest rank; within a class times are taken as spread evenly.
     *
     * @param share above 0, up to 1
     * @return seconds; empty where there was nothing
     */
    public OptionalDouble quantile(double share) {
        long all = Arrays.stream(counts).sum();
        if (all == 0) {
            return OptionalDouble.empty();
        }
        double rank = Math.max(1, Math.ceil(share * all));
        long before = 0;
        for (int n = 0; n < CLASSES; n++) {
            if (before + counts[n] >= rank) {
                double from = n == 0 ? 0 : endOf(n - 1);
                double within = (rank - before - 0.5) / counts[n];
                return OptionalDouble.of(from + (endOf(n) - from) * within);
            }
            before += counts[n];
        }
        throw new IllegalStateException("a rank beyond the last");
    }
}
