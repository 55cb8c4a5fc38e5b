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
 */
public record Word(
        String text, int x, int y, int width, int height, double confidence, int block, int paragraph, int line) {
    boolean sameLine(Word other) {
        return sameParagraph(other) && line == other.line;
    }

    boolean sameParagraph(Word other) {
        return block == other.block && paragraph == other.paragraph;
    }
}
