package inky.courier.core.edit;

import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;

/**
 * How a page is shown: the scan turned, and a part of that.
 *
 * @param quarters clockwise, 0 to 3
 * @param part of the turned page
 * @param chosen whether a person chose the part, if only to have all of it
 */
public record Shape(int quarters, Part part, boolean chosen) {
    public static final Shape AS_SCANNED = new Shape(0, Part.WHOLE, false);

    /** Whether its picture is the scan's. */
    public boolean isAsScanned() {
        return !isTurned() && !isCropped();
    }

    public boolean isTurned() {
        return quarters != 0;
    }

    public boolean isCropped() {
        return !part.equals(Part.WHOLE);
    }

    Shape turned(int more) {
        return new Shape(Math.floorMod(quarters + more, 4), part.turned(more), chosen);
    }

    Shape cropped(Part inner) {
        return new Shape(quarters, part.part(inner), true);
    }

    /** The page as it is shown; its samples are not changed, only fewer or in other places. */
    public PageRaster of(PageRaster scanned) {
        PageRaster turned = quarters == 0 ? scanned : Resample.quarters(scanned, quarters * 90);
        if (!isCropped()) {
            return turned;
        }
        int left = at(part.left(), turned.width());
        int top = at(part.top(), turned.height());
        int width = Math.max(1, at(part.right(), turned.width()) - left);
        int height = Math.max(1, at(part.bottom(), turned.height()) - top);
        return Resample.part(turned, left, top, width, height);
    }

    private static int at(double fraction, int samples) {
        return (int) Math.round(fraction * samples);
    }
}
