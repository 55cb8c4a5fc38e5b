package inky.courier.core.message;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.text.PlainText;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** The languages that Courier speaks. */
public final class Languages {
    /** Every message is in this one. */
    public static final Locale FIRST = Locale.ENGLISH;

    public static final List<Locale> ALL = List.of(FIRST, Locale.GERMAN, Locale.forLanguageTag("es"), Locale.FRENCH);

    private Languages() {}

    /** @param tag of BCP 47, such as {@code de} or {@code de-CH}; empty where nobody has said */
    public static Optional<Locale> of(String tag) {
        String language = Locale.forLanguageTag(tag).getLanguage();
        return ALL.stream().filter(l -> l.getLanguage().equals(language)).findFirst();
    }

    /** What is wrong with the language of somebody or something. @param tag empty where it has none of its own */
    public static Optional<Problem> problem(String tag, String field) {
        return tag.isEmpty() || of(tag).isPresent()
                ? Optional.empty()
                : Optional.of(Problem.of("language.unknown", field));
    }

    /** Words by the language that they are in, stripped, without those that are empty. @param words absent for none */
    public static Map<String, String> plain(@Nullable Map<String, String> words) {
        TreeMap<String, String> plain = new TreeMap<>();
        if (words != null) {
            words.forEach((language, word) -> plain.put(language, word == null ? "" : word.strip()));
        }
        plain.values().removeIf(String::isEmpty);
        return Collections.unmodifiableMap(plain);
    }

    /** Whether these are words of one line in languages that Courier speaks. @param longest characters */
    public static boolean areLabels(Map<String, String> words, int longest) {
        return words.entrySet().stream()
                .allMatch(word -> of(word.getKey()).isPresent() && PlainText.isName(word.getValue(), longest));
    }

    /** @throws Invalid where it is none that Courier speaks */
    public static void require(String tag, String field) {
        if (of(tag).isEmpty()) {
            throw Invalid.of("language.unknown", field);
        }
    }
}
