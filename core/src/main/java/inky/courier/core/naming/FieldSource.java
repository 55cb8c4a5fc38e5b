package inky.courier.core.naming;

import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.IsoFields;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;

/** Where a field takes its text from. */
sealed interface FieldSource {
    String of(NameValues values);

    /** As it is written in a template. */
    String written();

    /** Date and time by Unicode's pattern letters (UTS 35, section "Date Format Patterns"). */
    record When(String word, String pattern, DateTimeFormatter formatter) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return formatter.format(values.at());
        }

        @Override
        public String written() {
            return word + ":" + pattern;
        }
    }

    /** The week with its year, by ISO 8601: 2026-W48. */
    record Week() implements FieldSource {
        private static final DateTimeFormatter ISO = new DateTimeFormatterBuilder()
                .appendValue(IsoFields.WEEK_BASED_YEAR, 4)
                .appendLiteral("-W")
                .appendValue(IsoFields.WEEK_OF_WEEK_BASED_YEAR, 2)
                .toFormatter(Locale.ROOT);

        @Override
        public String of(NameValues values) {
            return ISO.format(values.at());
        }

        @Override
        public String written() {
            return "week";
        }
    }

    record Value(Field field) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return field.of(values);
        }

        @Override
        public String written() {
            return field.word();
        }
    }

    /** What a job has values of by names of its own. */
    enum Book {
        /** What was answered at the device to a question of the job. */
        ANSWER("answer.", v -> v.job().answers()),
        /** What was read from a zone of the page. */
        ZONE("zone.", v -> v.contents().zones());

        private final String begins;
        private final Function<NameValues, Map<String, String>> values;

        Book(String begins, Function<NameValues, Map<String, String>> values) {
            this.begins = begins;
            this.values = values;
        }

        String begins() {
            return begins;
        }

        /** Pages are stamped before it is known which file they go into. */
        boolean isFor(TemplateParser.Use use) {
            return this == ANSWER || use != TemplateParser.Use.STAMP;
        }
    }

    /** A value of the job's own; empty where it has no such thing. */
    record Keyed(Book book, String key) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return book.values.apply(values).getOrDefault(key, "");
        }

        @Override
        public String written() {
            return book.begins + key;
        }
    }

    /** @param digits at least; more where the number has more */
    record Counter(int digits, CounterScope scope) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return String.format(
                    Locale.ROOT, "%0" + digits + "d", values.numbers().next(scope));
        }

        @Override
        public String written() {
            return ("counter:" + digits + " " + scope.words()).strip();
        }
    }

    record RandomLetters(int length) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return values.numbers().random(length);
        }

        @Override
        public String written() {
            return "random:" + length;
        }
    }

    /** What stands there when nothing else does. */
    record Words(String words) implements FieldSource {
        @Override
        public String of(NameValues values) {
            return words;
        }

        @Override
        public String written() {
            return "\"" + words + "\"";
        }
    }
}
