package inky.courier.core.destination;

import java.util.Objects;
import java.util.Optional;

/**
 * How a document is printed.
 *
 * @param copies 1 to {@link #MOST_COPIES}
 * @param staple whether its sheets are stapled
 */
public record PrintSettings(int copies, PrintSides sides, PrintColour colour, boolean staple)
        implements DestinationSettings {
    public static final int MOST_COPIES = 99;
    public static final PrintSettings USUAL = new PrintSettings(1, PrintSides.AS_SET, PrintColour.AS_SET, false);

    public PrintSettings {
        copies = copies == 0 ? 1 : copies;
        sides = Objects.requireNonNullElse(sides, PrintSides.AS_SET);
        colour = Objects.requireNonNullElse(colour, PrintColour.AS_SET);
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

    /** Whether it asks nothing of the device but to print. */
    public boolean asksNothing() {
        return equals(USUAL);
    }
}
