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

    /** The size of its print in pixels: what it would be high if it had letters that rise and letters that hang. */
    double size() {
        boolean rises = text.codePoints()
                .anyMatch(c -> Character.isUpperCase(c) || Character.isDigit(c) || "bdfhijklt()[]/|!?".indexOf(c) >= 0);
        return height / (rises && hangs() ? BOTH : rises || hangs() ? RISES : NEITHER);
    }

    private boolean hangs() {
        return text.codePoints().anyMatch(c -> "gjpqy()[],;|Q".indexOf(c) >= 0);
    }

    /** Where its letters stand that do not hang. */
    double baseline() {
        return bottom() - (hangs() ? HANG * size() : 0);
    }

    boolean sameLine(Word other) {
        return sameParagraph(other) && line == other.line;
    }

    boolean sameParagraph(Word other) {
        return block == other.block && paragraph == other.paragraph;
    }
}
