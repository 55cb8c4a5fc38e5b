package inky.courier.core.fleet;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.apache.commons.math3.distribution.TDistribution;

/**
 * When a supply will be out, by what was used of it a day since it was last filled.
 *
 * @param early days until it may be out: sooner in one case of ten
 * @param likely days until it is out if as much is used a day as until now
 */
public record SupplyForecast(int early, int likely) {
    /** Later than this nobody can say. */
    public static final int FARTHEST = 365;

    /** A device that measures in tens says little with fewer. */
    private static final int FEWEST_DAYS = 5;

    /** In points of percent; less may be a sensor that wavers. */
    private static final int LEAST_USED = 3;

    private static final double ONE_IN_TEN = 0.9;

    /** What was left at the end of a day. @param percent 0 to 100 */
    public record Reading(LocalDate day, int percent) {}

    /**
     * The sum of what is used in the next {@code t} days is foretold by the mean of the {@code n} days that were seen; its prediction
     * interval has the variance {@code s² (t + t²/n)} and Student's quantile for {@code n - 1} degrees of freedom (NIST/SEMATECH
     * e-Handbook, section 1.3.5.2 for the mean, with the new sum's own spread added).
     *
     * @param readings in the order of their days, at most one a day
     * @return empty where too little is known, or less is used than would end within {@link #FARTHEST} days
     */
    public static Optional<SupplyForecast> of(List<Reading> readings) {
        List<Reading> since = sinceFilled(readings);
        if (since.size() < 2) {
            return Optional.empty();
        }
        Reading first = since.get(0);
        Reading last = since.get(since.size() - 1);
        double days = ChronoUnit.DAYS.between(first.day, last.day);
        double used = first.percent - last.percent;
        if (days < FEWEST_DAYS || used < LEAST_USED) {
            return Optional.empty();
        }
        double mean = used / days;
        double squares = 0;
        for (int i = 1; i < since.size(); i++) {
            Reading before = since.get(i - 1);
            double gap = ChronoUnit.DAYS.between(before.day, since.get(i).day);
            double off = before.percent - since.get(i).percent - mean * gap;
            // Over a gap only the sum is known: its spread is that of so many days.
            squares += off * off / gap;
        }
        double spread = Math.sqrt(squares / (since.size() - 2 > 0 ? since.size() - 2 : 1));
        double quantile = new TDistribution(Math.max(1, since.size() - 2)).inverseCumulativeProbability(ONE_IN_TEN);
        double left = last.percent;
        double likely = left / mean;
        return likely > FARTHEST
                ? Optional.empty()
                : Optional.of(new SupplyForecast(
                        (int) Math.floor(early(left, mean, spread * quantile, days)), (int) Math.floor(likely)));
    }

    /** When as much as is left may have been used: {@code mean t + wide sqrt(t + t²/n) = left}, by halving. */
    private static double early(double left, double mean, double wide, double n) {
        double low = 0;
        double high = left / mean;
        while (high - low > 0.01) {
            double t = (low + high) / 2;
            if (mean * t + wide * Math.sqrt(t + t * t / n) < left) {
                low = t;
            } else {
                high = t;
            }
        }
        return high;
    }

    /** The readings after the last time that there was more than the day before, by more than a sensor wavers. */
    private static List<Reading> sinceFilled(List<Reading> readings) {
        int from = 0;
        for (int i = 1; i < readings.size(); i++) {
            if (readings.get(i).percent > readings.get(i - 1).percent + LEAST_USED) {
                from = i;
            }
        }
        return readings.subList(from, readings.size());
    }
}
