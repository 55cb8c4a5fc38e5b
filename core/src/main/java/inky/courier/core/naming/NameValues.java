package inky.courier.core.naming;

import java.time.ZonedDateTime;
import java.util.function.ToLongFunction;

/**
 * What one scan knows of itself when its file is named.
 *
 * @param at when it was scanned, in the zone of the office
 * @param kind what the page was told to be: document, receipt, card or photo
 * @param separator what the separator sheet before the document says; empty without one
 * @param counter the next number within a scope; asked only when the template has a counter, so that none is used up
 */
public record NameValues(
        ZonedDateTime at,
        String personName,
        String personLogin,
        String deviceName,
        String devicePlace,
        String jobName,
        int pages,
        String kind,
        String separator,
        ToLongFunction<CounterScope> counter) {

    /** Within what a counter counts; it begins at 1 in each. */
    public enum CounterScope {
        ALL("", "everything"),
        DAY("per day", "each day"),
        JOB("per job", "each job"),
        DEVICE("per device", "each device");

        private final String suffix;
        private final String words;

        CounterScope(String suffix, String words) {
            this.suffix = suffix;
            this.words = words;
        }

        /** What stands behind the digits in a template: {@code per day}. */
        public String suffix() {
            return suffix;
        }

        public String words() {
            return words;
        }
    }
}
