package inky.courier.core.tidy;

import inky.courier.core.page.Box;
import inky.courier.core.page.Envelope;
import inky.courier.core.page.PageRaster;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Which squares of a page belong to pictures: those without any bare paper, in patches of some size. Print always leaves
 * paper between its strokes.
 */
public final class PictureSquares {
    private static final double SQUARE_MM = 2;

    /** Fewer squares together are a bold letter or a rule. */
    private static final int PATCH = 12;

    private final int side;
    private final int across;
    private final int down;
    private final boolean[] picture;

    private PictureSquares(int side, int across, int down, boolean[] picture) {
        this.side = side;
        this.across = across;
        this.down = down;
        this.picture = picture;
    }

    public static PictureSquares of(PageRaster page) {
        int side = Math.max(8, (int) Math.round(SQUARE_MM * page.resolution().dpi() / 25.4));
        int across = (page.width() + side - 1) / side;
        int down = (page.height() + side - 1) / side;
        int[] light = new int[across * down];
        for (int row = 0; row < down; row++) {
            for (int col = 0; col < across; col++) {
                light[row * across + col] = lightQuarter(page, col * side, row * side, side);
            }
        }
        float[] paper = new float[light.length];
        for (int i = 0; i < light.length; i++) {
            paper[i] = light[i];
        }
        Envelope.raise(paper, across, down, side * 25.4 / page.resolution().dpi());
        boolean[] covered = new boolean[light.length];
        for (int i = 0; i < light.length; i++) {
            covered[i] = light[i] < paper[i] * 0.88;
        }
        boolean[] patches = patches(covered, across, down);
        return new PictureSquares(side, across, down, grown(patches, across, down));
    }

    /** Pixels along a square's side. */
    public int side() {
        return side;
    }

    public int across() {
        return across;
    }

    public int down() {
        return down;
    }

    /** Which squares are picture, row by row. */
    public boolean[] squares() {
        return picture.clone();
    }

    public static int count(boolean[] squares) {
        int count = 0;
        for (boolean square : squares) {
            count += square ? 1 : 0;
        }
        return count;
    }

    /** The same, and others with their neighbours. */
    public PictureSquares with(boolean[] others) {
        boolean[] more = grown(others, across, down);
        for (int i = 0; i < more.length; i++) {
            more[i] |= picture[i];
        }
        return new PictureSquares(side, across, down, more);
    }

    /** Takes what lies in pictures out of a mask; false when nothing did. */
    public boolean clear(boolean[] mask, int width) {
        boolean any = false;
        int height = mask.length / width;
        for (int square = 0; square < picture.length; square++) {
            if (picture[square]) {
                int left = square % across * side;
                int top = square / across * side;
                for (int y = top; y < Math.min(height, top + side); y++) {
                    for (int at = y * width + left, end = y * width + Math.min(width, left + side); at < end; at++) {
                        any |= mask[at];
                        mask[at] = false;
                    }
                }
            }
        }
        return any;
    }

    /** Whether the pixel lies in a picture. */
    public boolean holds(int x, int y) {
        return picture[Math.min(down - 1, y / side) * across + Math.min(across - 1, x / side)];
    }

    /** The pictures as rectangles of whole squares, cut to the page. */
    public List<Box> boxes(int width, int height) {
        List<Box> boxes = new ArrayList<>();
        boolean[] open = picture.clone();
        for (int start = 0; start < open.length; start++) {
            if (open[start]) {
                boxes.add(boxAround(open, start, width, height));
            }
        }
        return boxes;
    }

    private Box boxAround(boolean[] open, int start, int width, int height) {
        int left = across;
        int right = 0;
        int top = down;
        int bottom = 0;
        Deque<Integer> stack = new ArrayDeque<>(List.of(start));
        open[start] = false;
        while (!stack.isEmpty()) {
            int at = stack.pop();
            int x = at % across;
            int y = at / across;
            left = Math.min(left, x);
            right = Math.max(right, x);
            top = Math.min(top, y);
            bottom = Math.max(bottom, y);
            int[] next = {x > 0 ? at - 1 : -1, x < across - 1 ? at + 1 : -1, at - across, at + across};
            for (int to : next) {
                if (to >= 0 && to < open.length && open[to]) {
                    open[to] = false;
                    stack.push(to);
                }
            }
        }
        int x = left * side;
        int y = top * side;
        return new Box(x, y, Math.min(width, (right + 1) * side) - x, Math.min(height, (bottom + 1) * side) - y);
    }

    /** Share of the page. */
    public double share() {
        return (double) count(picture) / picture.length;
    }

    /** The upper quartile of a square's samples. */
    private static int lightQuarter(PageRaster page, int left, int top, int side) {
        int[] histogram = new int[64];
        int count = 0;
        int right = Math.min(page.width(), left + side);
        int bottom = Math.min(page.height(), top + side);
        int n = page.channels();
        int green = n == 1 ? 0 : 1;
        for (int y = top; y < bottom; y += 2) {
            for (int x = left; x < right; x += 2) {
                histogram[(page.samples()[(y * page.width() + x) * n + green] & 0xff) >> 2]++;
                count++;
            }
        }
        int rest = count / 4;
        for (int v = 63; v > 0; v--) {
            rest -= histogram[v];
            if (rest < 0) {
                return v << 2;
            }
        }
        return 0;
    }

    private static boolean[] patches(boolean[] covered, int across, int down) {
        boolean[] kept = new boolean[covered.length];
        boolean[] seen = new boolean[covered.length];
        int[] stack = new int[covered.length];
        for (int start = 0; start < covered.length; start++) {
            if (!covered[start] || seen[start]) {
                continue;
            }
            int depth = 0;
            int size = 0;
            int[] members = new int[covered.length - start];
            stack[depth++] = start;
            seen[start] = true;
            while (depth > 0) {
                int at = stack[--depth];
                members[size++] = at;
                int x = at % across;
                int[] next = {x > 0 ? at - 1 : -1, x < across - 1 ? at + 1 : -1, at - across, at + across};
                for (int to : next) {
                    if (to >= 0 && to < covered.length && covered[to] && !seen[to]) {
                        seen[to] = true;
                        stack[depth++] = to;
                    }
                }
            }
            for (int i = 0; size >= PATCH && i < size; i++) {
                kept[members[i]] = true;
            }
        }
        return kept;
    }

    /** One square further on every side, so a picture's light corner is not cut off. */
    private static boolean[] grown(boolean[] squares, int across, int down) {
        boolean[] grown = squares.clone();
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                int at = y * across + x;
                boolean beside = x > 0 && squares[at - 1] || x < across - 1 && squares[at + 1];
                boolean above = y > 0 && squares[at - across] || y < down - 1 && squares[at + across];
                grown[at] |= beside || above;
            }
        }
        return grown;
    }
}
