package inky.courier.core.reading;

import inky.courier.core.page.PageAnalysis;
import java.util.Set;

/**
 * What the OCR takes a page for.
 *
 * @param turn the clockwise turn that makes it upright: 0, 90, 180 or 270
 * @param confidence from 0; no share
 * @param script as Unicode names it, "Latin", "Arabic", "Hangul"
 */
public record Orientation(int turn, double confidence, String script) {
    /** The scripts whose letters {@link PageAnalysis} has learned; it tells their turn better than the OCR does. */
    private static final Set<String> LEARNED =
            Set.of("Latin", "Fraktur", "Greek", "Cyrillic", "Han", "Japanese", "Hiragana", "Katakana");

    /** What is less sure than this is not turned. */
    private static final double SURE = 1.5;

    /** The analysis as it stands after this second opinion. */
    public PageAnalysis settle(PageAnalysis analysis) {
        if (LEARNED.contains(script)) {
            return analysis;
        }
        return confidence < SURE ? analysis.withUpright(0, 0) : analysis.withUpright(turn, 1);
    }
}
