package inky.courier.core.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.FieldSource.Book;
import inky.courier.core.naming.FieldSource.Counter;
import inky.courier.core.naming.FieldSource.Keyed;
import inky.courier.core.naming.FieldSource.RandomLetters;
import inky.courier.core.naming.FieldSource.Value;
import inky.courier.core.naming.FieldSource.Week;
import inky.courier.core.naming.FieldSource.When;
import inky.courier.core.naming.FieldSource.Words;
import inky.courier.core.naming.NameTemplate.Filled;
import inky.courier.core.naming.TemplateParser.Fault;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.text.PlainText;
import java.time.DateTimeException;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Reads what stands between two braces: {@code person.name, else "nobody", first 12}. */
final class FieldReader {
    private static final String DATE = "yyyy-MM-dd";
    private static final String TIME = "HHmm";
    private static final int LONGEST_RANDOM = 12;
    private static final int LONGEST_CUT = 200;
    private static final int LONGEST_PAD = 30;
    private static final String QUOTED = "\"([^\"]*)\"";
    private static final Pattern BEGINS_WITH_WORD = Pattern.compile("\\s*([a-z]+)");
    private static final Pattern REPLACE = Pattern.compile("replace\\s+" + QUOTED + "\\s+with\\s+" + QUOTED);
    private static final Pattern BESIDE = Pattern.compile("(prefix|suffix)\\s+" + QUOTED);
    private static final Pattern NUMBERED = Pattern.compile("(first|last|pad)\\s+([1-9]\\d{0,2})");

    /** Words that begin what follows a comma. */
    static final List<String> OPTIONS = Stream.concat(
                    Stream.of("else", "first", "last", "pad", "replace", "prefix", "suffix"),
                    Stream.of(TextChange.Plain.values()).map(TextChange.Plain::written))
            .toList();

    /** Fields, as a person may write them, without their formats. */
    static List<String> fields(Use use) {
        return Stream.concat(
                        Stream.of("date", "time", "week", "counter", "random"),
                        Stream.of(Field.values())
                                .filter(field -> field.isFor(use))
                                .map(Field::word))
                .toList();
    }

    private final String text;
    private final Use use;
    private final int start;
    private final int close;
    private final List<Fault> faults;
    private final int faultsBefore;

    /** A piece between commas, with where it stands. */
    private record Piece(String text, int start, int end) {}

    /** @param close where the closing brace stands */
    FieldReader(String text, Use use, int start, int close, List<Fault> faults) {
        this.text = text;
        this.use = use;
        this.start = start;
        this.close = close;
        this.faults = faults;
        this.faultsBefore = faults.size();
    }

    Optional<Filled> read() {
        List<Piece> pieces = pieces();
        List<FieldSource> sources = new ArrayList<>();
        List<TextChange> changes = new ArrayList<>();
        source(pieces.get(0)).ifPresent(sources::add);
        for (Piece piece : pieces.subList(1, pieces.size())) {
            String words = piece.text.strip();
            if (words.matches("else\\b.*")) {
                alternative(piece, words, changes.isEmpty()).ifPresent(sources::add);
            } else {
                change(piece, words).ifPresent(changes::add);
            }
        }
        boolean faulty = faults.size() > faultsBefore;
        return faulty
                ? Optional.empty()
                : Optional.of(new Filled(List.copyOf(sources), List.copyOf(changes), start, close + 1));
    }

    /** Commas in texts belong to the text, and in patterns to the pattern, as long as no option follows. */
    private List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        int from = start + 1;
        boolean quoted = false;
        for (int at = from; at < close; at++) {
            char c = text.charAt(at);
            quoted ^= c == '"';
            if (c == ',' && !quoted && !isOfPattern(from, at)) {
                pieces.add(piece(from, at));
                from = at + 1;
            }
        }
        if (quoted) {
            fault("template.quote", new Piece("", start, close + 1), "quote");
        }
        pieces.add(piece(from, close));
        return pieces;
    }

    private boolean isOfPattern(int from, int comma) {
        boolean pattern = text.substring(from, comma).strip().matches("(else\\s+)?(date|time)\\s*:.*");
        Matcher word = BEGINS_WITH_WORD.matcher(text.substring(comma + 1, close));
        return pattern && !(word.lookingAt() && OPTIONS.contains(word.group(1)));
    }

    private Piece piece(int from, int to) {
        boolean whole = from == start + 1 && to == close;
        return new Piece(text.substring(from, to), whole ? start : from, whole ? close + 1 : to);
    }

    private Optional<FieldSource> alternative(Piece piece, String words, boolean inPlace) {
        String wanted = words.substring("else".length()).strip();
        if (!inPlace) {
            return fault("template.else-late", piece, "else-late");
        }
        if (wanted.startsWith("\"")) {
            boolean whole = wanted.matches(QUOTED);
            return whole && isPlain(piece, wanted)
                    ? Optional.of(new Words(wanted.substring(1, wanted.length() - 1)))
                    : whole ? Optional.empty() : fault("template.quote", piece, "quote");
        }
        if (wanted.isEmpty()) {
            return fault("template.option", piece, "else");
        }
        return source(new Piece(wanted, piece.start, piece.end));
    }

    private Optional<FieldSource> source(Piece piece) {
        int colon = piece.text.indexOf(':');
        String word = (colon < 0 ? piece.text : piece.text.substring(0, colon)).strip();
        Optional<String> format = colon < 0 ? Optional.empty() : Optional.of(piece.text.substring(colon + 1));
        return switch (word) {
            case "date" -> when(word, format.orElse(DATE), piece);
            case "time" -> when(word, format.orElse(TIME), piece);
            case "counter" -> counter(format.orElse("4"), piece);
            case "random" -> random(format.orElse("4").strip(), piece);
            default -> plain(word, format, piece);
        };
    }

    private Optional<FieldSource> when(String word, String pattern, Piece piece) {
        try {
            DateTimeFormatter formatter = DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
            formatter.format(ZonedDateTime.of(2026, 11, 24, 10, 42, 16, 0, ZoneOffset.UTC));
            return Optional.of(new When(word, pattern, formatter));
        } catch (IllegalArgumentException | DateTimeException e) {
            return fault(
                    "template.pattern",
                    piece,
                    Message.of("problem.template.time").with("pattern", pattern),
                    remedy("time"));
        }
    }

    private Optional<FieldSource> counter(String format, Piece piece) {
        String[] words = format.strip().split("\\s+", 2);
        Optional<CounterScope> scope = CounterScope.of(words.length > 1 ? words[1] : "");
        if (!words[0].matches("[1-9]") || scope.isEmpty()) {
            return fault("template.counter", piece, "counter");
        }
        return Optional.of(new Counter(Integer.parseInt(words[0]), scope.get()));
    }

    private Optional<FieldSource> random(String length, Piece piece) {
        return length.matches("\\d{1,2}") && Integer.parseInt(length) >= 2 && Integer.parseInt(length) <= LONGEST_RANDOM
                ? Optional.of(new RandomLetters(Integer.parseInt(length)))
                : fault("template.random", piece, "random");
    }

    private Optional<FieldSource> plain(String word, Optional<String> format, Piece piece) {
        Optional<FieldSource> found = word.equals("week")
                ? Optional.of(new Week())
                : keyed(word)
                        .or(() -> Stream.of(Field.values())
                                .filter(field ->
                                        field.isFor(use) && field.word().equals(word))
                                .map(field -> (FieldSource) new Value(field))
                                .findFirst());
        if (found.isEmpty()) {
            return fault(
                    "template.field",
                    piece,
                    word.isEmpty()
                            ? Message.of("problem.template.field.unnamed")
                            : Message.of("problem.template.field").with("field", word),
                    Message.of("problem.template.field.remedy").with("field", nearest(word, fields(use))));
        }
        if (format.isPresent()) {
            return fault(
                    "template.pattern",
                    piece,
                    Message.of("problem.template.pattern").with("field", word),
                    remedy("pattern").with("field", word));
        }
        return found;
    }

    private Optional<FieldSource> keyed(String word) {
        return Stream.of(Book.values())
                .filter(book -> book.isFor(use) && word.startsWith(book.begins()))
                .filter(book -> Vocabulary.isKey(word.substring(book.begins().length())))
                .map(book -> (FieldSource)
                        new Keyed(book, word.substring(book.begins().length())))
                .findFirst();
    }

    private Optional<TextChange> change(Piece piece, String words) {
        Optional<TextChange> plain = Stream.of(TextChange.Plain.values())
                .filter(change -> change.written().equals(words))
                .map(change -> (TextChange) change)
                .findFirst();
        if (plain.isPresent()) {
            return plain;
        }
        Matcher numbered = NUMBERED.matcher(words);
        if (numbered.matches()) {
            return counted(piece, numbered.group(1), Integer.parseInt(numbered.group(2)));
        }
        Matcher replace = REPLACE.matcher(words);
        if (replace.matches() && !replace.group(1).isEmpty()) {
            return isPlain(piece, words)
                    ? Optional.of(new TextChange.Replace(replace.group(1), replace.group(2)))
                    : Optional.empty();
        }
        Matcher beside = BESIDE.matcher(words);
        if (beside.matches()) {
            return isPlain(piece, words)
                    ? Optional.of(new TextChange.Beside(
                            beside.group(2), beside.group(1).equals("suffix")))
                    : Optional.empty();
        }
        return unknown(piece, words);
    }

    private Optional<TextChange> counted(Piece piece, String word, int n) {
        if (n > (word.equals("pad") ? LONGEST_PAD : LONGEST_CUT)) {
            return fault("template.option", piece, word);
        }
        return Optional.of(word.equals("pad") ? new TextChange.Pad(n) : new TextChange.Cut(n, word.equals("last")));
    }

    private Optional<TextChange> unknown(Piece piece, String words) {
        String word = words.split("\\s", 2)[0];
        if (OPTIONS.contains(word)) {
            boolean alone = Stream.of(TextChange.Plain.values())
                    .anyMatch(change -> change.written().equals(word));
            return alone
                    ? fault(
                            "template.option",
                            piece,
                            Message.of("problem.template.alone").with("option", word),
                            remedy("alone").with("option", word))
                    : fault("template.option", piece, word);
        }
        return fault(
                "template.option",
                piece,
                word.isEmpty()
                        ? Message.of("problem.template.option.unnamed")
                        : Message.of("problem.template.option").with("option", word),
                Message.of("problem.template.option.remedy").with("option", nearest(word, OPTIONS)));
    }

    private boolean isPlain(Piece piece, String words) {
        if (PlainText.isLine(words)) {
            return true;
        }
        fault("template.control", piece, "control");
        return false;
    }

    /** One of the words that comes closest to what was written. */
    private static String nearest(String word, List<String> among) {
        return among.stream()
                .min(Comparator.<String, Boolean>comparing(
                                candidate -> word.isEmpty() || !candidate.startsWith(word + "."))
                        .thenComparing(candidate -> distance(word.toLowerCase(Locale.ROOT), candidate)))
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

    private <T> Optional<T> fault(String code, Piece piece, String message) {
        return fault(code, piece, Message.of("problem.template." + message), remedy(message));
    }

    private <T> Optional<T> fault(String code, Piece piece, Message sentence, Message remedy) {
        faults.add(new Fault(code, piece.start, piece.end, sentence, remedy));
        return Optional.empty();
    }

    private static Message remedy(String message) {
        return Message.of("problem.template." + message + ".remedy");
    }
}
