package inky.courier.core.report;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;

/** What a bar of a picture stands for: so much that all of a span can be told apart. */
public enum BarSpan {
    DAY,
    /** From Monday: ISO 8601. */
    WEEK,
    MONTH;

    private static final int MOST_DAYS = 62;
    private static final int MOST_DAYS_IN_WEEKS = 400;

    /** @param from the first day @param until the last */
    public static BarSpan of(LocalDate from, LocalDate until) {
        long days = ChronoUnit.DAYS.between(from, until) + 1;
        if (days <= MOST_DAYS) {
            return DAY;
        }
        return days <= MOST_DAYS_IN_WEEKS ? WEEK : MONTH;
    }

    /** The first day of what a day is part of. */
    public LocalDate begin(LocalDate day) {
        return switch (this) {
            case DAY -> day;
            case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            case MONTH -> day.withDayOfMonth(1);
        };
    }

    /** How it is called below its bar: 2026-11-30, or 2026-11. */
    public String label(LocalDate begin) {
        return this == MONTH ? begin.toString().substring(0, 7) : begin.toString();
    }
}
