package inky.courier.core.edit;

/**
 * A part of a page, its sides in fractions of the page's width and height, 0 to 1, from the left and the top.
 */
public record Part(double left, double top, double right, double bottom) {
    public static final Part WHOLE = new Part(0, 0, 1, 1);

    /** Less than this of a page's width or height is a slip of the finger. */
    public static final double LEAST = 0.02;

    public boolean fitsAPage() {
        return left >= 0 && top >= 0 && right <= 1 && bottom <= 1 && right - left >= LEAST && bottom - top >= LEAST;
    }

    /** The same part of the page turned clockwise by quarters. */
    public Part turned(int quarters) {
        Part turned = this;
        for (int i = 0; i < Math.floorMod(quarters, 4); i++) {
            turned = new Part(1 - turned.bottom, turned.left, 1 - turned.top, turned.right);
        }
        return turned;
    }

    /** A part of this part. */
    public Part part(Part inner) {
        double width = right - left;
        double height = bottom - top;
        return new Part(
                left + inner.left * width,
                top + inner.top * height,
                left + inner.right * width,
                top + inner.bottom * height);
    }
}
