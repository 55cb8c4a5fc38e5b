package inky.courier.core.page;

/** A rectangle in pixels of a page raster. */
public record Box(int x, int y, int width, int height) {
    /** The box with a margin on every side, kept within a page. */
    Box grown(int margin, int pageWidth, int pageHeight) {
        int left = Math.max(0, x - margin);
        int top = Math.max(0, y - margin);
        int right = Math.min(pageWidth, x + width + margin);
        int bottom = Math.min(pageHeight, y + height + margin);
        return new Box(left, top, right - left, bottom - top);
    }
}
