package inky.courier.core.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate.Counter;
import inky.courier.core.naming.NameTemplate.Field;
import inky.courier.core.naming.NameTemplate.Literal;
import inky.courier.core.naming.NameTemplate.Part;
import inky.courier.core.naming.NameTemplate.Value;
import inky.courier.core.naming.NameTemplate.When;
import inky.courier.core.naming.NameValues.CounterScope;
import inky.courier.core.text.PlainText;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads a template, or says where it is wrong and what to write instead. */
public final class TemplateParser {
    /** What the text becomes; only a mail's body may have several lines. */
    public enum Use {
        FILE_NAME(200),
        SUBJECT(200),
        BODY(4000);

        private final int longest;

        Use(int longest) {
            this.longest = longest;
        }
    }

    /** What came of reading. */
    public sealed interface Parsed {}

    public record Valid(NameTemplate template) implements Parsed {}

    public record Faulty(List<Fault> faults) implements Parsed {}

    /** What is wrong at the characters from {@code start} up to {@code end} (UTF-16 indexes). */
    public record Fault(String code, int start, int end, Message sentence, Message remedy) {}

    private static final String DATE = "yyyy-MM-dd";
    private static final String TIME = "HHmm";

    private final String text;
    private final Use use;
    private final List<Part> parts = new ArrayList<>();
    private final List<Fault> faults = new ArrayList<>();

    private TemplateParser(String text, Use use) {
        this.text = text;
        this.use = use;
    }

    public static Parsed parse(String text, Use use) {
        return new TemplateParser(text, use).read();
    }

    private Parsed read() {
        if (text.isBlank() && use != Use.BODY) {
            fault(
                    "template.empty",
                    0,
                    text.length(),
                    Message.of("problem.template.empty"),
                    Message.of("problem.template.empty.remedy"));
        }
        if (text.length() > use.longest) {
            fault(
                    "template.long",
                    use.longest,
                    text.length(),
                    Message.of("problem.template.long").with("n", use.longest),
                    Message.of("problem.template.long.remedy"));
        }
        int at = 0;
        while (at < text.length()) {
            at = readPart(at);
        }
        return faults.isEmpty()
                ? new Valid(new NameTemplate(text, List.copyOf(parts)))
                : new Faulty(List.copyOf(faults));
    }

    private int readPart(int start) {
        char first = text.charAt(start);
        if (first == '{' && !text.startsWith("{{", start)) {
            return readField(start);
        }
        if (first == '}' && !text.startsWith("}}", start)) {
            fault(
                    "template.brace",
                    start,
                    start + 1,
                    Message.of("problem.template.brace"),
                    Message.of("problem.template.brace.remedy"));
            return start + 1;
        }
        StringBuilder words = new StringBuilder();
        int at = start;
        while (at < text.length()) {
            char c = text.charAt(at);
            boolean brace = c == '{' || c == '}';
            boolean twice = brace && at + 1 < text.length() && text.charAt(at + 1) == c;
            if (brace && !twice) {
                break;
            }
            if (PlainText.isUnseen(c) && !(use == Use.BODY && (c == '\n' || c == '\r' || c == '\t'))) {
                fault(
                        "template.control",
                        at,
                        at + 1,
                        Message.of("problem.template.control"),
                        Message.of("problem.template.control.remedy"));
            }
            words.append(c);
            at += twice ? 2 : 1;
        }
        parts.add(new Literal(words.toString(), start, at));
        return at;
    }

    private int readField(int start) {
        int close = text.indexOf('}', start);
        int nextOpen = text.indexOf('{', start + 1);
        if (close < 0 || nextOpen >= 0 && nextOpen < close) {
            int end = nextOpen >= 0 && (close < 0 || nextOpen < close) ? nextOpen : text.length();
            fault(
                    "template.open",
                    start,
                    end,
                    Message.of("problem.template.open"),
                    Message.of("problem.template.open.remedy"));
            return end;
        }
        String inside = text.substring(start + 1, close);
        int colon = inside.indexOf(':');
        String word = (colon < 0 ? inside : inside.substring(0, colon)).trim();
        Optional<String> pattern = colon < 0 ? Optional.empty() : Optional.of(inside.substring(colon + 1));
        field(word, pattern, start, close + 1).ifPresent(parts::add);
        return close + 1;
    }

    private Optional<Part> field(String word, Optional<String> pattern, int start, int end) {
        return switch (word) {
            case "date" -> when(pattern.orElse(DATE), start, end);
            case "time" -> when(pattern.orElse(TIME), start, end);
            case "counter" -> counter(pattern.orElse("4"), start, end);
            default -> plain(word, pattern, start, end);
        };
    }

    private Optional<Part> when(String pattern, int start, int end) {
        try {
            DateTimeFormatter formatter = DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
            formatter.format(ZonedDateTime.of(2026, 11, 24, 10, 42, 16, 0, ZoneOffset.UTC));
            // Letters of UTS 35 for seconds and their parts
            boolean tellsSeconds =
                    pattern.chars().anyMatch(c -> c == 's' || c == 'S' || c == 'n' || c == 'A' || c == 'N');
            return Optional.of(new When(formatter, tellsSeconds, start, end));
        } catch (IllegalArgumentException | java.time.DateTimeException e) {
            fault(
                    "template.pattern",
                    start,
                    end,
                    Message.of("problem.template.time").with("pattern", pattern),
                    Message.of("problem.template.time.remedy"));
            return Optional.empty();
        }
    }

    private Optional<Part> counter(String pattern, int start, int end) {
        String[] words = pattern.trim().split("\\s+", 2);
        String suffix = words.length > 1 ? words[1] : "";
        Optional<CounterScope> scope = Stream.of(CounterScope.values())
                .filter(s -> s.suffix().equals(suffix))
                .findFirst();
        if (!words[0].matches("[1-9]") || scope.isEmpty()) {
            fault(
                    "template.counter",
                    start,
                    end,
                    Message.of("problem.template.counter"),
                    Message.of("problem.template.counter.remedy"));
            return Optional.empty();
        }
        return Optional.of(new Counter(Integer.parseInt(words[0]), scope.get(), start, end));
    }

    private Optional<Part> plain(String word, Optional<String> pattern, int start, int end) {
        Optional<Field> field =
                Stream.of(Field.values()).filter(f -> f.word().equals(word)).findFirst();
        if (field.isEmpty()) {
            fault(
                    "template.field",
                    start,
                    end,
                    word.isEmpty()
                            ? Message.of("problem.template.field.unnamed")
                            : Message.of("problem.template.field").with("field", word),
                    Message.of("problem.template.field.remedy").with("field", nearest(word)));
            return Optional.empty();
        }
        if (pattern.isPresent()) {
            fault(
                    "template.pattern",
                    start,
                    end,
                    Message.of("problem.template.pattern").with("field", word),
                    Message.of("problem.template.pattern.remedy").with("field", word));
            return Optional.empty();
        }
        return Optional.of(new Value(field.get(), start, end));
    }

    private static String nearest(String word) {
        return Stream.concat(
                        Stream.of("date", "time", "counter"),
                        Stream.of(Field.values()).map(Field::word))
                .min(Comparator.comparingInt(candidate -> distance(word.toLowerCase(Locale.ROOT), candidate)))
                .orElseThrow();
    }

    /** Levenshtein distance. */
    private static int distance(String a, String b) {
        int[] row = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int diagonal = row[0];
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int substituted = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                diagonal = row[j];
                row[j] = Math.min(substituted, Math.min(row[j], row[j - 1]) + 1);
            }
        }
        return row[b.length()];
    }

    private void fault(String code, int start, int end, Message sentence, Message remedy) {
        faults.add(new Fault(code, start, end, sentence, remedy));
    }
}
