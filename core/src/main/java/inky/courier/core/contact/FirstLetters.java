package inky.courier.core.contact;

import inky.courier.core.text.PlainLetters;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Finds entries by the first letters of any of their words: each typed word must begin one of an entry's. Capitals and accents do
 * not count. A search looks at the words that begin so, and at no others.
 *
 * @param <T> what is found
 */
public final class FirstLetters<T> {
    private static final Pattern SPACE = Pattern.compile("\\s+");

    private final List<T> entries;

    /** Of all entries, in order, and beside each the number of the entry. */
    private final String[] words;

    private final int[] owners;

    /** The first text of each entry. */
    private final String[] names;

    /**
     * @param entries in the order in which they shall be found
     * @param texts of an entry, its name first; words end at spaces, and begin again after what is no letter or digit
     */
    public FirstLetters(List<T> entries, Function<T, Stream<String>> texts) {
        this.entries = List.copyOf(entries);
        List<Word> all = new ArrayList<>();
        names = new String[this.entries.size()];
        for (int i = 0; i < names.length; i++) {
            List<String> plain =
                    texts.apply(this.entries.get(i)).map(PlainLetters::of).toList();
            names[i] = plain.isEmpty() ? "" : plain.get(0);
            for (String word : wordsOf(plain)) {
                all.add(new Word(word, i));
            }
        }
        all.sort(Comparator.comparing(Word::text));
        words = all.stream().map(Word::text).toArray(String[]::new);
        owners = all.stream().mapToInt(Word::owner).toArray();
    }

    private record Word(String text, int owner) {}

    /**
     * Each word as a whole, and each part of it between signs that are no letters or numbers. Without patterns: fifty thousand
     * entries would need a million of their matchers.
     */
    private static Set<String> wordsOf(List<String> texts) {
        Set<String> words = new HashSet<>();
        for (String text : texts) {
            int word = 0;
            int part = 0;
            int next;
            for (int at = 0; at < text.length(); at = next) {
                int sign = text.codePointAt(at);
                next = at + Character.charCount(sign);
                if (!isLetterOrNumber(sign)) {
                    add(words, text, part, at);
                    part = next;
                }
                if (Character.isWhitespace(sign)) {
                    add(words, text, word, at);
                    word = next;
                }
            }
            add(words, text, part, text.length());
            add(words, text, word, text.length());
        }
        return words;
    }

    private static boolean isLetterOrNumber(int sign) {
        return Character.isLetterOrDigit(sign)
                || Character.getType(sign) == Character.LETTER_NUMBER
                || Character.getType(sign) == Character.OTHER_NUMBER;
    }

    private static void add(Set<String> words, String text, int from, int to) {
        if (from < to) {
            words.add(text.substring(from, to));
        }
    }

    /** All, in their order. */
    public List<T> entries() {
        return entries;
    }

    /**
     * Those whose name begins so come first.
     *
     * @param letters of one or more words; of none, all are found
     * @param most how many are wanted
     */
    public List<T> find(String letters, Predicate<T> wanted, int most) {
        String plain = PlainLetters.of(letters.strip());
        BitSet fitting = fitting(plain);
        List<T> found = new ArrayList<>();
        List<T> others = new ArrayList<>();
        for (int i = fitting.nextSetBit(0); i >= 0 && found.size() < most; i = fitting.nextSetBit(i + 1)) {
            boolean first = names[i].startsWith(plain);
            if ((first || others.size() < most) && wanted.test(entries.get(i))) {
                (first ? found : others).add(entries.get(i));
            }
        }
        others.stream().limit(most - found.size()).forEach(found::add);
        return found;
    }

    private BitSet fitting(String letters) {
        BitSet fitting = new BitSet(entries.size());
        fitting.set(0, entries.size());
        for (String typed : SPACE.split(letters)) {
            if (!typed.isEmpty()) {
                fitting.and(beginningWith(typed));
            }
        }
        return fitting;
    }

    private BitSet beginningWith(String letters) {
        int at = Arrays.binarySearch(words, letters);
        at = at < 0 ? -at - 1 : at;
        while (at > 0 && words[at - 1].equals(letters)) {
            at--;
        }
        BitSet found = new BitSet(entries.size());
        for (; at < words.length && words[at].startsWith(letters); at++) {
            found.set(owners[at]);
        }
        return found;
    }
}
