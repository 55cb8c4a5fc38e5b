package inky.courier.core.text;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Texts as somebody types them who has only plain letters on the keyboard: small letters without accents (Unicode UAX 15, NFD
 * without general category M).
 */
public final class PlainLetters {
    /** Letters that Unicode does not take apart (NFD), as the Latin-ASCII rules of CLDR write them; from memory. */
    private static final Map<Character, String> OTHER_LETTERS = Map.of(
            '\u00f8', "o", '\u0142', "l", '\u0111', "d", '\u00df', "ss", '\u00e6', "ae", '\u0153', "oe", '\u0131', "i",
            '\u00f0', "d", '\u00fe', "th");

    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    private PlainLetters() {}

    public static String of(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        if (isAscii(lower)) {
            return lower;
        }
        String letters =
                MARKS.matcher(Normalizer.normalize(lower, Normalizer.Form.NFD)).replaceAll("");
        StringBuilder plain = new StringBuilder(letters.length());
        letters.chars().forEach(c -> plain.append(OTHER_LETTERS.getOrDefault((char) c, String.valueOf((char) c))));
        return plain.toString();
    }

    private static boolean isAscii(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= 0x80) {
                return false;
            }
        }
        return true;
    }
}
