package inky.courier.core.sizing;

import java.util.Collection;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * How files that were really made compare with the table, and what that does to the table's range: the more were seen, the
 * more it moves towards them.
 *
 * @param files how many were seen
 * @param tables share of the table's own spread that still counts; 1 when nothing was seen
 * @param factor what the table's median is multiplied by, and what was seen of the spread below and above a median
 */
public record Observed(int files, double tables, Range factor) {
    /** So many files weigh as much as all that was known before. */
    private static final double PRIOR = 12;

    public static final Observed NONE = new Observed(0, 1, new Range(1, 1, 1));

    /**
     * A file that was made.
     *
     * @param ratio its bytes over the expected median
     * @param pages 1 or more; the more, the less it says about how far single pages differ
     */
    public record Seen(double ratio, int pages) {}

    /** @param seen in any order */
    public static Observed of(Collection<Seen> seen) {
        return NONE.refined(seen);
    }

    /** Corrected again by files that are nearer to what is asked for, as those of one model among an office's. */
    public Observed refined(Collection<Seen> nearer) {
        if (nearer.isEmpty()) {
            return this;
        }
        double weight = nearer.size() / (nearer.size() + PRIOR);
        double median = at(nearer, 0.5, Seen::ratio);
        // As far as single pages would have differed.
        ToDoubleFunction<Seen> page = file -> Math.pow(file.ratio / median, 1 / Range.spreadOfMean(file.pages));
        return new Observed(
                files + nearer.size(),
                tables * (1 - weight),
                new Range(
                        blend(factor.p10(), at(nearer, 0.1, page), weight),
                        blend(factor.p50(), median, weight),
                        blend(factor.p90(), at(nearer, 0.9, page), weight)));
    }

    private static double at(Collection<Seen> seen, double share, ToDoubleFunction<Seen> of) {
        List<Double> sorted = seen.stream().mapToDouble(of).sorted().boxed().toList();
        double place = share * (sorted.size() - 1);
        int below = (int) place;
        int above = Math.min(sorted.size() - 1, below + 1);
        return sorted.get(below) + (place - below) * (sorted.get(above) - sorted.get(below));
    }

    private static double blend(double before, double seen, double weight) {
        return Math.pow(before, 1 - weight) * Math.pow(seen, weight);
    }

    /**
     * The table's range for so many pages, moved towards what was seen.
     *
     * @param table of them all
     */
    Range correct(Range table, int pages) {
        double p50 = table.p50() * factor.p50();
        double spread = Range.spreadOfMean(pages);
        return new Range(
                p50 * Math.pow(factor.p10(), spread) * Math.pow(table.p10() / table.p50(), tables),
                p50,
                p50 * Math.pow(factor.p90(), spread) * Math.pow(table.p90() / table.p50(), tables));
    }
}
