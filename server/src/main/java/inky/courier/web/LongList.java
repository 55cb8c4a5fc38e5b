package inky.courier.web;

import inky.courier.core.Invalid;
import jakarta.annotation.Nullable;
import java.text.Normalizer;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How a list of one sort of thing is narrowed, ordered and handed over in parts. The whole of it is in memory, in its usual order.
 *
 * @param <T> the sort of thing
 */
public final class LongList<T> {
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    private final Function<T, Stream<String>> texts;
    private final Predicate<T> attention;
    private final Map<String, Function<T, ? extends Comparable<?>>> columns = new LinkedHashMap<>();

    /**
     * @param texts of a row, in which words are looked for
     * @param attention whether a row needs a person
     */
    public LongList(Function<T, Stream<String>> texts, Predicate<T> attention) {
        this.texts = texts;
        this.attention = attention;
    }

    /**
     * A column that it can be ordered by.
     *
     * @param key a value of one comparable type for every row; texts are ordered without regard to capitals and accents
     */
    public LongList<T> column(String name, Function<T, ? extends Comparable<?>> key) {
        columns.put(name, key);
        return this;
    }

    /** The order of texts in lists: without regard to capitals and accents. */
    public static <T> Comparator<T> byText(Function<T, String> text) {
        return Comparator.comparing(text.andThen(LongList::plain));
    }

    /** @throws Invalid when there is no such column */
    public ListPart<T> part(List<T> all, ListRequest wanted) {
        Stream<T> fitting = all.stream();
        if (wanted.onlyAttention()) {
            fitting = fitting.filter(attention);
        }
        String[] words = wordsOf(wanted.find());
        if (words.length > 0) {
            fitting = fitting.filter(row -> holds(row, words));
        }
        if (wanted.sort() != null && !wanted.sort().isEmpty()) {
            fitting = sorted(fitting, wanted.sort());
        }
        List<T> rows = fitting.toList();
        int first = Math.min(rows.size(), wanted.first());
        int last = Math.min(rows.size(), first + wanted.rows());
        int needing = (int) all.stream().filter(attention).count();
        return new ListPart<>(List.copyOf(rows.subList(first, last)), all.size(), needing, rows.size());
    }

    /** What holds the words, in the usual order. */
    public Stream<T> find(List<T> all, String text) {
        String[] words = wordsOf(text);
        return all.stream().filter(row -> holds(row, words));
    }

    private record Keyed<T>(T row, Comparable<Object> key) {}

    private Stream<T> sorted(Stream<T> rows, String sort) {
        boolean down = sort.startsWith("-");
        Function<T, ? extends Comparable<?>> column = columns.get(down ? sort.substring(1) : sort);
        if (column == null) {
            throw new Invalid(
                    "list.sort",
                    "sort",
                    "There is no such column.",
                    "Choose one of " + String.join(", ", columns.keySet()) + ".");
        }
        Comparator<Keyed<T>> order = Comparator.comparing(Keyed::key);
        return rows.map(row -> new Keyed<>(row, keyOf(column.apply(row))))
                .sorted(down ? order.reversed() : order)
                .map(Keyed::row);
    }

    /** Made once for each row. */
    @SuppressWarnings("unchecked")
    private static Comparable<Object> keyOf(Comparable<?> value) {
        return (Comparable<Object>) (value instanceof String text ? plain(text) : value);
    }

    private static String plain(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        return lower.chars().allMatch(c -> c < 0x80)
                ? lower
                : MARKS.matcher(Normalizer.normalize(lower, Normalizer.Form.NFD))
                        .replaceAll("");
    }

    private boolean holds(T row, String[] words) {
        String text = plain(String.join("\n", texts.apply(row).toList()));
        for (String word : words) {
            if (!text.contains(word)) {
                return false;
            }
        }
        return true;
    }

    private static String[] wordsOf(@Nullable String text) {
        return Stream.of(plain(text == null ? "" : text).split("\\s+"))
                .filter(word -> !word.isEmpty())
                .toArray(String[]::new);
    }
}
