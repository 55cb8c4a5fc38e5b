package inky.courier.core.page;

/** A quadrilateral in pixels: corners clockwise from the top left. */
public record Outline(Point topLeft, Point topRight, Point bottomRight, Point bottomLeft) {
    /** A place in a page raster, in pixels from its top left corner. */
    public record Point(double x, double y) {}

    public static Outline rectangle(double x, double y, double width, double height) {
        return new Outline(
                new Point(x, y), new Point(x + width, y), new Point(x + width, y + height), new Point(x, y + height));
    }

    Outline scaled(double factor) {
        return new Outline(
                scaled(topLeft, factor),
                scaled(topRight, factor),
                scaled(bottomRight, factor),
                scaled(bottomLeft, factor));
    }

    /** Whether a place lies inside, at least {@code inset} from every edge. */
    boolean holds(double x, double y, double inset) {
        return beyond(topLeft, topRight, x, y) >= inset
                && beyond(topRight, bottomRight, x, y) >= inset
                && beyond(bottomRight, bottomLeft, x, y) >= inset
                && beyond(bottomLeft, topLeft, x, y) >= inset;
    }

    /** A part of a line across; empty when {@code from} is not less than {@code to}. */
    record Span(double from, double to) {}

    /** Where a level line lies inside, at least {@code inset} from every edge: the outline has no hollows. */
    Span span(double y, double inset) {
        Span span = new Span(Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY);
        span = cut(span, topLeft, topRight, y, inset);
        span = cut(span, topRight, bottomRight, y, inset);
        span = cut(span, bottomRight, bottomLeft, y, inset);
        return cut(span, bottomLeft, topLeft, y, inset);
    }

    /** What {@link #beyond} leaves of a span. */
    private static Span cut(Span span, Point a, Point b, double y, double inset) {
        double dx = b.x - a.x;
        double dy = b.y - a.y;
        double rest = dx * (y - a.y) - inset * Math.hypot(dx, dy);
        if (dy == 0) {
            return rest >= 0 ? span : new Span(0, 0);
        }
        double x = a.x + rest / dy;
        return dy > 0 ? new Span(span.from, Math.min(span.to, x)) : new Span(Math.max(span.from, x), span.to);
    }

    /** Distance to the right of the line from a to b, which is inside for a clockwise outline. */
    private static double beyond(Point a, Point b, double x, double y) {
        double dx = b.x - a.x;
        double dy = b.y - a.y;
        return (dx * (y - a.y) - dy * (x - a.x)) / Math.hypot(dx, dy);
    }

    private static Point scaled(Point p, double factor) {
        return new Point(p.x * factor, p.y * factor);
    }
}
