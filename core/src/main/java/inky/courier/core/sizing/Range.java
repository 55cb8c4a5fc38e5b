package inky.courier.core.sizing;

/** What a tenth, half and nine tenths of the pages do not exceed. */
public record Range(double p10, double p50, double p90) {
    /** Standard deviations between the tenth and the ninetieth percentile of a normal distribution. */
    private static final double P10_TO_P90 = 2.5631;

    private static final double ALIKE = 0.1;

    public Range times(double factor) {
        return new Range(p10 * factor, p50 * factor, p90 * factor);
    }

    public Range plus(double bytes) {
        return new Range(p10 + bytes, p50 + bytes, p90 + bytes);
    }

    /** Between two ranges on logarithmic scale; a share of 0 is this one. */
    Range power(Range other, double share) {
        return new Range(
                p10 * Math.pow(other.p10 / p10, share),
                p50 * Math.pow(other.p50 / p50, share),
                p90 * Math.pow(other.p90 / p90, share));
    }

    /**
     * How much of the pages' spread their mean has. Pages of a stack differ less among themselves than from other stacks:
     * a tenth of the variance is the stack's own (judgement; no source).
     */
    static double spreadOfMean(int pages) {
        return Math.sqrt(ALIKE + (1 - ALIKE) / pages);
    }

    /**
     * Of the sum over so many pages of one stack. Large pages weigh more in a sum than in a median: by as much as the mean of a
     * log-normal distribution is above its median.
     */
    public Range sum(int pages) {
        double sigma = Math.log(p90 / p10) / P10_TO_P90;
        double mean = Math.exp(sigma * sigma * (1 - ALIKE) * (1 - 1.0 / pages) / 2);
        double middle = p50 * pages * mean;
        double spread = spreadOfMean(pages);
        return new Range(middle * Math.pow(p10 / p50, spread), middle, middle * Math.pow(p90 / p50, spread));
    }
}
