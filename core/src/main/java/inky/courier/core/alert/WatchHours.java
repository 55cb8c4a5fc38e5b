package inky.courier.core.alert;

import java.time.DayOfWeek;
import java.time.ZonedDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/**
 * When something is watched.
 *
 * @param days of the week, Monday first
 * @param from the first hour of such a day, 0 to 23
 * @param until the hour at which it ends, {@code from} + 1 to 24
 */
public record WatchHours(List<DayOfWeek> days, Integer from, Integer until) {
    private static final int DAY = 24;

    public static final WatchHours ALWAYS = new WatchHours(List.of(DayOfWeek.values()), 0, DAY);

    public WatchHours {
        List<DayOfWeek> given = Objects.requireNonNullElse(days, List.of());
        days = Arrays.stream(DayOfWeek.values()).filter(given::contains).toList();
        from = Objects.requireNonNullElse(from, 0);
        until = Objects.requireNonNullElse(until, DAY);
    }

    boolean isRight() {
        return !days.isEmpty() && from >= 0 && until > from && until <= DAY;
    }

    public boolean hold(ZonedDateTime at) {
        return days.contains(at.getDayOfWeek()) && at.getHour() >= from && at.getHour() < until;
    }
}
