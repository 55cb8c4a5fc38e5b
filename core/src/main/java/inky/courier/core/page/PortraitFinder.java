package inky.courier.core.page;

import java.util.Optional;

/**
 * The picture of a person on an identity card: the one upright rectangle on the card that is tone throughout. Print is
 * taken away first by an opening wider than its strokes.
 */
final class PortraitFinder {
    /** Wider than strokes and small print, narrower than any portrait. */
    private static final double OPENING_MM = 3;

    private PortraitFinder() {}

    static Optional<Box> find(Ground ground, PageRaster page) {
        Survey survey = ground.survey;
        boolean[] tone = toneMask(ground);
        boolean[] open = opened(tone, survey, Math.max(2, survey.cells(OPENING_MM)));
        Box best = null;
        for (Mark mark : InkMarks.in(ground, open)) {
            double width = mark.width() * survey.mm;
            double height = mark.height() * survey.mm;
            double fill = mark.area() / (double) (mark.width() * mark.height());
            boolean portrait = width >= 11 && height >= 13 && width <= 45 && height <= 48 && fill > 0.6;
            double aspect = width / height;
            if (portrait && aspect > 0.55 && aspect < 1.35) {
                Box box = new Box(mark.left(), mark.top(), mark.width(), mark.height());
                if (best == null || box.width() * box.height() > best.width() * best.height()) {
                    best = box;
                }
            }
        }
        if (best == null) {
            return Optional.empty();
        }
        double f = survey.pixels;
        int x = (int) (best.x() * f);
        int y = (int) (best.y() * f);
        return Optional.of(new Box(
                x,
                y,
                Math.min((int) (best.width() * f), page.width() - x),
                Math.min((int) (best.height() * f), page.height() - y)));
    }

    /** Cells that differ from the card's own commonest tone, by light or by colour. */
    private static boolean[] toneMask(Ground ground) {
        Survey survey = ground.survey;
        int light = median(survey.light, ground.inside);
        int redGreen = survey.isGrey() ? 0 : median(survey.redGreen, ground.inside);
        int blueYellow = survey.isGrey() ? 0 : median(survey.blueYellow, ground.inside);
        boolean[] mask = new boolean[ground.inside.length];
        for (int i = 0; i < mask.length; i++) {
            if (ground.inside[i]) {
                int distance = Math.abs(survey.light[i] - light);
                if (!survey.isGrey()) {
                    distance += Math.abs(survey.redGreen[i] - redGreen) + Math.abs(survey.blueYellow[i] - blueYellow);
                }
                mask[i] = distance > 22;
            }
        }
        return mask;
    }

    private static int median(short[] values, boolean[] inside) {
        int[] histogram = new int[1024];
        int count = 0;
        for (int i = 0; i < values.length; i++) {
            if (inside[i]) {
                histogram[values[i] + 512]++;
                count++;
            }
        }
        int left = count / 2;
        int value = 0;
        while (value < 1023 && left >= histogram[value]) {
            left -= histogram[value++];
        }
        return value - 512;
    }

    /** Erosion then dilation by a square, by counts in a summed table; a cell survives when most of its square is set. */
    private static boolean[] opened(boolean[] mask, Survey survey, int side) {
        boolean[] eroded = byCount(mask, survey, side, 0.86);
        return byCount(eroded, survey, side, 1e-9);
    }

    private static boolean[] byCount(boolean[] mask, Survey survey, int side, double share) {
        int width = survey.width;
        int height = survey.height;
        int[] sums = new int[(width + 1) * (height + 1)];
        for (int y = 0; y < height; y++) {
            int row = 0;
            for (int x = 0; x < width; x++) {
                row += mask[y * width + x] ? 1 : 0;
                sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
            }
        }
        boolean[] result = new boolean[mask.length];
        int before = side / 2;
        int after = side - before;
        for (int y = 0; y < height; y++) {
            int top = Math.max(0, y - before) * (width + 1);
            int bottom = Math.min(height, y + after) * (width + 1);
            for (int x = 0; x < width; x++) {
                int left = Math.max(0, x - before);
                int right = Math.min(width, x + after);
                int count = sums[bottom + right] - sums[top + right] - sums[bottom + left] + sums[top + left];
                result[y * width + x] = count > 0 && count >= share * side * side;
            }
        }
        return result;
    }
}
