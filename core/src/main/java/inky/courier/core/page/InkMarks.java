package inky.courier.core.page;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntConsumer;

/** Finds the marks of a page: connected cells, corners included, that are darker than the paper. */
final class InkMarks {
    /** More marks than this are a full page or a halftone; what they are one by one no longer matters. */
    static final int MOST = 6000;

    /** A mark larger than this, in cells, may be several that a shadow or the other side joins. */
    private static final int LARGE = 18;

    /** Fewer cells than this are noise, unless they are dark. */
    private static final int FEWEST = 3;

    private final Ground ground;
    private final Survey survey;
    private final Tint tint;
    private int[] cells = new int[1024];

    private InkMarks(Ground ground) {
        this.ground = ground;
        this.survey = ground.survey;
        this.tint = Tint.of(ground);
    }

    /** @param mask cells to look at; emptied on the way */
    static List<Mark> in(Ground ground, boolean[] mask) {
        return new InkMarks(ground).find(mask, 1, Short.MAX_VALUE, at -> {});
    }

    /**
     * The same, and also what stands out within large marks.
     *
     * @param mask cells to look at; emptied on the way
     * @param least contrast that a cell of the mask has
     * @param each given every mark's cells, one mark after the other, each mark's end marked by -1
     */
    static List<Mark> in(Ground ground, boolean[] mask, int least, IntConsumer each) {
        return new InkMarks(ground).find(mask, FEWEST, least, each);
    }

    private List<Mark> find(boolean[] mask, int fewest, int least, IntConsumer each) {
        List<Mark> marks = new ArrayList<>();
        boolean[] members = mask.clone();
        for (int start = 0; start < mask.length && marks.size() < MOST; start++) {
            if (mask[start]) {
                int count = grow(mask, start);
                if (count < fewest && ground.contrast[start] < 2 * least) {
                    continue;
                }
                Mark mark = measured(members, count);
                marks.add(mark);
                tell(count, each);
                if (count > LARGE && mark.peak() > 2.5 * least) {
                    addDarker(marks, count, mark.peak() / 2, each);
                }
            }
        }
        return marks;
    }

    private void tell(int count, IntConsumer each) {
        for (int i = 0; i < count; i++) {
            each.accept(cells[i]);
        }
        each.accept(-1);
    }

    /** What stands out within a large mark is a mark as well: a word on a shadow, a stroke over the other side's print. */
    private void addDarker(List<Mark> marks, int count, int limit, IntConsumer each) {
        int[] all = Arrays.copyOf(cells, count);
        boolean[] mask = new boolean[ground.contrast.length];
        int darker = 0;
        for (int at : all) {
            if (ground.contrast[at] > limit) {
                mask[at] = true;
                darker++;
            }
        }
        if (darker > 0.8 * count) {
            return;
        }
        boolean[] members = mask.clone();
        for (int at : all) {
            if (mask[at] && marks.size() < MOST) {
                int size = grow(mask, at);
                if (size > 2) {
                    marks.add(measured(members, size));
                    tell(size, each);
                }
            }
        }
    }

    /** Gathers the connected cells; gives back how many. */
    private int grow(boolean[] mask, int start) {
        int width = survey.width;
        int count = 0;
        cells[count++] = start;
        mask[start] = false;
        for (int next = 0; next < count; next++) {
            int at = cells[next];
            int x = at % width;
            int y = at / width;
            if (x == 0 || y == 0 || x == width - 1 || y == survey.height - 1) {
                continue;
            }
            if (count + 8 > cells.length) {
                cells = Arrays.copyOf(cells, cells.length * 2);
            }
            for (int v = at - width; v <= at + width; v += width) {
                for (int u = v - 1; u <= v + 1; u++) {
                    if (mask[u]) {
                        mask[u] = false;
                        cells[count++] = u;
                    }
                }
            }
        }
        return count;
    }

    private Mark measured(boolean[] members, int count) {
        int width = survey.width;
        int left = width;
        int right = 0;
        int top = survey.height;
        int bottom = 0;
        int peak = 0;
        long dark = 0;
        int step = 0;
        int outwards = 0;
        int borders = 0;
        int rim = 0;
        boolean touches = false;
        double redGreen = 0;
        double blueYellow = 0;
        double euler = 0;
        for (int i = 0; i < count; i++) {
            int at = cells[i];
            int x = at % width;
            int y = at / width;
            left = Math.min(left, x);
            right = Math.max(right, x);
            top = Math.min(top, y);
            bottom = Math.max(bottom, y);
            int here = ground.contrast[at];
            peak = Math.max(peak, here);
            dark += here;
            redGreen += tint.redGreen(at);
            blueYellow += tint.blueYellow(at);
            if (x == 0 || y == 0 || x == width - 1 || y == survey.height - 1) {
                touches = true;
                continue;
            }
            euler += quad(members, at, -1, -width) + quad(members, at, 1, -width);
            euler += quad(members, at, -1, width) + quad(members, at, 1, width);
            boolean outer = false;
            for (int k = 0; k < 4; k++) {
                int next = k == 0 ? at - 1 : k == 1 ? at + 1 : k == 2 ? at - width : at + width;
                if (!ground.inside[next]) {
                    touches = true;
                    continue;
                }
                int change = here - ground.contrast[next];
                step = Math.max(step, Math.abs(change));
                if (!members[next]) {
                    outer = true;
                    outwards += change;
                    borders++;
                }
            }
            rim += outer ? 1 : 0;
        }
        double mean = (double) dark / count;
        Axis axis = Axis.of(cells, count, width);
        return new Mark(
                left,
                top,
                right,
                bottom,
                count,
                rim,
                peak,
                mean,
                (double) step / Math.max(1, peak),
                borders == 0 ? 0 : outwards / (borders * Math.max(1, mean)),
                axis.along,
                axis.across,
                axis.degrees,
                Math.hypot(redGreen, blueYellow) / count,
                touches ? 0 : (int) Math.max(0, 1 - Math.round(euler)),
                touches);
    }

    /**
     * A cell's share of a square of four in the Euler number, which is one less the holes: S. Gray, "Local properties of binary
     * images in two dimensions", 1971, for cells that touch by their corners.
     */
    private static double quad(boolean[] members, int at, int across, int down) {
        boolean beside = members[at + across];
        boolean below = members[at + down];
        boolean opposite = members[at + across + down];
        int others = (beside ? 1 : 0) + (below ? 1 : 0) + (opposite ? 1 : 0);
        if (others == 0) {
            return 0.25;
        }
        return others == 2 ? -0.25 / 3 : others == 1 && opposite ? -0.25 : 0;
    }

    /** The axis along which cells lie furthest apart. */
    private record Axis(double along, double across, double degrees) {
        static Axis of(int[] cells, int count, int width) {
            double sx = 0;
            double sy = 0;
            for (int i = 0; i < count; i++) {
                sx += cells[i] % width;
                sy += cells[i] / width;
            }
            sx /= count;
            sy /= count;
            double xx = 0;
            double yy = 0;
            double xy = 0;
            for (int i = 0; i < count; i++) {
                double x = cells[i] % width - sx;
                double y = cells[i] / width - sy;
                xx += x * x;
                yy += y * y;
                xy += x * y;
            }
            double half = (xx + yy) / 2;
            double apart = Math.sqrt(Math.max(0, (xx - yy) * (xx - yy) / 4 + xy * xy));
            double degrees = Math.toDegrees(Math.atan2(2 * xy, xx - yy) / 2);
            return new Axis(Math.sqrt((half + apart) / count), Math.sqrt(Math.max(0, half - apart) / count), degrees);
        }
    }

    /** A page's colours without its paper's. */
    private record Tint(Survey survey, double redGreenShare, double blueYellowShare) {
        /** From every seventh cell that is plain paper. */
        static Tint of(Ground ground) {
            Survey survey = ground.survey;
            if (survey.isGrey()) {
                return new Tint(survey, 0, 0);
            }
            double light = 1;
            double redGreen = 0;
            double blueYellow = 0;
            for (int at = 0; at < ground.inside.length; at += 7) {
                if (ground.inside[at] && ground.contrast[at] < 4) {
                    light += survey.light[at];
                    redGreen += survey.redGreen[at];
                    blueYellow += survey.blueYellow[at];
                }
            }
            return new Tint(survey, redGreen / light, blueYellow / light);
        }

        double redGreen(int at) {
            return survey.isGrey() ? 0 : survey.redGreen[at] - redGreenShare * survey.light[at];
        }

        double blueYellow(int at) {
            return survey.isGrey() ? 0 : survey.blueYellow[at] - blueYellowShare * survey.light[at];
        }
    }
}
