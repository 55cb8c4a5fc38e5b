package inky.courier.standins;

import java.util.Optional;

/**
 * One sheet of the demo world's paper.
 *
 * @param back what is on its back; empty for a blank one
 */
public record Sheet(Print front, Optional<Print> back, double widthMm, double heightMm) {
    /** What can be printed on a side. */
    public enum Print {
        BERTH_PERMIT,
        LETTER,
        BERTH_PLAN,
        CARGO_MANIFEST,
        CREW_ROSTER,
        SAFETY_DRILL,
        TIDE_TABLE,
        LOST_PROPERTY,
        FUEL_RECEIPT,
        /** Several on the glass, and the lid around them. */
        FUEL_RECEIPTS,
        HARBOUR_CHART
    }

    /** No paper: the lid is scanned. */
    static final Sheet NONE = new Sheet(Print.LETTER, Optional.empty(), 0, 0);

    /** A size in millimetres. */
    record Extent(double widthMm, double heightMm) {}

    boolean isNone() {
        return widthMm == 0;
    }

    static Sheet a4(Print front) {
        return new Sheet(front, Optional.empty(), 210, 297);
    }

    static Sheet a4(Print front, Print back) {
        return new Sheet(front, Optional.of(back), 210, 297);
    }
}
