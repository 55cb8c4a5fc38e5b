package inky.courier.core.destination;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * How a document is printed.
 *
 * @param copies 1 to {@link #MOST_COPIES}
 * @param staple whether its sheets are stapled
 * @param scaling how a page fits the paper
 * @param perSide how many pages lie on one side of a sheet
 */
public record PrintSettings(
        int copies, PrintSides sides, PrintColour colour, boolean staple, PrintScaling scaling, PagesPerSide perSide)
        implements DestinationSettings {
    public static final int MOST_COPIES = 99;
    public static final PrintSettings USUAL = of(1, PrintSides.AS_SET, PrintColour.AS_SET, false);

    public PrintSettings {
        copies = copies == 0 ? 1 : copies;
        sides = Objects.requireNonNullElse(sides, PrintSides.AS_SET);
        colour = Objects.requireNonNullElse(colour, PrintColour.AS_SET);
        scaling = Objects.requireNonNullElse(scaling, PrintScaling.AS_SET);
        perSide = Objects.requireNonNullElse(perSide, PagesPerSide.ONE);
    }

    /** Pages as they are, one on a side. */
    public static PrintSettings of(int copies, PrintSides sides, PrintColour colour, boolean staple) {
        return new PrintSettings(copies, sides, colour, staple, PrintScaling.AS_SET, PagesPerSide.ONE);
    }

    /** On which sides of the paper; the keywords are of RFC 8011 section 5.2.8. */
    public enum PrintSides {
        /** As the device is set. */
        AS_SET(""),
        ONE("one-sided"),
        LONG_EDGE("two-sided-long-edge"),
        SHORT_EDGE("two-sided-short-edge");

        private final String keyword;

        PrintSides(String keyword) {
            this.keyword = keyword;
        }

        /** What is asked of the device; empty for nothing. */
        public Optional<String> keyword() {
            return Optional.of(keyword).filter(one -> !one.isEmpty());
        }
    }

    /** In which colours; the keywords are of PWG 5100.14, {@code print-color-mode}. */
    public enum PrintColour {
        /** As the device is set. */
        AS_SET(""),
        COLOUR("color"),
        GREY("monochrome");

        private final String keyword;

        PrintColour(String keyword) {
            this.keyword = keyword;
        }

        /** What is asked of the device; empty for nothing. */
        public Optional<String> keyword() {
            return Optional.of(keyword).filter(one -> !one.isEmpty());
        }
    }

    /** How a page fits the paper; the keywords are of PWG 5100.16, {@code print-scaling}. */
    public enum PrintScaling {
        /** As the device is set. */
        AS_SET(""),
        /** Made larger or smaller until the whole page is on the paper. */
        FIT("fit"),
        /** Made larger or smaller until no paper stays empty. */
        FILL("fill"),
        /** In its own size. */
        NONE("none");

        private final String keyword;

        PrintScaling(String keyword) {
            this.keyword = keyword;
        }

        /** What is asked of the device; empty for nothing. */
        public Optional<String> keyword() {
            return Optional.of(keyword).filter(one -> !one.isEmpty());
        }
    }

    /** Pages on one side of a sheet, as {@code number-up} of RFC 8011 section 5.2.9 counts them. */
    public enum PagesPerSide {
        ONE(1, 1),
        TWO(2, 2),
        FOUR(4, 2),
        SIX(6, 3),
        NINE(9, 3),
        SIXTEEN(16, 4);

        private final int pages;
        private final int columns;

        PagesPerSide(int pages, int columns) {
            this.pages = pages;
            this.columns = columns;
        }

        public int pages() {
            return pages;
        }

        /** Of the pages as they lie on a side, read from left to right and then down. */
        public int columns() {
            return columns;
        }
    }

    /** What is asked of a device beside to print, by the names of IPP, as text. */
    public Map<String, Set<String>> asked() {
        Map<String, Set<String>> asked = new LinkedHashMap<>();
        if (copies > 1) {
            asked.put("copies", Set.of(Integer.toString(copies)));
        }
        sides.keyword().ifPresent(word -> asked.put("sides", Set.of(word)));
        colour.keyword().ifPresent(word -> asked.put("print-color-mode", Set.of(word)));
        if (staple) {
            asked.put("finishings", Set.of("staple"));
        }
        scaling.keyword().ifPresent(word -> asked.put("print-scaling", Set.of(word)));
        if (perSide != PagesPerSide.ONE) {
            asked.put("number-up", Set.of(Integer.toString(perSide.pages())));
        }
        return asked;
    }

    /** Whether it asks nothing of the device but to print. */
    public boolean asksNothing() {
        return equals(USUAL);
    }
}
