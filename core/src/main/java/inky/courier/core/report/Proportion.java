package inky.courier.core.report;

/**
 * A share with the range in which the true one lies with 95 % confidence: few cases must not shout. Wilson's score interval without
 * continuity correction (E. B. Wilson, 1927; NIST/SEMATECH e-Handbook, section 7.2.4.1).
 *
 * @param share 0 to 1; 1 where there was nothing
 * @param low 0 to {@code share}
 * @param high {@code share} to 1
 */
public record Proportion(double share, double low, double high) {
    /** Two-sided, 95 %. */
    private static final double Z = 1.959963984540054;

    private static final Proportion NOTHING_KNOWN = new Proportion(1, 0, 1);

    /** @param successes 0 to {@code all} @param all 0 or more */
    public static Proportion of(long successes, long all) {
        if (successes < 0 || successes > all) {
            throw new IllegalArgumentException(successes + " of " + all);
        }
        if (all == 0) {
            return NOTHING_KNOWN;
        }
        double share = (double) successes / all;
        double square = Z * Z;
        double middle = share + square / (2 * all);
        double reach = Z * Math.sqrt(share * (1 - share) / all + square / (4.0 * all * all));
        double whole = 1 + square / all;
        // Rounding must not put the share outside of its own range.
        double low = successes == 0 ? 0 : Math.max(0, (middle - reach) / whole);
        double high = successes == all ? 1 : Math.min(1, (middle + reach) / whole);
        return new Proportion(share, low, high);
    }
}
