package inky.courier.core.report;

import java.util.OptionalDouble;

/**
 * What was scanned, summed up over anything: days, devices, an hour of the week.
 *
 * @param documents that were sent
 * @param arrived that every destination has accepted
 * @param failed that ended otherwise: stopped, or called off
 * @param bytes of their files; at a destination those that went over the line to it
 * @param sides of paper that were looked at
 * @param seconds from sending until the last destination accepted, of those that arrived
 */
public record Figures(
        long documents, long pages, long bytes, long arrived, long failed, ScannedSides sides, Durations seconds) {
    public static Figures none() {
        return new Figures(0, 0, 0, 0, 0, ScannedSides.NONE, new Durations());
    }

    public Figures plus(Figures other) {
        Durations both = Durations.of(seconds.counts());
        both.add(other.seconds.counts());
        return new Figures(
                documents + other.documents,
                pages + other.pages,
                bytes + other.bytes,
                arrived + other.arrived,
                failed + other.failed,
                sides.plus(other.sides),
                both);
    }

    /** The same, where something else counts than the files as they are. */
    public Figures weighing(long others) {
        return new Figures(documents, pages, others, arrived, failed, sides, seconds);
    }

    /** The same, with times. */
    public Figures with(Durations times) {
        return new Figures(documents, pages, bytes, arrived, failed, sides, times);
    }

    /** Of those that have ended. */
    public Proportion success() {
        return Proportion.of(arrived, arrived + failed);
    }

    /** Half took no longer, in seconds. */
    public OptionalDouble median() {
        return seconds.quantile(0.5);
    }

    /** 95 of 100 took no longer, in seconds. */
    public OptionalDouble p95() {
        return seconds.quantile(0.95);
    }
}
