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
        if (isCard(narrow, wide)) {
            return new Told(Kind.CARD, paper.edgesSeen() ? 0.95 : 0.9);
        }
        double photo = Tones.photo(ground);
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

    /** How the page's tones are spread. */
    private static final class Tones {
        /** Entropy of the lightness in 64 steps: about 1 to 3 for print, 4 to 6 for photographs. */
        private static final double MOST_BITS_OF_PRINT = 2.8;

        /** Steps of the two colour differences, and how many of them away from the commonest colour is another one. */
        private static final int HUE_STEP = 6;

        private static final int OTHER_HUE = 2;

        /** 0 to 1: many tones, and little plain paper or many hues. */
        static double photo(Ground ground) {
            double bits = bits(ground);
            if (bits <= MOST_BITS_OF_PRINT) {
                return 0;
            }
            double spread = clamp((bits - 3.6) / 1.4);
            double full = clamp((covered(ground) - 0.25) / 0.4);
            double unprinted = clamp((0.75 - ground.bare()) / 0.35);
            // Print with pictures reaches a third of other hues, a photograph without an edge four fifths of them.
            double soft = Math.min(clamp(bits - MOST_BITS_OF_PRINT), clamp((varied(ground) - 0.45) / 0.25));
            return Math.max(soft, Math.min(spread, Math.max(full, unprinted * 0.8))) * 0.98;
        }

        private static double bits(Ground ground) {
            int[] histogram = new int[64];
            int count = 0;
            // Every third cell: shares of a page need no more.
            for (int i = 0; i < ground.inside.length; i += 3) {
                if (ground.inside[i]) {
                    histogram[ground.survey.light[i] >> 2]++;
                    count++;
                }
            }
            double bits = 0;
            for (int n : histogram) {
                if (n > 0) {
                    double p = (double) n / count;
                    bits -= p * Math.log(p) / Math.log(2);
                }
            }
            return bits;
        }

        /**
         * Share of the page whose colour is far from its commonest one: a soft picture has no edges and no ink that would
         * stand out from its surroundings, but no paper's colour either.
         */
        private static double varied(Ground ground) {
            Survey survey = ground.survey;
            if (survey.isGrey()) {
                return 0;
            }
            int side = 511 / HUE_STEP + 1;
            int[] hues = new int[side * side];
            int count = 0;
            // Every seventh cell: colours change slowly.
            for (int i = 0; i < ground.inside.length; i += 7) {
                if (ground.inside[i]) {
                    int across = (survey.redGreen[i] + 255) / HUE_STEP;
                    int down = (survey.blueYellow[i] + 255) / HUE_STEP;
                    hues[down * side + across]++;
                    count++;
                }
            }
            int commonest = 0;
            for (int i = 1; i < hues.length; i++) {
                commonest = hues[i] > hues[commonest] ? i : commonest;
            }
            int near = 0;
            for (int i = 0; i < hues.length; i++) {
                boolean close = Math.abs(i % side - commonest % side) <= OTHER_HUE
                        && Math.abs(i / side - commonest / side) <= OTHER_HUE;
                near += close ? hues[i] : 0;
            }
            return 1 - (double) near / Math.max(1, count);
        }

        /** Share of 2 mm squares without any paper in them. */
        private static double covered(Ground ground) {
            int limit = ground.faintest();
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

        private static double clamp(double share) {
            return Math.max(0, Math.min(1, share));
        }
    }
}
