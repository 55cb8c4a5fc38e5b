package inky.courier.core.naming;

import inky.courier.core.naming.NameValues.CounterScope;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * A text with fields in braces, for file names, subjects and mail texts: {@code {date:yyyy-MM-dd} {job} {counter:4}}.
 * A brace itself is written twice. Made by {@link TemplateParser}.
 *
 * @param text as a person wrote it
 */
public record NameTemplate(String text, List<Part> parts) {

    /** A piece of a template; {@code start} and {@code end} are its UTF-16 indexes in the text. */
    public sealed interface Part {
        int start();

        int end();

        String fill(NameValues values);
    }

    record Literal(String words, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            return words;
        }
    }

    record When(DateTimeFormatter pattern, boolean tellsTime, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            return pattern.format(values.at());
        }
    }

    record Value(Field field, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            return field.of(values);
        }
    }

    record Counter(int digits, CounterScope scope, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            return String.format(
                    Locale.ROOT, "%0" + digits + "d", values.counter().applyAsLong(scope));
        }
    }

    /** The fields that carry no pattern. */
    enum Field {
        PERSON_NAME("person.name"),
        PERSON_LOGIN("person.login"),
        DEVICE_NAME("device.name"),
        DEVICE_PLACE("device.place"),
        JOB("job"),
        PAGES("pages"),
        KIND("kind"),
        SEPARATOR("separator");

        private final String word;

        Field(String word) {
            this.word = word;
        }

        String word() {
            return word;
        }

        String of(NameValues values) {
            return switch (this) {
                case PERSON_NAME -> values.personName();
                case PERSON_LOGIN -> values.personLogin();
                case DEVICE_NAME -> values.deviceName();
                case DEVICE_PLACE -> values.devicePlace();
                case JOB -> values.jobName();
                case PAGES -> Integer.toString(values.pages());
                case KIND -> values.kind();
                case SEPARATOR -> values.separator();
            };
        }
    }

    /** The text with every field replaced; what a destination accepts is not applied yet. */
    public String fill(NameValues values) {
        return parts.stream().map(part -> part.fill(values)).collect(Collectors.joining());
    }

    /** Whether two scans in one minute can get the same text: neither a counter nor a time with seconds tells them apart. */
    public boolean mayRepeat() {
        return parts.stream()
                .noneMatch(part -> part instanceof Counter || part instanceof When when && when.tellsTime());
    }
}
