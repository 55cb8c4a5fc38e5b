package inky.courier.web;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainLetters;
import jakarta.annotation.Nullable;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
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
    private static final int DIGITS = 12;
    private static final Pattern NUMBER = Pattern.compile("[0-9]+");

    private final Function<T, Stream<String>> texts;
    private final Predicate<T> attention;
    private final Map<String, Function<T, ? extends Comparable<?>>> columns = new LinkedHashMap<>();
    private volatile Prepared<T> last;

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
     * @param key a value of one comparable type for every row; texts are ordered as {@link #ordered} does
     */
    public LongList<T> column(String name, Function<T, ? extends Comparable<?>> key) {
        columns.put(name, key);
        return this;
    }

    /** In the order of texts in lists: without regard to capitals and accents, and numbers in them as numbers. */
    public static <T> List<T> ordered(Stream<T> rows, Function<T, String> text) {
        return ordered(rows, row -> orderOf(text.apply(row)), Comparator.<String>naturalOrder());
    }

    /** @throws Invalid when there is no such column */
    public ListPart<T> part(List<T> all, ListRequest wanted) {
        return part(all, row -> row, wanted);
    }

    /**
     * The same of things that are shown in a shorter form.
     *
     * @param all the very list that was given before, as long as nothing has changed: what is made of it is kept
     */
    public <S> ListPart<T> part(List<S> all, Function<S, T> row, ListRequest wanted) {
        Prepared<T> prepared = prepared(all, row);
        List<T> rows = fitting(prepared, wanted);
        int first = Math.min(rows.size(), wanted.first());
        int last = Math.min(rows.size(), first + wanted.rows());
        return new ListPart<>(List.copyOf(rows.subList(first, last)), all.size(), prepared.needing.size(), rows.size());
    }

    /** All that fit, however many a part has. */
    public List<T> fitting(List<T> all, ListRequest wanted) {
        return fitting(prepared(all, row -> row), wanted);
    }

    private List<T> fitting(Prepared<T> prepared, ListRequest wanted) {
        Stream<T> fitting = wanted.onlyAttention() ? prepared.needing.stream() : prepared.rows.stream();
        String[] words = wordsOf(wanted.find());
        if (words.length > 0) {
            fitting = fitting.filter(one -> isIn(prepared.texts.get(one), words));
        }
        if (wanted.sort() != null && !wanted.sort().isEmpty()) {
            fitting = sorted(fitting, wanted.sort());
        }
        return fitting.toList();
    }

    /** What holds the words, in the usual order. */
    public List<T> find(List<T> all, String text) {
        return find(all, row -> row, text);
    }

    /** The same of things that are shown in a shorter form. */
    public <S> List<T> find(List<S> all, Function<S, T> row, String text) {
        Prepared<T> prepared = prepared(all, row);
        return prepared.holding(wordsOf(text)).toList();
    }

    /** Whether texts hold each of the words, as rows of a list do. */
    public static boolean holds(String words, String... texts) {
        return isIn(PlainLetters.of(String.join("\n", texts)), wordsOf(words));
    }

    /** @param source what it was made of */
    private record Prepared<T>(Object source, List<T> rows, List<T> needing, Map<T, String> texts) {
        Stream<T> holding(String[] words) {
            return rows.stream().filter(row -> isIn(texts.get(row), words));
        }
    }

    private <S> Prepared<T> prepared(List<S> all, Function<S, T> row) {
        Prepared<T> known = last;
        if (known != null && known.source == all) {
            return known;
        }
        List<T> rows = all.stream().map(row).toList();
        Map<T, String> texts = new IdentityHashMap<>();
        rows.forEach(one -> texts.put(
                one, PlainLetters.of(String.join("\n", this.texts.apply(one).toList()))));
        Prepared<T> made =
                new Prepared<>(all, rows, rows.stream().filter(attention).toList(), texts);
        last = made;
        return made;
    }

    private record Keyed<T, K>(T row, K key) {}

    /** Each key is made once. */
    private static <T, K> List<T> ordered(Stream<T> rows, Function<T, K> key, Comparator<K> order) {
        return rows.map(row -> new Keyed<>(row, key.apply(row)))
                .sorted(Comparator.comparing(Keyed::key, order))
                .map(Keyed::row)
                .toList();
    }

    private Stream<T> sorted(Stream<T> rows, String sort) {
        boolean down = sort.startsWith("-");
        Function<T, ? extends Comparable<?>> column = columns.get(down ? sort.substring(1) : sort);
        if (column == null) {
            throw new Invalid(
                    "list.sort",
                    "sort",
                    Message.of("problem.list.sort"),
                    Message.of("problem.list.sort.remedy").with("columns", String.join(", ", columns.keySet())));
        }
        Comparator<Comparable<Object>> order = Comparator.naturalOrder();
        return ordered(rows, row -> keyOf(column.apply(row)), down ? order.reversed() : order).stream();
    }

    @SuppressWarnings("unchecked")
    private static Comparable<Object> keyOf(Comparable<?> value) {
        return (Comparable<Object>) (value instanceof String text ? orderOf(text) : value);
    }

    private static String orderOf(String text) {
        String plain = PlainLetters.of(text);
        return !hasDigit(plain)
                ? plain
                : NUMBER.matcher(plain)
                        .replaceAll(found ->
                                "0".repeat(Math.max(0, DIGITS - found.group().length())) + found.group());
    }

    private static boolean hasDigit(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (Character.isDigit(text.charAt(i))) {
                return true;
            }
        }
        return false;
    }

    private static boolean isIn(String text, String[] words) {
        for (String word : words) {
            if (!text.contains(word)) {
                return false;
            }
        }
        return true;
    }

    private static String[] wordsOf(@Nullable String text) {
        return Stream.of(PlainLetters.of(text == null ? "" : text).split("\\s+"))
                .filter(word -> !word.isEmpty())
                .toArray(String[]::new);
    }
}
