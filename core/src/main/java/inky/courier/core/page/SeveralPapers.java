package inky.courier.core.page;

import inky.courier.core.page.Outline.Point;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Finds the papers of a scan that has several on the glass: receipts, cards, photographs side by side. What is not the lid
 * and hangs together is one paper, the smallest rectangle around it its outline. When anything is left that is in none of
 * them, or something might be print on a page rather than a paper on a lid, there are not several: nothing may be lost.
 */
final class SeveralPapers {
    /** What is narrower, or smaller, is no paper: a ticket's stub is larger, a hair is thinner. */
    private static final double NARROWEST_MM = 10;

    private static final double SMALLEST_MM2 = 300;

    /** What is left outside may be dust, and the glass's own frame along the scan's rim. */
    private static final double DUST_MM2 = 4;

    private static final double FRAME_MM = 4;

    private static final int COARSER = 4;

    /** More small parts than this, and what is looked at is a page of print. */
    private static final int MOST_LOOSE = 150;

    private static final double LETTER_MM2 = 0.5;

    /** Share of its rectangle that a paper covers; less where papers touch, which are then cut with what is around them. */
    private static final double RECTANGULAR = 0.8;

    /** Share of the rim inside a paper's edge that is not the lid; beside the edge of a block of print is bare paper. */
    private static final double SOLID = 0.7;

    private static final double RIM_MM = 1.5;

    private static final Comparator<Piece> FROM_THE_TOP = Comparator.comparingDouble(piece -> piece.middle.y());

    private static final Comparator<Piece> FROM_THE_LEFT = Comparator.comparingDouble(piece -> piece.middle.x());

    private final Survey survey;
    private final Background background;

    /** Whether a cell is something else than the lid, with most of its neighbours. */
    private final boolean[] isPaper;

    private SeveralPapers(Survey survey, Background background) {
        this.survey = survey;
        this.background = background;
        this.isPaper = new boolean[survey.width * survey.height];
        boolean[] other = new boolean[isPaper.length];
        for (int at = 0; at < other.length; at++) {
            other[at] = !background.covers(at);
        }
        for (int y = 1; y < survey.height - 1; y++) {
            for (int at = y * survey.width + 1, end = at + survey.width - 2; at < end; at++) {
                int n = 0;
                for (int v = at - survey.width; v <= at + survey.width; v += survey.width) {
                    n += (other[v - 1] ? 1 : 0) + (other[v] ? 1 : 0) + (other[v + 1] ? 1 : 0);
                }
                isPaper[at] = n > 5;
            }
        }
    }

    /** @return outlines in pixels, row by row from the top, each from the left; empty when there are not at least two */
    static List<Outline> find(Survey survey) {
        // Most scans have one page, and are told from the others where a cell is a millimetre.
        if (!maybe(survey.coarser(COARSER))) {
            return List.of();
        }
        for (Background background : Background.candidates(survey)) {
            Optional<List<Piece>> several = background
                    .lights()
                    .map(light -> new SeveralPapers(survey, light).pieces())
                    .filter(pieces -> pieces.size() > 1)
                    .findFirst();
            if (several.isPresent()) {
                return inOrder(several.get()).stream()
                        .map(piece -> piece.outline.scaled(survey.pixels))
                        .toList();
            }
        }
        return List.of();
    }

    /** Whether there are two parts at least that might be papers, whatever else there is. */
    private static boolean maybe(Survey coarse) {
        return Background.candidates(coarse).stream()
                .flatMap(Background::lights)
                .map(light -> new SeveralPapers(coarse, light))
                .anyMatch(papers -> papers.parts().stream()
                                .filter(part -> !part.isSmall() && papers.isSolid(papers.outline(part)))
                                .limit(2)
                                .count()
                        == 2);
    }

    /** @param outline in cells */
    private record Piece(Outline outline, Point middle, double height) {
        static Piece of(Outline outline) {
            Point a = outline.topLeft();
            Point c = outline.bottomRight();
            double height = Math.max(
                    Math.abs(c.y() - a.y()),
                    Math.abs(outline.bottomLeft().y() - outline.topRight().y()));
            return new Piece(outline, new Point((a.x() + c.x()) / 2, (a.y() + c.y()) / 2), height);
        }
    }

    /** The papers, or none when it is not sure that these are all. */
    private List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        List<Part> rest = new ArrayList<>();
        for (Part part : parts()) {
            if (part.isSmall()) {
                rest.add(part);
                continue;
            }
            Outline outline = outline(part);
            if (narrow(outline) * survey.mm < NARROWEST_MM) {
                rest.add(part);
                continue;
            }
            if (!isSolid(outline)) {
                return List.of();
            }
            pieces.add(Piece.of(outline));
        }
        pieces = withoutInner(pieces);
        for (Part part : rest) {
            if (!part.isDust() && !part.isFrame() && !isIn(pieces, part)) {
                return List.of();
            }
        }
        return pieces;
    }

    /** The smallest rectangle around, or the upright one where papers touch. */
    private Outline outline(Part part) {
        Outline around = Rectangles.smallestAround(part.hull());
        return part.cells >= RECTANGULAR * Rectangles.area(around) ? around : part.box();
    }

    private static double narrow(Outline around) {
        return Math.min(
                Rectangles.distance(around.topLeft(), around.topRight()),
                Rectangles.distance(around.topLeft(), around.bottomLeft()));
    }

    private double mm2(double cells) {
        return cells * survey.mm * survey.mm;
    }

    /** What hangs together: the ends of its rows. */
    private final class Part {
        private final int top;
        private final int bottom;
        private final int left;
        private final int right;
        private final int[] first;
        private final int[] last;

        /** Cells from the one to the other row's end, hollows counted. */
        private final int cells;

        Part(int[] found, int count) {
            top = rows(found, count).min().orElseThrow();
            bottom = rows(found, count).max().orElseThrow();
            first = new int[bottom - top + 1];
            last = new int[first.length];
            Arrays.fill(first, Integer.MAX_VALUE);
            for (int i = 0; i < count; i++) {
                int x = found[i] % survey.width;
                int row = found[i] / survey.width - top;
                first[row] = Math.min(first[row], x);
                last[row] = Math.max(last[row], x + 1);
            }
            left = Arrays.stream(first).min().orElseThrow();
            right = Arrays.stream(last).max().orElseThrow() - 1;
            cells = IntStream.range(0, first.length)
                    .map(row -> last[row] - first[row])
                    .sum();
        }

        private IntStream rows(int[] found, int count) {
            return Arrays.stream(found, 0, count).map(at -> at / survey.width);
        }

        List<Point> hull() {
            List<Point> ends = new ArrayList<>();
            for (int row = 0; row < first.length; row++) {
                for (int y = top + row; y <= top + row + 1; y++) {
                    ends.add(new Point(first[row], y));
                    ends.add(new Point(last[row], y));
                }
            }
            return Rectangles.hull(ends);
        }

        Outline box() {
            return Outline.rectangle(left, top, right + 1 - left, bottom + 1 - top);
        }

        boolean isSmall() {
            return mm2(cells) < SMALLEST_MM2 * RECTANGULAR;
        }

        /** Letters of a page, as a scan of papers on a lid has hardly any. */
        boolean isLoose() {
            return isSmall() && mm2(cells) > LETTER_MM2;
        }

        boolean isDust() {
            return mm2(cells) < DUST_MM2;
        }

        /** A strip along the rim of the glass. */
        boolean isFrame() {
            boolean upright = (right + 1 - left) * survey.mm < FRAME_MM && (left <= 1 || right >= survey.width - 2);
            boolean level = (bottom + 1 - top) * survey.mm < FRAME_MM && (top <= 1 || bottom >= survey.height - 2);
            return upright || level;
        }
    }

    /** All parts; none when there are so many small ones that they are print. */
    private List<Part> parts() {
        List<Part> parts = new ArrayList<>();
        boolean[] open = isPaper.clone();
        int[] found = new int[open.length];
        int loose = 0;
        int width = survey.width;
        for (int start = 0; start < open.length; start++) {
            if (!open[start]) {
                continue;
            }
            int count = 0;
            found[count++] = start;
            open[start] = false;
            for (int i = 0; i < count; i++) {
                // The rim is never paper, so there are always neighbours.
                for (int next : new int[] {found[i] - 1, found[i] + 1, found[i] - width, found[i] + width}) {
                    if (open[next]) {
                        open[next] = false;
                        found[count++] = next;
                    }
                }
            }
            Part part = new Part(found, count);
            parts.add(part);
            loose += part.isLoose() ? 1 : 0;
            if (loose > MOST_LOOSE) {
                return List.of();
            }
        }
        return parts;
    }

    private boolean isSolid(Outline outline) {
        int tried = 0;
        int other = 0;
        double rim = RIM_MM / survey.mm;
        for (int y = 1; y < survey.height - 1; y++) {
            for (int x = 1; x < survey.width - 1; x++) {
                if (outline.holds(x + 0.5, y + 0.5, 1) && !outline.holds(x + 0.5, y + 0.5, rim)) {
                    tried++;
                    other += background.covers(y * survey.width + x) ? 0 : 1;
                }
            }
        }
        return other >= SOLID * tried;
    }

    private static List<Piece> withoutInner(List<Piece> pieces) {
        return pieces.stream()
                .filter(piece -> pieces.stream().noneMatch(other -> other != piece && holds(other, piece.middle)))
                .toList();
    }

    private static boolean holds(Piece piece, Point place) {
        return piece.outline.holds(place.x(), place.y(), 0);
    }

    private static boolean isIn(List<Piece> pieces, Part part) {
        Point middle = new Point((part.left + part.right) / 2.0, (part.top + part.bottom) / 2.0);
        return pieces.stream().anyMatch(piece -> holds(piece, middle));
    }

    private static List<Piece> inOrder(List<Piece> pieces) {
        List<Piece> left = new ArrayList<>(pieces);
        left.sort(FROM_THE_TOP);
        List<Piece> ordered = new ArrayList<>();
        while (!left.isEmpty()) {
            Piece first = left.get(0);
            List<Piece> row = left.stream()
                    .filter(piece -> piece.middle.y() <= first.middle.y() + first.height / 2)
                    .sorted(FROM_THE_LEFT)
                    .toList();
            ordered.addAll(row);
            left.removeAll(row);
        }
        return ordered;
    }
}
