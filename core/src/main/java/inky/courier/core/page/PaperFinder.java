package inky.courier.core.page;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.page.Outline.Point;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Tells the paper from the scanner's background. From each side of the scan, rays run inwards until the background ends;
 * where the ends lie on a straight line over most of the side, that line is an edge of the paper.
 */
final class PaperFinder {
    private static final double STEEPEST_DEGREES = 12;
    private static final double ANGLE_STEP = 0.5;

    /** Share of a side's rays that must end on one line. */
    private static final double STRAIGHT = 0.55;

    /** Every which ray is run; edges are straight. */
    private static final int RAY_STEP = 2;

    /** Levels by which faint paper is lighter than a lid. */
    private static final int FAINTEST_STEP = 4;

    /** Levels by which ink stands off any lid. */
    private static final int INK_STEP = 40;

    /** Levels by which pale ink stands off a white lid, and streaks of the scanner do not. */
    private static final int PALE_STEP = 25;

    /** Paper smaller than this is a mark on a page: less than the narrowest till roll. */
    private static final double SMALLEST_MM = 35;

    /** Dust on the glass, all of it. */
    private static final double DUST_MM2 = 25;

    /** Share of a column that a speck on the scanner's glass draws its streak over; and less than that of those beside it. */
    private static final double STREAK = 0.6;

    private static final double CLEAN = 0.2;

    /** A printed frame is as wide on one side as on the other, within this; paper that was laid on the glass is not. */
    private static final double AS_WIDE_MM = 2;

    /** Less than this is the scan's own rim. */
    private static final double RIM_MM = 1;

    /** Less lid than this on both sides together is none. */
    private static final double NARROW_MM = 5;

    /** A receipt is so many times longer than wide at least. */
    private static final double STRIP = 1.2;

    /** Levels of colour by which a note stands off its page. */
    private static final double TINT = 30;

    private final Survey survey;

    /** Whether the scan itself has a known size, so that it may well be the paper. */
    private final boolean scanIsKnown;

    private PaperFinder(Survey survey, PageRaster page) {
        this.survey = survey;
        this.scanIsKnown = isKnown(page.mediaSize());
    }

    static Paper find(Survey survey, PageRaster page) {
        PaperFinder finder = new PaperFinder(survey, page);
        // Paper that lies in a corner of the glass has the rim half to itself, so the second tone is tried as well.
        for (Background background : Background.candidates(survey)) {
            Optional<Paper> seen = background
                    .lights()
                    .map(finder::seen)
                    .filter(Objects::nonNull)
                    .findFirst();
            if (seen.isPresent()) {
                return seen.get();
            }
        }
        return whole(page);
    }

    private static Paper whole(PageRaster page) {
        double mm = 25.4 / page.resolution().dpi();
        return new Paper(
                page.mediaSize(),
                page.width() * mm,
                page.height() * mm,
                Outline.rectangle(0, 0, page.width(), page.height()),
                0,
                false);
    }

    private @Nullable Paper seen(Background background) {
        // One side after the other: most pages fill their scan, and the first side says so.
        @Nullable Edge left = edge(background, Side.LEFT);
        @Nullable Edge right = left == null ? null : edge(background, Side.RIGHT);
        @Nullable Edge top = right == null ? null : edge(background, Side.TOP);
        @Nullable Edge bottom = top == null ? null : edge(background, Side.BOTTOM);
        if (left == null || right == null || top == null || bottom == null) {
            return null;
        }
        if (left.atBorder && right.atBorder && top.atBorder && bottom.atBorder) {
            return null;
        }
        if (background.isFaint() && !(steps(left) && steps(right) && steps(top) && steps(bottom))) {
            return null;
        }
        Outline outline = new Outline(cross(left, top), cross(right, top), cross(right, bottom), cross(left, bottom));
        double angle = angle(left, right, top, bottom);
        double width = distance(outline.topLeft(), outline.topRight(), outline.bottomLeft(), outline.bottomRight());
        double height = distance(outline.topLeft(), outline.bottomLeft(), outline.topRight(), outline.bottomRight());
        double widthMm = width * survey.mm;
        double heightMm = height * survey.mm;
        if (Math.min(widthMm, heightMm) < SMALLEST_MM || !squareEnough(left, right, top, bottom)) {
            return null;
        }
        MediaSize media = MediaSizes.snap(hundredths(widthMm), hundredths(heightMm));
        boolean known = isKnown(media) || isTillRoll(widthMm, heightMm) && !isNote(outline, background);
        if (background.isLight() && fillsScan(widthMm, heightMm)) {
            // So narrow a rim is the paper's own shadow as likely as a lid, and nothing is gained by cutting it.
            return null;
        }
        if (background.isLight() && !known && !lighterInside(outline, background)) {
            // On a white lid a frame or a picture printed on the page looks the same; only a known size is believed.
            return null;
        }
        if (!known && looksPrinted(left, right, top, bottom) || hasInkOutside(outline, background)) {
            return null;
        }
        return new Paper(media, widthMm, heightMm, outline.scaled(survey.pixels), angle, true);
    }

    private boolean fillsScan(double widthMm, double heightMm) {
        return survey.width * survey.mm - widthMm < NARROW_MM && survey.height * survey.mm - heightMm < NARROW_MM;
    }

    private static boolean isKnown(MediaSize media) {
        return !media.name().startsWith("custom_");
    }

    /**
     * Whether a tone along the rim may be a band or a frame that is printed to the sheet's edge: it shows on one side only, on
     * two that lie opposite, or as wide on one side as on the other. Paper on a lid shows the lid where two sides meet.
     */
    private boolean looksPrinted(Edge left, Edge right, Edge top, Edge bottom) {
        boolean across = atRim(left) == atRim(right) && Math.abs(rim(left) - rim(right)) < AS_WIDE_MM;
        boolean down = atRim(top) == atRim(bottom) && Math.abs(rim(top) - rim(bottom)) < AS_WIDE_MM;
        boolean acrossOnly = atRim(top) && atRim(bottom);
        boolean downOnly = atRim(left) && atRim(right);
        boolean threeSides = across && atRim(top) != atRim(bottom) || down && atRim(left) != atRim(right);
        return acrossOnly || downOnly || scanIsKnown && (across && down || threeSides);
    }

    /** A hair's breadth of light along the scan's side is no lid. */
    private boolean atRim(Edge edge) {
        return edge.atBorder || rim(edge) < RIM_MM;
    }

    /** Millimetres from the scan's side to an edge, at its middle. */
    private double rim(Edge edge) {
        int along = edge.side.upright ? survey.height : survey.width;
        int depth = edge.side.upright ? survey.width : survey.height;
        double middle = edge.offset + edge.slope * along / 2;
        boolean far = edge.side == Side.RIGHT || edge.side == Side.BOTTOM;
        return (far ? depth - middle : middle) * survey.mm;
    }

    /**
     * Whether the tone changes at once along all of an edge. The light of a lamp falls off as much as faint paper differs
     * from a lid, but it takes its way.
     */
    private boolean steps(Edge edge) {
        int reach = survey.cells(1.5);
        int along = edge.side.upright ? survey.height : survey.width;
        int inwards = edge.side == Side.LEFT || edge.side == Side.TOP ? 1 : -1;
        int tried = 0;
        int other = 0;
        for (int i = 0; i < along; i += 4) {
            int middle = (int) Math.round(edge.offset + edge.slope * i);
            int inside = place(edge.side, i, middle + inwards * reach);
            int outside = place(edge.side, i, middle - inwards * reach);
            if (inside >= 0 && outside >= 0) {
                tried++;
                other += differs(inside, outside) ? 1 : 0;
            }
        }
        // The edge is shorter than the side that it is on.
        return other * 2 > edge.points * 0.5 && other > tried * 0.15;
    }

    /** The cell at a place of the scan; -1 beyond it and at its rim. */
    private int place(Side side, int along, int across) {
        int x = side.upright ? across : along;
        int y = side.upright ? along : across;
        boolean within = x >= 1 && y >= 1 && x < survey.width - 1 && y < survey.height - 1;
        return within ? y * survey.width + x : -1;
    }

    /** Paper is lighter than its lid, or of another colour; ink that goes to its edge is much darker. */
    private boolean differs(int inside, int outside) {
        int step = mean(survey.light, inside) - mean(survey.light, outside);
        return step > FAINTEST_STEP
                || step < -INK_STEP
                || !survey.isGrey()
                        && (Math.abs(mean(survey.redGreen, inside) - mean(survey.redGreen, outside)) > FAINTEST_STEP
                                || Math.abs(mean(survey.blueYellow, inside) - mean(survey.blueYellow, outside))
                                        > FAINTEST_STEP);
    }

    private int mean(short[] values, int at) {
        int sum = 0;
        for (int row = at - survey.width; row <= at + survey.width; row += survey.width) {
            sum += values[row - 1] + values[row] + values[row + 1];
        }
        return sum / 9;
    }

    /** A lid is empty but for dust and streaks; what stands beside a grey panel, a picture or a flyer's white field makes it a page. */
    private boolean hasInkOutside(Outline outline, Background background) {
        int step = background.isLight() ? PALE_STEP : INK_STEP;
        double reach = 3 / survey.mm;
        int rim = survey.cells(4);
        int columns = Math.max(0, (survey.width - 2 * rim + 1) / 2);
        int[] inked = new int[columns];
        int[] others = new int[columns];
        int[] looked = new int[columns];
        for (int y = rim; y < survey.height - rim; y++) {
            for (int col = 0, x = rim; col < columns; col++, x += 2) {
                if (!outline.holds(x, y, -reach)) {
                    int at = y * survey.width + x;
                    looked[col]++;
                    others[col] += background.covers(at) ? 0 : 1;
                    inked[col] += Math.abs(survey.light[at] - background.tone(at)) > step ? 1 : 0;
                }
            }
        }
        int ink = 0;
        int other = 0;
        int tried = 0;
        for (int col = 0; col < columns; col++) {
            tried += looked[col];
            boolean streak = col > 0
                    && col < columns - 1
                    && others[col] > looked[col] * STREAK
                    && others[col - 1] < looked[col - 1] * CLEAN
                    && others[col + 1] < looked[col + 1] * CLEAN;
            ink += streak ? 0 : inked[col];
            other += streak ? 0 : others[col];
        }
        // Every second cell was looked at.
        return background.isLight() && other > tried * 0.012 || 2 * ink * survey.mm * survey.mm > DUST_MM2;
    }

    /** Printed things are darker than their page; what is lighter than its surroundings is paper on a lid. */
    private boolean lighterInside(Outline outline, Background background) {
        int lighter = 0;
        int tried = 0;
        double reach = 2 / survey.mm;
        for (int y = 0; y < survey.height; y += 3) {
            for (int x = 0; x < survey.width; x += 3) {
                if (outline.holds(x, y, reach) && !outline.holds(x, y, 2 * reach)) {
                    tried++;
                    lighter += survey.light[y * survey.width + x] > background.tone(y * survey.width + x) + 5 ? 1 : 0;
                }
            }
        }
        return lighter > tried * 0.75;
    }

    private static int hundredths(double mm) {
        return (int) Math.round(mm * 100);
    }

    private static boolean isTillRoll(double widthMm, double heightMm) {
        double narrow = Math.min(widthMm, heightMm);
        boolean strip = Math.max(widthMm, heightMm) > STRIP * narrow;
        return strip && (near(narrow, 57.5, 1.6) || near(narrow, 76, 1.6) || near(narrow, 80, 1.6));
    }

    /** Sticky notes are as wide as a till roll, and coloured: on white paper under a white lid they are all that shows. */
    private boolean isNote(Outline outline, Background background) {
        if (!background.isLight() || survey.isGrey()) {
            return false;
        }
        int tinted = 0;
        int tried = 0;
        for (int y = 0; y < survey.height; y += 3) {
            for (int x = 0; x < survey.width; x += 3) {
                if (outline.holds(x, y, 1 / survey.mm)) {
                    int at = y * survey.width + x;
                    tried++;
                    tinted += Math.hypot(
                                            survey.redGreen[at] - background.redGreen(),
                                            survey.blueYellow[at] - background.blueYellow())
                                    > TINT
                            ? 1
                            : 0;
                }
            }
        }
        return 2 * tinted > tried;
    }

    private static boolean near(double value, double wanted, double tolerance) {
        return Math.abs(value - wanted) <= tolerance;
    }

    /** The paper's turn by its seen edges, the longer ones counting for more. */
    private static double angle(Edge... edges) {
        double sum = 0;
        double weight = 0;
        for (Edge edge : edges) {
            if (!edge.atBorder) {
                double degrees = Math.toDegrees(Math.atan(edge.slope));
                // A row's slope dy/dx is minus the counter-clockwise turn; a column's dx/dy is the turn itself.
                sum += edge.points * (edge.side.upright ? degrees : -degrees);
                weight += edge.points;
            }
        }
        return weight == 0 ? 0 : sum / weight;
    }

    private static boolean squareEnough(Edge... edges) {
        double least = 90;
        double most = -90;
        for (Edge edge : edges) {
            if (!edge.atBorder) {
                double degrees = Math.toDegrees(Math.atan(edge.slope)) * (edge.side.upright ? 1 : -1);
                least = Math.min(least, degrees);
                most = Math.max(most, degrees);
            }
        }
        return most - least < 2.5;
    }

    private static double distance(Point a, Point b, Point c, Point d) {
        return (Math.hypot(b.x() - a.x(), b.y() - a.y()) + Math.hypot(d.x() - c.x(), d.y() - c.y())) / 2;
    }

    /** x = a + s y meets y = b + t x. */
    private static Point cross(Edge column, Edge row) {
        double x = (column.offset + column.slope * row.offset) / (1 - column.slope * row.slope);
        return new Point(x, row.offset + row.slope * x);
    }

    private enum Side {
        LEFT(true),
        RIGHT(true),
        TOP(false),
        BOTTOM(false);

        final boolean upright;

        Side(boolean upright) {
            this.upright = upright;
        }
    }

    /** A straight edge: for a column x = offset + slope y, for a row y = offset + slope x, in cells. */
    private record Edge(Side side, double offset, double slope, int points, boolean atBorder) {}

    private @Nullable Edge edge(Background background, Side side) {
        int rays = side.upright ? survey.height : survey.width;
        int depth = side.upright ? survey.width : survey.height;
        float[] ends = new float[rays];
        int atStart = 0;
        int met = 0;
        Arrays.fill(ends, Float.NaN);
        for (int ray = 0; ray < rays; ray += RAY_STEP) {
            int end = rayEnd(background, side, ray, depth);
            ends[ray] = end < 0 ? Float.NaN : end;
            if (end >= 0) {
                met++;
                atStart += end <= 1 ? 1 : 0;
            }
        }
        boolean far = side == Side.RIGHT || side == Side.BOTTOM;
        if (met < rays / RAY_STEP / 40) {
            return null;
        }
        if (atStart > met * 0.8) {
            return new Edge(side, far ? depth : 0, 0, atStart, true);
        }
        @Nullable Edge line = fit(side, ends, met);
        if (line == null) {
            return null;
        }
        return far ? new Edge(side, depth - line.offset, -line.slope, line.points, false) : line;
    }

    /** Cells of background before the paper begins; -1 when there is none on this ray. */
    private int rayEnd(Background background, Side side, int ray, int depth) {
        int width = survey.width;
        int at = switch (side) {
            case LEFT -> ray * width;
            case RIGHT -> ray * width + depth - 1;
            case TOP -> ray;
            case BOTTOM -> (depth - 1) * width + ray;
        };
        int step = (side.upright ? 1 : width) * (side == Side.LEFT || side == Side.TOP ? 1 : -1);
        // The lid's tone along the ray, in 65536ths.
        int tone = (background.tone(at) << 16) + 32768;
        int fall = background.fall(at, step);
        int bend = background.bend(step);
        int run = 0;
        for (int i = 0; i < depth; i++, at += step, tone += fall, fall += bend) {
            run = background.covers(at, tone >> 16) ? 0 : run + 1;
            if (run == 3) {
                return i - 2;
            }
        }
        return -1;
    }

    /** The line that most of the ends lie on, refined by least squares. */
    private @Nullable Edge fit(Side side, float[] ends, int met) {
        int best = 0;
        double bestSlope = 0;
        int bestBin = 0;
        int bins = 2 * (survey.width + survey.height) + ends.length;
        int[] votes = new int[bins];
        for (double degrees = -STEEPEST_DEGREES; degrees <= STEEPEST_DEGREES; degrees += ANGLE_STEP) {
            double slope = Math.tan(Math.toRadians(degrees));
            Arrays.fill(votes, 0);
            for (int i = 0; i < ends.length; i += 2 * RAY_STEP) {
                if (!Float.isNaN(ends[i])) {
                    int bin = (int) (ends[i] - slope * i) + bins / 2;
                    if (++votes[bin] + votes[bin - 1] > best) {
                        best = votes[bin] + votes[bin - 1];
                        bestSlope = slope;
                        bestBin = bin - bins / 2;
                    }
                }
            }
        }
        double offset = bestBin;
        double slope = bestSlope;
        int inliers = 0;
        for (double reach : new double[] {3, 1.5, 1.2}) {
            double n = 0;
            double sx = 0;
            double sy = 0;
            double sxx = 0;
            double sxy = 0;
            for (int i = 0; i < ends.length; i += RAY_STEP) {
                if (!Float.isNaN(ends[i]) && Math.abs(ends[i] - offset - slope * i) <= reach) {
                    n++;
                    sx += i;
                    sy += ends[i];
                    sxx += (double) i * i;
                    sxy += i * (double) ends[i];
                }
            }
            double spread = n * sxx - sx * sx;
            if (n < 20 || spread <= 0) {
                return null;
            }
            slope = (n * sxy - sx * sy) / spread;
            offset = (sy - slope * sx) / n;
            inliers = (int) n;
        }
        return inliers < met * STRAIGHT ? null : new Edge(side, offset, slope, inliers, false);
    }
}
