package inky.courier.core.page;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The letters and figures of a page, each as a small picture of its own. */
final class Glyphs {
    /** A picture is so many squares wide and high. */
    static final int SIDE = 10;

    /** What is looked at: print from 5 to 30 points. */
    private static final double SMALLEST_MM = 1.2;

    private static final double LARGEST_MM = 8;

    /** A hyphen or a stroke says nothing; I, l and 1 are about this slim. */
    private static final int SLIMMEST = 7;

    /** From each of so many bands of the page come as many letters. */
    private static final int BANDS = 8;

    /** Letters of a line and a half. */
    private static final int LINE = 120;

    private final Ground ground;
    private final double cos;
    private final double sin;

    /** @param skewDegrees by which the cells of ink were straightened */
    private Glyphs(Ground ground, double skewDegrees) {
        this.ground = ground;
        cos = Math.cos(Math.toRadians(skewDegrees));
        sin = Math.sin(Math.toRadians(skewDegrees));
    }

    /**
     * @param ink the page's ink, straightened
     * @param most how many pictures at most, from all over the page
     * @return pictures of {@link #SIDE} squared values from 0 for paper to 1 for its darkest ink, row by row
     */
    static List<float[]> of(Ground ground, double skewDegrees, Bits ink, int most) {
        Glyphs glyphs = new Glyphs(ground, skewDegrees);
        List<float[]> pictures = new ArrayList<>();
        for (Frame frame : frames(ink.copy(), ground.survey.mm, most)) {
            pictures.add(glyphs.picture(frame));
        }
        return pictures;
    }

    /** The first and the last column and row of what is connected. */
    private record Frame(int left, int top, int right, int bottom) {
        int longer() {
            return Math.max(right - left, bottom - top) + 1;
        }

        int shorter() {
            return Math.min(right - left, bottom - top) + 1;
        }

        boolean isLetter(double mm) {
            return longer() * mm >= SMALLEST_MM && longer() * mm <= LARGEST_MM && shorter() * SLIMMEST >= longer();
        }
    }

    /** As many from each band of the page. */
    private static List<Frame> frames(Bits ink, double mm, int most) {
        List<Frame> frames = new ArrayList<>();
        for (int band = 0; band < BANDS; band++) {
            List<Frame> found = inBand(ink, mm, band);
            double step = Math.max(1, (double) found.size() * BANDS / most);
            for (double i = 0; i < found.size(); i += step) {
                frames.add(found.get((int) i));
            }
        }
        return frames;
    }

    /** A line of print at least: of its first rows alone, only the tallest letters would be met. */
    private static List<Frame> inBand(Bits ink, double mm, int band) {
        int bottom = ink.height * (band + 1) / BANDS;
        List<Frame> letters = new ArrayList<>();
        for (int y = ink.height * band / BANDS; y < bottom && letters.size() < LINE; y++) {
            for (int x = ink.next(0, y); x >= 0; x = ink.next(x, y)) {
                Frame frame = takeFrom(ink, x, y);
                if (frame.isLetter(mm)) {
                    letters.add(frame);
                }
            }
        }
        return letters;
    }

    /** Takes all that is connected with a cell away. */
    private static Frame takeFrom(Bits ink, int x, int y) {
        int left = x;
        int top = y;
        int right = x;
        int bottom = y;
        int[] stack = new int[64];
        ink.take(x, y);
        int depth = 0;
        stack[depth++] = y * ink.width + x;
        while (depth > 0) {
            int at = stack[--depth];
            int u = at % ink.width;
            int v = at / ink.width;
            left = Math.min(left, u);
            top = Math.min(top, v);
            right = Math.max(right, u);
            bottom = Math.max(bottom, v);
            if (depth + 8 > stack.length) {
                stack = Arrays.copyOf(stack, stack.length * 2);
            }
            for (int row = Math.max(0, v - 1); row <= Math.min(ink.height - 1, v + 1); row++) {
                for (int col = Math.max(0, u - 1); col <= Math.min(ink.width - 1, u + 1); col++) {
                    if (ink.take(col, row)) {
                        stack[depth++] = row * ink.width + col;
                    }
                }
            }
        }
        return new Frame(left, top, right, bottom);
    }

    /** Its frame, as large as the picture allows, in the middle of it. */
    private float[] picture(Frame frame) {
        float[] picture = new float[SIDE * SIDE];
        double scale = (double) frame.longer() / SIDE;
        double midX = (frame.left + frame.right) / 2.0;
        double midY = (frame.top + frame.bottom) / 2.0;
        float darkest = 1;
        for (int i = 0; i < picture.length; i++) {
            double x = midX + (i % SIDE - (SIDE - 1) / 2.0) * scale;
            double y = midY + (i / SIDE - (SIDE - 1) / 2.0) * scale;
            if (x > frame.left - 1 && x < frame.right + 1 && y > frame.top - 1 && y < frame.bottom + 1) {
                double quarter = scale / 4;
                picture[i] = contrast(x - quarter, y - quarter)
                        + contrast(x + quarter, y - quarter)
                        + contrast(x - quarter, y + quarter)
                        + contrast(x + quarter, y + quarter);
                darkest = Math.max(darkest, picture[i]);
            }
        }
        for (int i = 0; i < picture.length; i++) {
            picture[i] /= darkest;
        }
        return picture;
    }

    /** Of the page as it lies, between its cells, at a place of the straightened one. */
    private float contrast(double x, double y) {
        int width = ground.survey.width;
        int height = ground.survey.height;
        double u = width / 2 + (x - width / 2) * cos + (y - height / 2) * sin;
        double v = height / 2 - (x - width / 2) * sin + (y - height / 2) * cos;
        int left = (int) Math.floor(u);
        int top = (int) Math.floor(v);
        if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) {
            return 0;
        }
        int at = top * width + left;
        float right = (float) (u - left);
        float down = (float) (v - top);
        short[] dark = ground.contrast;
        return (1 - down) * ((1 - right) * dark[at] + right * dark[at + 1])
                + down * ((1 - right) * dark[at + width] + right * dark[at + width + 1]);
    }
}
