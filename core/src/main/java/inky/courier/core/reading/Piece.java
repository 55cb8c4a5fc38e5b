package inky.courier.core.reading;

import java.util.List;

/** What stands on a page, one after the other as it is read. */
public sealed interface Piece {
    /** What a paragraph is. */
    enum Role {
        TEXT,
        HEADING,
        BULLET,
        NUMBERED
    }

    /**
     * Running text.
     *
     * @param level of a heading, from 1 for the largest print; 0 for everything else
     * @param marker of an item in a list as it is printed, "3."; empty for a bullet and everything else
     * @param lines that were broken on purpose, as those of an address; of running text there is one
     */
    record Paragraph(Role role, int level, String marker, boolean bold, List<String> lines) implements Piece {
        public String text() {
            return String.join(" ", lines);
        }
    }

    /** Rows of the same number of cells; empty cells are empty texts. */
    record Table(List<List<String>> rows) implements Piece {}
}
