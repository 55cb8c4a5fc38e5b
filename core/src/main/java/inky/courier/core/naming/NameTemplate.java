package inky.courier.core.naming;

import inky.courier.core.naming.FieldSource.Counter;
import inky.courier.core.naming.FieldSource.RandomLetters;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A text with fields in braces, for file names, folders, subjects and mail texts:
 * {@code {date:yyyy-MM-dd} {person.name, else "somebody"} {counter:4}}. The grammar is in {@code docs/names.md}. Made by
 * {@link TemplateParser}.
 *
 * @param text as a person wrote it
 */
public record NameTemplate(String text, List<Part> parts) {

    /** A piece of a template; {@code start} and {@code end} are its UTF-16 indexes in the text. */
    public sealed interface Part {
        int start();

        int end();

        String fill(NameValues values);

        /** In the grammar's usual form. */
        String written();
    }

    record Literal(String words, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            return words;
        }

        @Override
        public String written() {
            return literal(words);
        }
    }

    /**
     * A field.
     *
     * @param sources the first that is not empty is taken
     * @param changes in this order
     */
    record Filled(List<FieldSource> sources, List<TextChange> changes, int start, int end) implements Part {
        @Override
        public String fill(NameValues values) {
            String text = "";
            for (int i = 0; i < sources.size() && text.isEmpty(); i++) {
                text = sources.get(i).of(values);
            }
            for (TextChange change : changes) {
                text = change.apply(text);
            }
            return text;
        }

        /** How many of its random letters it shows. */
        private int lettersLeft() {
            int letters = ((RandomLetters) sources.get(0)).length();
            for (TextChange change : changes) {
                letters = change instanceof TextChange.Cut cut ? Math.min(letters, cut.most()) : letters;
            }
            return letters;
        }

        @Override
        public String written() {
            return Stream.concat(
                            Stream.of(
                                    sources.stream().map(FieldSource::written).collect(Collectors.joining(", else "))),
                            changes.stream().map(TextChange::written))
                    .collect(Collectors.joining(", ", "{", "}"));
        }
    }

    /** The text with every field replaced; what a destination accepts is not applied yet. */
    public String fill(NameValues values) {
        return parts.stream().map(part -> part.fill(values)).collect(Collectors.joining());
    }

    /** In the grammar's usual form; read again, it says the same. */
    public String written() {
        return parts.stream().map(Part::written).collect(Collectors.joining());
    }

    /** Whether a part of it is empty without a separator sheet. */
    public boolean needsSeparator() {
        return needs(Field.SEPARATOR);
    }

    /** Keys of the questions whose answers it shows. */
    public Set<String> answers() {
        return keys(FieldSource.Book.ANSWER, sources());
    }

    /** Keys of the zones of the page whose text it shows. */
    public Set<String> zones() {
        return keys(FieldSource.Book.ZONE, sources());
    }

    private static Set<String> keys(FieldSource.Book book, Stream<FieldSource> sources) {
        return sources.filter(source -> source instanceof FieldSource.Keyed keyed && keyed.book() == book)
                .map(source -> ((FieldSource.Keyed) source).key())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Keys of the questions without whose answers a part of it is empty. */
    public Set<String> neededAnswers() {
        return needed(FieldSource.Book.ANSWER);
    }

    /** Keys of the zones without whose text a part of it is empty. */
    public Set<String> neededZones() {
        return needed(FieldSource.Book.ZONE);
    }

    private Set<String> needed(FieldSource.Book book) {
        return keys(
                book,
                fields().filter(field -> field.sources.stream().allMatch(FieldSource.Keyed.class::isInstance))
                        .flatMap(field -> field.sources.stream()));
    }

    /** A text that is used as written, whatever it holds. */
    public static String literal(String text) {
        return text.replace("{", "{{").replace("}", "}}");
    }

    /** Whether its pages have to be searched for barcodes. */
    public boolean needsBarcode() {
        return sources().anyMatch(new FieldSource.Value(Field.BARCODE)::equals);
    }

    /** Whether a part of it is empty at a device without a place. */
    public boolean needsPlace() {
        return needs(Field.DEVICE_PLACE);
    }

    /** Whether a part of it is empty for a person without a mail address. */
    public boolean needsMail() {
        return needs(Field.PERSON_MAIL);
    }

    private boolean needs(Field wanted) {
        return fields().anyMatch(field -> field.sources.stream()
                .allMatch(source -> source instanceof FieldSource.Value value && value.field() == wanted));
    }

    /** Within what its counters count. */
    public List<CounterScope> counters() {
        return sources()
                .filter(Counter.class::isInstance)
                .map(source -> ((Counter) source).scope())
                .distinct()
                .toList();
    }

    /** How many different values its random parts have together; 1 without any. */
    double randomValues() {
        return fields().filter(field -> field.sources.get(0) instanceof RandomLetters)
                .mapToDouble(field -> Math.pow(NameValues.LETTERS.length(), field.lettersLeft()))
                .reduce(1, (a, b) -> a * b);
    }

    Stream<FieldSource> sources() {
        return fields().flatMap(field -> field.sources.stream());
    }

    Stream<Filled> fields() {
        return parts.stream().filter(Filled.class::isInstance).map(Filled.class::cast);
    }
}
