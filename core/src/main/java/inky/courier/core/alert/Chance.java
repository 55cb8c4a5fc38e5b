package inky.courier.core.alert;

import org.apache.commons.math3.special.Beta;

/**
 * How likely counts are by chance alone, where the usual rate is known only from what was counted before. Counts are taken as
 * Poisson (NIST/SEMATECH e-Handbook, section 1.3.6.6.19); the rate has the gamma distribution that {@code counted} in
 * {@code exposure} gives it, so a count to come is negative binomial: {@code r = counted + prior}, {@code p = exposure /
 * (exposure + 1)}.
 */
public final class Chance {
    /** What is believed of a rate before anything was counted: hardly anything. */
    private static final double PRIOR = 0.5;

    private Chance() {}

    /**
     * That nothing comes in a time in which something usually does.
     *
     * @param counted in such times before
     * @param exposure how many such times they were, above 0
     * @param share what others have now against what they usually have: a holiday that all share, and how sure that is
     */
    public static double ofNothing(double counted, double exposure, Share share) {
        double usual = counted * Math.log1p(1 / exposure);
        return Math.pow(share.rate / (share.rate + usual), share.shape);
    }

    /**
     * How much of what is usual the rest of the office has now, as the gamma distribution of that share.
     *
     * @param shape with {@code rate}: the mean is their quotient
     */
    public record Share(double shape, double rate) {
        /** So many others that are as usual are believed in before any was counted. */
        private static final double BELIEVED = 2;

        /** Nothing is known of others: as usual. */
        public static final Share AS_USUAL = new Share(1e9, 1e9);

        /** @param seen of others @param usual of others in such a time */
        public static Share of(double seen, double usual) {
            double shape = BELIEVED + seen;
            double rate = BELIEVED + usual;
            // More than usual elsewhere proves nothing of this one.
            return shape > rate ? new Share(rate, rate) : new Share(shape, rate);
        }
    }

    /**
     * That so many come or more.
     *
     * @param seen 0 or more
     * @param counted before
     * @param exposure in how many such times, above 0
     */
    public static double ofSoMany(int seen, double counted, double exposure) {
        if (seen == 0) {
            return 1;
        }
        double size = counted + PRIOR;
        return Beta.regularizedBeta(1 / (exposure + 1), seen, size);
    }

    /**
     * Below which a chance counts, so that chance alone gives one alert in so many days.
     *
     * @param looks how many times a day chance has to give one
     * @param days 1 or more
     */
    public static double limit(double looks, int days) {
        return 1 / (Math.max(1, looks) * days);
    }
}
