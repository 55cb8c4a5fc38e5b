package inky.courier.core.page;

/**
 * Connected dark cells of a page.
 *
 * @param left first column, in cells
 * @param top first row
 * @param right last column
 * @param bottom last row
 * @param area cells
 * @param peak the darkest cell's contrast to the paper
 * @param sharpness the steepest step between neighbours, as a share of the peak: about 1 for a stroke of a pen, less than
 *     half for what shines through paper
 * @param touchesRim whether it reaches the looked-at area's edge
 */
record Mark(int left, int top, int right, int bottom, int area, int peak, double sharpness, boolean touchesRim) {
    int width() {
        return right - left + 1;
    }

    int height() {
        return bottom - top + 1;
    }

    double length() {
        return Math.hypot(width(), height());
    }
}
