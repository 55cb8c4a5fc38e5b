package inky.courier.core.naming;

import com.ibm.icu.text.Transliterator;

/** Text in the letters of English. */
public final class AsciiText {
    private AsciiText() {}

    /** CLDR's transliterations; German umlauts become two letters, as German offices write them. What has no such letters is left out. */
    public static String of(String text) {
        if (text.chars().allMatch(c -> c >= ' ' && c <= '~')) {
            return text;
        }
        String german = text.replace("ä", "ae")
                .replace("ö", "oe")
                .replace("ü", "ue")
                .replace("Ä", "Ae")
                .replace("Ö", "Oe")
                .replace("Ü", "Ue");
        return Rules.ONE.transliterate(german);
    }

    /** Made when it is first needed: reading its rules takes a tenth of a second. */
    private static final class Rules {
        private static final Transliterator ONE =
                Transliterator.getInstance("Any-Latin; Latin-ASCII; [^\\u0020-\\u007e] Remove");

        private Rules() {}
    }
}
