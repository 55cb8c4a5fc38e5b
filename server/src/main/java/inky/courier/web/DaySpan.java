package inky.courier.web;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;

/**
 * Days as they are asked for, in the office's zone.
 *
 * @param first with {@code last}: at most ten years
 */
public record DaySpan(LocalDate first, LocalDate last) {
    private static final int MOST_DAYS = 3660;

    /** @param from with {@code until}: days as ISO 8601 writes them @throws Invalid when they are none, or no span */
    public static DaySpan read(String from, String until) {
        LocalDate first = day("from", from);
        LocalDate last = day("until", until);
        if (last.isBefore(first) || first.plusDays(MOST_DAYS).isBefore(last)) {
            throw new Invalid(
                    "sums.days",
                    "until",
                    Message.of("problem.sums.days").with("n", MOST_DAYS),
                    Message.of("problem.sums.days.remedy"));
        }
        return new DaySpan(first, last);
    }

    /**
     * @param field that it stands in
     * @param text a day as ISO 8601 writes it
     * @throws Invalid when it is none
     */
    public static LocalDate day(String field, String text) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw Invalid.of("filter.day", field);
        }
    }

    /** Without days that are still to come. */
    public DaySpan until(LocalDate today) {
        return last.isAfter(today) ? new DaySpan(first, today) : this;
    }

    /** As it stands in names of files. */
    @Override
    public String toString() {
        return first + "-" + last;
    }
}
