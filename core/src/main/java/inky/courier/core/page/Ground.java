package inky.courier.core.page;

/**
 * A page without its light: how much darker each cell is than the paper around it would be there. The paper's own tone
 * is followed across the page only as fast as lamps and shadows change it, so a grey panel stays dark.
 */
final class Ground {
    private static final double BLOCK_MM = 2;

    final Survey survey;

    /** Levels darker than the paper, 0 to 255; 0 outside the paper. */
    final short[] contrast;

    /** Whether a cell is on the paper, away from its edges. */
    final boolean[] inside;

    /** The paper's commonest tone. */
    final int paper;

    /** Standard deviation of the paper's noise, in levels. */
    final double noise;

    private Ground(Survey survey, short[] contrast, boolean[] inside, int paper, double noise) {
        this.survey = survey;
        this.contrast = contrast;
        this.inside = inside;
        this.paper = paper;
        this.noise = noise;
    }

    /** @param insetMm how much of the paper's rim is left out */
    static Ground of(Survey survey, Paper paper, double insetMm) {
        boolean[] inside = insideOf(survey, paper, insetMm);
        int block = Math.max(2, survey.cells(BLOCK_MM));
        int across = (survey.width + block - 1) / block;
        int down = (survey.height + block - 1) / block;
        float[] tones = blockTones(survey, inside, block, across, down);
        Envelope.raise(tones, across, down, block * survey.mm);
        smooth(tones, across, down);
        short[] contrast = contrast(survey, inside, tones, block, across, down);
        return new Ground(survey, contrast, inside, median(tones), noise(survey, inside));
    }

    /** Levels that ink is darker than paper at least. */
    int faintest() {
        return (int) Math.max(10, 0.07 * paper);
    }

    /** Share of the page that is plain paper. Every third cell is asked: a share needs no more. */
    double bare() {
        int limit = faintest();
        int bare = 0;
        int count = 0;
        for (int i = 0; i < inside.length; i += 3) {
            if (inside[i]) {
                count++;
                bare += contrast[i] < limit ? 1 : 0;
            }
        }
        return (double) bare / Math.max(1, count);
    }

    private static boolean[] insideOf(Survey survey, Paper paper, double insetMm) {
        boolean[] inside = new boolean[survey.width * survey.height];
        double inset = insetMm / survey.mm;
        if (!paper.edgesSeen()) {
            int rim = (int) Math.ceil(inset);
            for (int y = rim; y < survey.height - rim; y++) {
                java.util.Arrays.fill(
                        inside,
                        y * survey.width + rim,
                        Math.max(y * survey.width + rim, (y + 1) * survey.width - rim),
                        true);
            }
            return inside;
        }
        Outline outline = paper.outline().scaled(1.0 / survey.pixels);
        for (int y = 0; y < survey.height; y++) {
            Outline.Span span = outline.span(y + 0.5, inset);
            int from = (int) Math.max(0, Math.ceil(span.from() - 0.5));
            int to = (int) Math.min(survey.width, Math.floor(span.to() - 0.5) + 1);
            if (from < to) {
                java.util.Arrays.fill(inside, y * survey.width + from, y * survey.width + to, true);
            }
        }
        return inside;
    }

    /** The light end of each block: what is paper there, unless the block is full of ink. */
    private static float[] blockTones(Survey survey, boolean[] inside, int block, int across, int down) {
        float[] tones = new float[across * down];
        for (int row = 0; row < down; row++) {
            int top = row * block;
            int bottom = Math.min(survey.height, top + block);
            for (int col = 0; col < across; col++) {
                int left = col * block;
                int right = Math.min(survey.width, left + block);
                int mean = meanFrom(survey, inside, left, top, right, bottom, 0);
                // The mean of what is lighter than the mean: about the upper quartile, at a tenth of its cost.
                tones[row * across + col] = mean < 0 ? 0 : meanFrom(survey, inside, left, top, right, bottom, mean);
            }
        }
        return tones;
    }

    /** Mean of the cells at least as light as a tone; -1 where there are hardly any. */
    private static int meanFrom(Survey survey, boolean[] inside, int left, int top, int right, int bottom, int tone) {
        int sum = 0;
        int count = 0;
        for (int y = top; y < bottom; y += 2) {
            for (int at = y * survey.width + left, end = y * survey.width + right; at < end; at += 2) {
                if (inside[at] && survey.light[at] >= tone) {
                    sum += survey.light[at];
                    count++;
                }
            }
        }
        return count < 4 ? -1 : (sum + count / 2) / count;
    }

    private static void smooth(float[] tones, int across, int down) {
        float[] copy = tones.clone();
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                float sum = 0;
                int n = 0;
                for (int v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++) {
                    for (int u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) {
                        sum += copy[v * across + u];
                        n++;
                    }
                }
                tones[y * across + x] = sum / n;
            }
        }
    }

    /**
     * The surface between the squares' middles, less the page. Each square row is spread over the page's width once; down
     * the page two of them are mixed in whole numbers.
     */
    private static short[] contrast(Survey survey, boolean[] inside, float[] tones, int block, int across, int down) {
        int width = survey.width;
        short[] contrast = new short[width * survey.height];
        int[] above = spread(tones, 0, across, block, width);
        int[] below = above;
        int row = 0;
        for (int y = 0; y < survey.height; y++) {
            int offset = 2 * y + 1 - block;
            int top = Math.max(0, Math.min(down - 1, Math.floorDiv(offset, 2 * block)));
            if (top != row || y == 0) {
                above = top == row + 1 && y > 0 ? below : spread(tones, top * across, across, block, width);
                below = top + 1 < down ? spread(tones, (top + 1) * across, across, block, width) : above;
                row = top;
            }
            int share = offset < 0 ? 0 : (offset - top * 2 * block) * 128 / block;
            int rest = 256 - share;
            for (int x = 0, at = y * width; x < width; x++, at++) {
                int dark = (above[x] * rest + below[x] * share + 32768 >> 16) - survey.light[at];
                contrast[at] = (short) (inside[at] ? Math.max(0, dark) : 0);
            }
        }
        return contrast;
    }

    /** A row of squares' tones for every cell across the page, in 256ths. */
    private static int[] spread(float[] tones, int from, int across, int block, int width) {
        int[] row = new int[width];
        int left = 0;
        int tone = Math.round(tones[from] * 256);
        int step = 0;
        for (int x = 0; x < width; x++) {
            int offset = 2 * x + 1 - block;
            if (offset >= 0 && (x == 0 || offset >= (left + 1) * 2 * block || step == 0 && left == 0)) {
                left = Math.min(offset / (2 * block), across - 1);
                tone = Math.round(tones[from + left] * 256);
                step = left + 1 < across ? Math.round(tones[from + left + 1] * 256) - tone : 0;
            }
            row[x] = offset < 0 ? tone : tone + step * (offset - left * 2 * block) / (2 * block);
        }
        return row;
    }

    private static int median(float[] tones) {
        float[] sorted = tones.clone();
        java.util.Arrays.sort(sorted);
        return Math.round(sorted[sorted.length / 2]);
    }

    /** From the median step between neighbours, which ink does not reach: 0.9539 sigma for the normal distribution. */
    private static double noise(Survey survey, boolean[] inside) {
        int[] steps = new int[256];
        int count = 0;
        for (int y = 0; y < survey.height; y += 4) {
            for (int x = 1, at = y * survey.width + 1; x < survey.width; x++, at++) {
                if (inside[at] && inside[at - 1]) {
                    steps[Math.abs(survey.light[at] - survey.light[at - 1])]++;
                    count++;
                }
            }
        }
        double half = count / 2.0;
        int step = 0;
        double below = 0;
        while (step < 255 && below + steps[step] < half) {
            below += steps[step++];
        }
        double median = step - 0.5 + (steps[step] == 0 ? 0 : (half - below) / steps[step]);
        return Math.max(0.3, median / 0.9539);
    }
}
