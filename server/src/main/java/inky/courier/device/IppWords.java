package inky.courier.device;

import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.Sides;

/** What scans are called over IPP: {@code input-color-mode}, {@code input-sides}, {@code input-source} of PWG 5100.15. */
final class IppWords {
    static final String COLOUR = "color";

    private IppWords() {}

    static String of(ColourMode mode) {
        return switch (mode) {
            case AS_FOUND -> "auto";
            case COLOUR -> COLOUR;
            // Made bitonal here, where the threshold is ours.
            case GREY, BLACK_AND_WHITE -> "monochrome";
        };
    }

    static String of(Sides sides) {
        return switch (sides) {
            case ONE -> "one-sided";
            case TWO_LONG_EDGE -> "two-sided-long-edge";
            case TWO_SHORT_EDGE -> "two-sided-short-edge";
        };
    }

    static boolean isBothSides(String keyword) {
        return keyword.startsWith("two-sided");
    }

    static String of(PaperSource source) {
        return switch (source) {
            case FEEDER -> "adf";
            case GLASS -> "platen";
        };
    }
}
