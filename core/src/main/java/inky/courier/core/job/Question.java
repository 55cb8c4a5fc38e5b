package inky.courier.core.job;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.naming.Vocabulary;
import inky.courier.core.text.PlainText;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What a job asks of its own at the device: the berth, the order number, the customer. The answer can stand in names, subjects
 * and stamps, and goes along in the data beside the files.
 *
 * @param key by which templates name the answer: {@code {answer.berth}}
 * @param label what the person reads, up to {@value #LONGEST_LABEL} characters
 * @param required whether nothing goes before it is answered
 * @param usual the answer that stands there at first; empty for none; {@value #TODAY} for the day of the scan
 * @param choices of {@link Type#CHOICE}; a list of more than a few is searched by letters
 * @param labels what the person reads in other languages, by their tags; the label where none stands; absent for none
 */
public record Question(
        String key,
        String label,
        Type type,
        boolean required,
        String usual,
        List<Listed> choices,
        Map<String, String> labels) {
    public static final int LONGEST_LABEL = 40;
    public static final int LONGEST_ANSWER = 200;
    public static final int MOST_CHOICES = 2000;

    /** As the usual answer to a question for a date. */
    public static final String TODAY = "today";

    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,18}([.,]\\d{1,9})?");

    /** What an answer is. */
    public enum Type {
        /** One line. */
        TEXT,
        /** Digits, with or without a fraction; kept with a point. */
        NUMBER,
        /** Kept as ISO 8601 writes it. */
        DATE,
        /** One of a list. */
        CHOICE
    }

    /**
     * @param value what is kept
     * @param words what is read; empty for the value itself
     */
    public record Listed(String value, String words) {
        public Listed {
            value = Objects.requireNonNullElse(value, "").strip();
            words = Objects.requireNonNullElse(words, "").strip();
        }

        public String shown() {
            return words.isEmpty() ? value : words;
        }
    }

    public Question {
        key = Objects.requireNonNullElse(key, "");
        label = Objects.requireNonNullElse(label, "").strip();
        type = type == null ? Type.TEXT : type;
        usual = Objects.requireNonNullElse(usual, "").strip();
        choices = choices == null || type != Type.CHOICE ? List.of() : List.copyOf(choices);
        labels = Languages.plain(labels);
    }

    public Question(String key, String label, Type type, boolean required, String usual, List<Listed> choices) {
        this(key, label, type, required, usual, choices, Map.of());
    }

    /** The same as it is read in a language. */
    public Question in(Locale language) {
        String read = labels.getOrDefault(language.getLanguage(), label);
        return new Question(key, read, type, required, usual, choices, labels);
    }

    /** What is wrong with how it is put; empty when it can be asked. */
    Optional<Problem> problem() {
        if (!Vocabulary.isKey(key)) {
            return of("job.question-key");
        }
        if (!PlainText.isName(label, LONGEST_LABEL) || !Languages.areLabels(labels, LONGEST_LABEL)) {
            return of("job.question-label");
        }
        if (type == Type.CHOICE && !choicesAreGood()) {
            return of("job.question-choices");
        }
        return usual.isEmpty() || read(usual, LocalDate.EPOCH).isPresent()
                ? Optional.empty()
                : of("job.question-usual");
    }

    private Optional<Problem> of(String code) {
        return Optional.of(new Problem(
                code,
                "questions",
                Message.of("problem." + code).with("question", label.isEmpty() ? key : label),
                Message.of("problem." + code + ".remedy")));
    }

    private boolean choicesAreGood() {
        Set<String> each = new HashSet<>();
        return !choices.isEmpty()
                && choices.size() <= MOST_CHOICES
                && choices.stream()
                        .allMatch(choice -> PlainText.isName(choice.value, LONGEST_ANSWER)
                                && choice.words.length() <= LONGEST_ANSWER
                                && PlainText.isLine(choice.words)
                                && each.add(choice.value));
    }

    /**
     * An answer as it is kept.
     *
     * @param given empty for the usual one
     * @param today of the office
     * @throws Invalid when it is missing, or none of those that can be
     */
    public String answer(String given, LocalDate today) {
        String wanted = given.isBlank() ? usual : given.strip();
        if (wanted.isEmpty()) {
            if (required) {
                throw invalid("panel.answer-missing");
            }
            return "";
        }
        return read(wanted, today)
                .orElseThrow(() -> invalid("panel.answer-" + type.name().toLowerCase(Locale.ROOT)));
    }

    private Invalid invalid(String code) {
        return new Invalid(
                code,
                key,
                Message.of("problem." + code).with("question", label),
                Message.of("problem." + code + ".remedy"));
    }

    private Optional<String> read(String given, LocalDate today) {
        return switch (type) {
            case TEXT ->
                given.length() <= LONGEST_ANSWER && PlainText.isLine(given) ? Optional.of(given) : Optional.empty();
            case NUMBER -> NUMBER.matcher(given).matches() ? Optional.of(given.replace(',', '.')) : Optional.empty();
            case DATE -> date(given, today);
            case CHOICE ->
                choices.stream().map(Listed::value).filter(given::equals).findFirst();
        };
    }

    private static Optional<String> date(String given, LocalDate today) {
        try {
            return Optional.of((given.equals(TODAY) ? today : LocalDate.parse(given)).toString());
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** An answer as somebody might give it, where nobody stands at a device: the usual one, or one made up. */
    public String sample(LocalDate today) {
        if (!usual.isEmpty()) {
            return answer("", today);
        }
        return switch (type) {
            case TEXT -> label;
            case NUMBER -> "1";
            case DATE -> today.toString();
            case CHOICE -> choices.get(0).value;
        };
    }
}
