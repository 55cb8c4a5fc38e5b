package inky.courier.core.report;

import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageColour;
import java.util.Optional;

/**
 * What sides of paper were, of those that were looked at.
 *
 * @param judged how many were looked at
 * @param blank that were left out as blank
 * @param colour whose content needs colour
 */
public record ScannedSides(long judged, long blank, long colour) {
    public static final ScannedSides NONE = new ScannedSides(0, 0, 0);

    /** @param isBlank whether it was left out as blank */
    public static ScannedSides of(boolean isBlank, Optional<PageAnalysis> analysis) {
        if (isBlank) {
            return new ScannedSides(1, 1, 0);
        }
        return analysis.map(found -> new ScannedSides(1, 0, found.colour() == PageColour.COLOUR ? 1 : 0))
                .orElse(NONE);
    }

    public ScannedSides plus(ScannedSides other) {
        return new ScannedSides(judged + other.judged, blank + other.blank, colour + other.colour);
    }
}
