package inky.courier.core.page;

/** Tells documents, receipts, cards and photographs apart by the paper's size and by how the page's tones are spread. */
final class KindFinder {
    /** Below this a page is called a document. */
    private static final double SURE = 0.6;

    /** @param confidence 0 to 1 */
    record Told(Kind kind, double confidence) {}

    private KindFinder() {}

    static Told tell(Ground ground, Paper paper) {
        double narrow = Math.min(paper.widthMm(), paper.heightMm());
        double wide = Math.max(paper.widthMm(), paper.heightMm());
        Tones tones = Tones.of(ground);
        double photo = tones.photo();
        if (isCard(narrow, wide)) {
            return new Told(Kind.CARD, paper.edgesSeen() ? 0.95 : 0.9);
        }
        if (photo >= SURE) {
            return new Told(Kind.PHOTO, photo);
        }
        // Till rolls are 57, 58, 76 or 80 mm wide (common practice, no source) and longer than wide.
        if (narrow >= 40 && narrow <= 84 && wide >= 1.35 * narrow && !isNearSize(narrow, wide)) {
            return new Told(Kind.RECEIPT, wide >= 1.7 * narrow ? 0.9 : 0.7);
        }
        return new Told(Kind.DOCUMENT, Math.max(0.5, 1 - photo));
    }

    /** ISO/IEC 7810 ID-1, and business cards of 85 x 55, 88.9 x 50.8 and 90 x 50 to 55 mm. */
    private static boolean isCard(double narrow, double wide) {
        return narrow >= 48 && narrow <= 57.5 && wide >= 82.5 && wide <= 93;
    }

    /** A7, 74 x 105 mm, is a slip of paper, not a till roll. */
    private static boolean isNearSize(double narrow, double wide) {
        return Math.abs(narrow - 74) < 2 && Math.abs(wide - 105) < 2;
    }

    /**
     * How the page's lightness is spread.
     *
     * @param bits entropy of the lightness in 64 steps: about 1 to 3 for print, 4 to 6 for photographs
     * @param bare share of the page that is plain paper
     * @param covered share of 2 mm squares without any paper in them
     */
    private record Tones(double bits, double bare, double covered) {
        static Tones of(Ground ground) {
            Survey survey = ground.survey;
            int[] histogram = new int[64];
            int count = 0;
            int bare = 0;
            int limit = (int) Math.max(10, 0.07 * ground.paper);
            // Every third cell: shares of a page need no more.
            for (int i = 0; i < ground.inside.length; i += 3) {
                if (ground.inside[i]) {
                    histogram[survey.light[i] >> 2]++;
                    count++;
                    bare += ground.contrast[i] < limit ? 1 : 0;
                }
            }
            double bits = 0;
            for (int n : histogram) {
                if (n > 0) {
                    double p = (double) n / count;
                    bits -= p * Math.log(p) / Math.log(2);
                }
            }
            return new Tones(bits, (double) bare / Math.max(1, count), covered(ground, limit));
        }

        private static double covered(Ground ground, int limit) {
            Survey survey = ground.survey;
            int side = Math.max(2, survey.cells(2));
            int squares = 0;
            int covered = 0;
            for (int top = 0; top + side <= survey.height; top += side) {
                for (int left = 0; left + side <= survey.width; left += side) {
                    int dark = 0;
                    int seen = 0;
                    for (int y = top; y < top + side; y++) {
                        for (int at = y * survey.width + left, end = at + side; at < end; at++) {
                            seen += ground.inside[at] ? 1 : 0;
                            dark += ground.contrast[at] >= limit ? 1 : 0;
                        }
                    }
                    if (seen == side * side) {
                        squares++;
                        covered += dark >= seen * 0.97 ? 1 : 0;
                    }
                }
            }
            return squares == 0 ? 0 : (double) covered / squares;
        }

        /** 0 to 1: many tones, little plain paper. */
        double photo() {
            double spread = clamp((bits - 3.6) / 1.4);
            double full = clamp((covered - 0.25) / 0.4);
            double unprinted = clamp((0.75 - bare) / 0.35);
            return Math.min(spread, Math.max(full, unprinted * 0.8)) * 0.98;
        }

        private static double clamp(double share) {
            return Math.max(0, Math.min(1, share));
        }
    }
}
