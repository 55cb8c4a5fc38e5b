package inky.courier.core.naming;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.text.BreakIterator;
import java.util.Locale;
import java.util.function.UnaryOperator;

/** What is done to the text of a field before it becomes part of a name. */
sealed interface TextChange {
    String apply(String text);

    /** As it is written in a template. */
    String written();

    /** Changes that are a word alone. */
    enum Plain implements TextChange {
        LOWERCASE(text -> text.toLowerCase(Locale.ROOT)),
        UPPERCASE(text -> text.toUpperCase(Locale.ROOT)),
        TITLECASE(text -> UCharacter.toTitleCase(Locale.ROOT, text, null)),
        /** No space at either end, and no two of them together. */
        TRIM(text -> text.strip().replaceAll("\\s+", " ")),
        /** Letters of all scripts by those of English; what has none is left out. */
        ASCII(AsciiText::of);

        private final UnaryOperator<String> change;

        Plain(UnaryOperator<String> change) {
            this.change = change;
        }

        @Override
        public String apply(String text) {
            return change.apply(text);
        }

        @Override
        public String written() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * The first or the last so many characters, as a reader counts them (UAX 29, grapheme clusters).
     *
     * @param most 1 to 200
     */
    record Cut(int most, boolean end) implements TextChange {
        @Override
        public String apply(String text) {
            BreakIterator characters = BreakIterator.getCharacterInstance(Locale.ROOT);
            characters.setText(text);
            int at = end ? characters.last() : characters.first();
            for (int i = 0; i < most && at != BreakIterator.DONE; i++) {
                at = end ? characters.previous() : characters.next();
            }
            if (at == BreakIterator.DONE) {
                return text;
            }
            return end ? text.substring(at) : text.substring(0, at);
        }

        @Override
        public String written() {
            return (end ? "last " : "first ") + most;
        }
    }

    /** Zeros before a text that has fewer characters; an empty one stays empty. @param least 1 to 30 */
    record Pad(int least) implements TextChange {
        @Override
        public String apply(String text) {
            int missing = text.isEmpty() ? 0 : least - text.codePointCount(0, text.length());
            return "0".repeat(Math.max(0, missing)) + text;
        }

        @Override
        public String written() {
            return "pad " + least;
        }
    }

    record Replace(String from, String to) implements TextChange {
        @Override
        public String apply(String text) {
            return text.replace(from, to);
        }

        @Override
        public String written() {
            return "replace \"" + from + "\" with \"" + to + "\"";
        }
    }

    /** Something before or after the text, where there is a text; with an empty field it vanishes. */
    record Beside(String words, boolean after) implements TextChange {
        @Override
        public String apply(String text) {
            return text.isEmpty() ? text : after ? text + words : words + text;
        }

        @Override
        public String written() {
            return (after ? "suffix" : "prefix") + " \"" + words + "\"";
        }
    }
}
