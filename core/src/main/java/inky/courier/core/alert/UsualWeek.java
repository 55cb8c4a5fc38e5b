package inky.courier.core.alert;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;

/**
 * How often something happens in each hour of a week, as it was counted over some weeks.
 *
 * @param weeks that were counted, at least 1
 * @param counts of each of the 168 hours, Monday 0:00 first, in all those weeks together
 */
public record UsualWeek(int weeks, int[] counts) {
    public static final int HOURS = 168;
    private static final int HOURS_OF_DAY = 24;

    public UsualWeek {
        if (weeks < 1 || counts.length != HOURS) {
            throw new IllegalArgumentException("weeks " + weeks + ", hours " + counts.length);
        }
    }

    public static int hourOf(DayOfWeek day, int hour) {
        return (day.getValue() - 1) * HOURS_OF_DAY + hour;
    }

    /** In all of a week, on average. */
    public double weekly() {
        return Arrays.stream(counts).sum() / (double) weeks;
    }

    /**
     * How many were counted in such a time, in all the weeks together; of an hour that is in it in part, that part.
     *
     * @param until not before {@code from}
     */
    public double counted(ZonedDateTime from, ZonedDateTime until) {
        double sum = 0;
        ZonedDateTime hour = from.truncatedTo(ChronoUnit.HOURS);
        while (hour.isBefore(until)) {
            ZonedDateTime next = hour.plusHours(1);
            Duration inside = Duration.between(hour.isBefore(from) ? from : hour, next.isAfter(until) ? until : next);
            sum += counts[hourOf(hour.getDayOfWeek(), hour.getHour())]
                    * (inside.toSeconds() / (double) Duration.ofHours(1).toSeconds());
            hour = next;
        }
        return sum;
    }

    /** How many are usual in such a time. */
    public double expected(ZonedDateTime from, ZonedDateTime until) {
        return counted(from, until) / weeks;
    }
}
