package inky.courier.core.page;

/**
 * Connected dark cells of a page.
 *
 * @param left first column, in cells
 * @param top first row
 * @param right last column
 * @param bottom last row
 * @param area cells
 * @param rim cells of it that have a neighbour outside
 * @param peak the darkest cell's contrast to the paper
 * @param mean of its cells' contrast
 * @param sharpness the steepest step between neighbours, as a share of the peak: about 1 for a stroke of a pen, less than
 *     half for what shines through paper
 * @param flank the mean step from its outermost cells to their neighbours outside, as a share of the mean contrast
 * @param along standard deviation of its cells' places along its own axis, in cells
 * @param across the same across its axis: little for what is straight and thin
 * @param degrees of its axis, -90 to 90, 0 for level
 * @param chroma how far its colour is from the paper's, 0 to 255
 * @param holes in it, as letters and boxes have
 * @param touchesRim whether it reaches the looked-at area's edge
 */
record Mark(
        int left,
        int top,
        int right,
        int bottom,
        int area,
        int rim,
        int peak,
        double mean,
        double sharpness,
        double flank,
        double along,
        double across,
        double degrees,
        double chroma,
        int holes,
        boolean touchesRim) {
    int width() {
        return right - left + 1;
    }

    int height() {
        return bottom - top + 1;
    }

    double length() {
        return Math.hypot(width(), height());
    }

    double middleX() {
        return (left + right) / 2.0;
    }

    double middleY() {
        return (top + bottom) / 2.0;
    }
}
