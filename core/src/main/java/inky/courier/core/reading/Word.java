package inky.courier.core.reading;

/**
 * A word as read from a page.
 *
 * @param x left edge in pixels
 * @param y upper edge in pixels
 * @param confidence 0 to 100
 * @param block number of the block of text on the page, in reading order
 * @param paragraph number within its block
 * @param line number within its paragraph
 * @param stem the usual breadth of its strokes in pixels; 0 when that was not measured
 */
public record Word(
        String text,
        int x,
        int y,
        int width,
        int height,
        double confidence,
        int block,
        int paragraph,
        int line,
        double stem) {
    int right() {
        return x + width;
    }

    int bottom() {
        return y + height;
    }

    /** Shares of the print's size in most faces: rising, hanging and both, and letters that do neither; common practice, no source. */
    private static final double RISES = 0.74;

    private static final double BOTH = 0.94;
    private static final double NEITHER = 0.54;
    private static final double HANG = 0.21;

    /** Small letters that rise or hang, in Latin, Cyrillic and Greek. */
    private static final String RISING =
            "bdfhijklt()[]/|!?\u0431\u0444\u0439\u0451\u03b2\u03b4\u03b6\u03b8\u03bb\u03be\u03c6\u03c8";

    private static final String HANGING =
            "gjpqy()[],;|Q\u0434\u0440\u0443\u0444\u0446\u0449\u03b2\u03b3\u03b6\u03b7\u03bc\u03be\u03c1\u03c6\u03c7\u03c8";

    /** The size of its print in pixels: what it would be high if it had letters that rise and letters that hang. */
    double size() {
        if (text.codePoints().anyMatch(Word::isOneHeight)) {
            return height / BOTH;
        }
        boolean rises = text.codePoints()
                .anyMatch(c -> Character.isUpperCase(c) || Character.isDigit(c) || RISING.indexOf(c) >= 0);
        return height / (rises && hangs() ? BOTH : rises || hangs() ? RISES : NEITHER);
    }

    private boolean hangs() {
        return text.codePoints().anyMatch(c -> HANGING.indexOf(c) >= 0);
    }

    /** Letters of scripts without small ones that all reach as high and as low: Han, Kana, Hangul, Arabic, Thai and the like. */
    private static boolean isOneHeight(int c) {
        return Character.isLetter(c) && !Character.isUpperCase(c) && !Character.isLowerCase(c);
    }

    /** Where its letters stand that do not hang. */
    double baseline() {
        return bottom() - (hangs() ? HANG * size() : 0);
    }

    /** On a page as it looks in a mirror. */
    Word mirrored(int pageWidth) {
        return new Word(text, pageWidth - right(), y, width, height, confidence, block, paragraph, line, stem);
    }

    /** The word without what was no part of it, as high as its line. */
    Word of(String part, int top, int foot) {
        return new Word(part, x, top, width, Math.max(1, foot - top), confidence, block, paragraph, line, stem);
    }

    boolean sameLine(Word other) {
        return sameParagraph(other) && line == other.line;
    }

    boolean sameParagraph(Word other) {
        return block == other.block && paragraph == other.paragraph;
    }
}
