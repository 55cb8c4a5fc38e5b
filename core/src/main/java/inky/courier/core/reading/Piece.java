package inky.courier.core.reading;

import java.util.ArrayList;
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
     * @param marker of an item in a list, "3." as it is printed, or a bullet; empty for everything else
     * @param lines that were broken on purpose, as those of an address; of running text there is one
     */
    record Paragraph(Role role, int level, String marker, boolean bold, List<String> lines) implements Piece {
        /** The lines as they are printed, the first of an item after its marker. */
        public List<String> linesWithMarker() {
            List<String> all = new ArrayList<>(lines);
            if (!marker.isEmpty()) {
                all.set(0, marker + " " + all.get(0));
            }
            return all;
        }

        public String text() {
            return String.join(" ", lines);
        }
    }

    /** Rows of the same number of cells; empty cells are empty texts. */
    record Table(List<List<String>> rows, List<Column> columns) implements Piece {}

    /**
     * A column as it stands on the page.
     *
     * @param share of the page's width, to the middle of the gaps beside it
     * @param toTheRight its cells end below each other rather than begin so, as figures do
     */
    record Column(double share, boolean toTheRight) {}
}
