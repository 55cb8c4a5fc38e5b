package inky.courier.core.shelf;

import inky.courier.core.text.PlainLetters;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** The words by which a document is found: by the first letters of any, without regard to capitals and accents. */
public final class FindableWords {
    static final int MOST = 5_000;
    private static final int LONGEST = 40;
    private static final int MOST_SOUGHT = 12;
    private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}\\p{N}]+");

    private FindableWords() {}

    /** Each word once, the first of them; a long one by its beginning. */
    public static List<String> of(String... texts) {
        Set<String> words = new LinkedHashSet<>();
        for (String text : texts) {
            for (String word : BETWEEN.split(PlainLetters.of(text))) {
                if (!word.isEmpty() && words.size() < MOST) {
                    words.add(cut(word));
                }
            }
        }
        return List.copyOf(words);
    }

    /** What is looked for when somebody types this; empty for everything. */
    public static List<String> sought(String typed) {
        return of(typed).stream().limit(MOST_SOUGHT).toList();
    }

    /** Whether a document with such words is found by all that is sought. */
    public static boolean finds(Collection<String> sought, Collection<String> words) {
        return sought.stream().allMatch(start -> words.stream().anyMatch(word -> word.startsWith(start)));
    }

    private static String cut(String word) {
        return word.codePointCount(0, word.length()) <= LONGEST
                ? word
                : word.substring(0, word.offsetByCodePoints(0, LONGEST));
    }
}
