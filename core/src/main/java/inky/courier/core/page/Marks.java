package inky.courier.core.page;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Finds the marks of a page: connected cells, corners included, that are darker than the paper. */
final class Marks {
    /** More marks than this are a full page or a halftone; what they are one by one no longer matters. */
    static final int MOST = 6000;

    private Marks() {}

    /** @param mask cells to look at; emptied on the way */
    static List<Mark> in(Ground ground, boolean[] mask) {
        Survey survey = ground.survey;
        int width = survey.width;
        int height = survey.height;
        short[] contrast = ground.contrast;
        List<Mark> marks = new ArrayList<>();
        int[] stack = new int[1024];
        for (int start = 0; start < mask.length && marks.size() < MOST; start++) {
            if (!mask[start]) {
                continue;
            }
            int depth = 0;
            stack[depth++] = start;
            mask[start] = false;
            int left = width;
            int right = 0;
            int top = height;
            int bottom = 0;
            int area = 0;
            int peak = 0;
            int step = 0;
            boolean rim = false;
            while (depth > 0) {
                int at = stack[--depth];
                int x = at % width;
                int y = at / width;
                left = Math.min(left, x);
                right = Math.max(right, x);
                top = Math.min(top, y);
                bottom = Math.max(bottom, y);
                area++;
                int here = contrast[at];
                peak = Math.max(peak, here);
                if (x == 0 || y == 0 || x == width - 1 || y == height - 1) {
                    rim = true;
                    continue;
                }
                rim |= !ground.inside[at - 1]
                        || !ground.inside[at + 1]
                        || !ground.inside[at - width]
                        || !ground.inside[at + width];
                step = Math.max(step, stepTo(ground, here, at - 1));
                step = Math.max(step, stepTo(ground, here, at + 1));
                step = Math.max(step, stepTo(ground, here, at - width));
                step = Math.max(step, stepTo(ground, here, at + width));
                if (depth + 8 > stack.length) {
                    stack = Arrays.copyOf(stack, stack.length * 2);
                }
                for (int v = -width; v <= width; v += width) {
                    for (int u = -1; u <= 1; u++) {
                        int next = at + v + u;
                        if (mask[next]) {
                            mask[next] = false;
                            stack[depth++] = next;
                        }
                    }
                }
            }
            marks.add(new Mark(left, top, right, bottom, area, peak, (double) step / Math.max(1, peak), rim));
        }
        return marks;
    }

    private static int stepTo(Ground ground, int here, int neighbour) {
        return ground.inside[neighbour] ? Math.abs(here - ground.contrast[neighbour]) : 0;
    }
}
