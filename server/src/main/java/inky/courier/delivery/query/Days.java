package inky.courier.delivery.query;

import inky.courier.core.Invalid;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;

/** Days as they are asked for. */
final class Days {
    private Days() {}

    /**
     * @param field that it stands in
     * @param text a day as ISO 8601 writes it
     * @throws Invalid when it is none
     */
    static LocalDate read(String field, String text) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw Invalid.of("filter.day", field);
        }
    }
}
