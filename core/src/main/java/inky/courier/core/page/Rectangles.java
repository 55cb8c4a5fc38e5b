package inky.courier.core.page;

import inky.courier.core.page.Outline.Point;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;

/** Rectangles around points. */
final class Rectangles {
    private Rectangles() {}

    /** The convex hull, clockwise on the screen: A. M. Andrew, "Another efficient algorithm for convex hulls", 1979. */
    static List<Point> hull(List<Point> points) {
        List<Point> sorted = points.stream()
                .distinct()
                .sorted(Comparator.comparingDouble(Point::x).thenComparingDouble(Point::y))
                .toList();
        List<Point> hull = new ArrayList<>(half(sorted));
        List<Point> back = new ArrayList<>(sorted);
        Collections.reverse(back);
        hull.addAll(half(back));
        return hull;
    }

    /** One side of the hull without its last point. */
    private static List<Point> half(List<Point> sorted) {
        List<Point> chain = new ArrayList<>();
        for (Point point : sorted) {
            while (chain.size() > 1 && !turnsRight(chain.get(chain.size() - 2), chain.get(chain.size() - 1), point)) {
                chain.remove(chain.size() - 1);
            }
            chain.add(point);
        }
        return chain.subList(0, Math.max(1, chain.size() - 1));
    }

    private static boolean turnsRight(Point a, Point b, Point c) {
        return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x()) > 0;
    }

    /**
     * The rectangle of least area around a hull; one of its sides lies along the hull: H. Freeman, R. Shapira, "Determining the
     * minimum-area encasing rectangle for an arbitrary closed curve", 1975. Turned by 45 degrees at most.
     */
    static Outline smallestAround(List<Point> hull) {
        Outline best = around(hull, 1, 0);
        for (int i = 0; i < hull.size(); i++) {
            Point a = hull.get(i);
            Point b = hull.get((i + 1) % hull.size());
            double angle = Math.atan2(b.y() - a.y(), b.x() - a.x());
            // The same rectangle is found from each of its sides.
            double turned = angle - Math.round(angle / (Math.PI / 2)) * (Math.PI / 2);
            Outline around = around(hull, Math.cos(turned), Math.sin(turned));
            best = area(around) < area(best) ? around : best;
        }
        return best;
    }

    private static Outline around(List<Point> hull, double cos, double sin) {
        double left = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (Point p : hull) {
            double u = p.x() * cos + p.y() * sin;
            double v = p.y() * cos - p.x() * sin;
            left = Math.min(left, u);
            right = Math.max(right, u);
            top = Math.min(top, v);
            bottom = Math.max(bottom, v);
        }
        return new Outline(
                back(left, top, cos, sin),
                back(right, top, cos, sin),
                back(right, bottom, cos, sin),
                back(left, bottom, cos, sin));
    }

    private static Point back(double u, double v, double cos, double sin) {
        return new Point(u * cos - v * sin, u * sin + v * cos);
    }

    static double area(Outline rectangle) {
        return distance(rectangle.topLeft(), rectangle.topRight())
                * distance(rectangle.topLeft(), rectangle.bottomLeft());
    }

    static double distance(Point a, Point b) {
        return Math.hypot(b.x() - a.x(), b.y() - a.y());
    }
}
