package inky.courier.core.page;

import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;

/**
 * Tells a blank side from one with something on it. Every mark darker than the paper is given a cause: {@link MarkNetwork}
 * says how likely it is written or printed, or dust, a hair, a fold, a shadow, a hole, a staple, the other side, a rule of
 * lined paper, a streak of the scanner, the paper itself. What all marks say together decides; in doubt a side is kept,
 * because a lost page is worse than a blank one.
 */
final class BlankFinder {
    /** More dark ink than this is content whatever its shape, in square millimetres. */
    private static final double PLAIN_MM2 = 150;

    /** Print stands as near to the edge as this. */
    private static final double RIM_MM = 0.8;

    /** Standard deviations of the noise above which a cell is dark, and above which a square of nine is. */
    private static final double DARK = 4.2;

    private static final double DARK_OF_NINE = 2.6;

    private BlankFinder() {}

    /**
     * @param ground with the rim left out, as everything else looks at it
     * @param skewDegrees as measured, so that the rules of lined paper are found also when it lies askew
     * @param colouredMm2 of what is printed or written in colour, however light it is
     */
    static Blankness find(Ground ground, Paper paper, double skewDegrees, double colouredMm2) {
        double plain = plainInkMm2(ground);
        if (plain > PLAIN_MM2) {
            return Blankness.written(Message.of("page.content.dark").with("mm2", Math.round(plain)), plain);
        }
        Seen seen = look(wide(ground, paper), skewDegrees, at -> {});
        if (seen.marks.size() >= InkMarks.MOST) {
            return Blankness.written(Message.of("page.content.marks").with("n", seen.marks.size()), plain);
        }
        return new Verdict(seen, colouredMm2).blankness();
    }

    /** The same page nearly to its edges. */
    static Ground wide(Ground ground, Paper paper) {
        return Ground.of(ground.survey, paper, RIM_MM);
    }

    /** Dark ink away from holes and shadows of the rim: of a full page there is so much that no mark need be looked at. */
    private static double plainInkMm2(Ground ground) {
        Survey survey = ground.survey;
        int dark = (int) (0.45 * ground.paper);
        int rim = survey.cells(20);
        int cells = 0;
        for (int y = rim; y < survey.height - rim; y++) {
            for (int at = y * survey.width + rim, end = (y + 1) * survey.width - rim; at < end; at++) {
                cells += ground.contrast[at] > dark ? 1 : 0;
            }
        }
        return cells * survey.mm * survey.mm;
    }

    /**
     * A page's marks.
     *
     * @param paper the paper's lightness
     * @param features of each mark
     * @param rules of lined paper that were taken out
     */
    record Seen(double mm, int paper, List<Mark> marks, List<float[]> features, int rules) {}

    /** @param each given the cells of the marks, see {@link InkMarks#in} */
    static Seen look(Ground ground, double skewDegrees, IntConsumer each) {
        int threshold = (int) Math.round(Math.max(8, DARK * ground.noise));
        boolean[] mask = dark(ground, threshold);
        int rules = RuledLines.remove(ground, mask, skewDegrees);
        List<Mark> marks = InkMarks.in(ground, mask, threshold, each);
        List<float[]> features = new ArrayList<>(marks.size());
        if (marks.size() < InkMarks.MOST) {
            MarkFeatures of = new MarkFeatures(ground, marks, rules, skewDegrees);
            for (Mark mark : marks) {
                features.add(of.of(mark));
            }
        }
        return new Seen(ground.survey.mm, ground.paper, marks, features, rules);
    }

    /**
     * Cells darker than the noise by themselves or with the eight around them: a pale line is no darker than its grain. Of a
     * dark neighbour no more is counted than makes it dark, or every mark would have a ring around it.
     */
    private static boolean[] dark(Ground ground, int threshold) {
        int width = ground.survey.width;
        int height = ground.survey.height;
        int ofNine = (int) Math.round(9 * Math.max(4.5, DARK_OF_NINE * ground.noise));
        short[] contrast = ground.contrast;
        boolean[] mask = new boolean[contrast.length];
        int[] sums = new int[width];
        for (int y = 0; y < Math.min(2, height); y++) {
            add(contrast, y * width, threshold, sums, 1);
        }
        for (int y = 0; y < height; y++) {
            int row = y * width;
            for (int x = 1; x < width - 1; x++) {
                mask[row + x] = ground.inside[row + x]
                        && (contrast[row + x] > threshold || sums[x - 1] + sums[x] + sums[x + 1] > ofNine);
            }
            if (y + 2 < height) {
                add(contrast, row + 2 * width, threshold, sums, 1);
            }
            if (y > 0) {
                add(contrast, row - width, threshold, sums, -1);
            }
        }
        return mask;
    }

    private static void add(short[] contrast, int from, int most, int[] sums, int sign) {
        for (int x = 0; x < sums.length; x++) {
            sums[x] += sign * Math.min(most, contrast[from + x]);
        }
    }

    /** What the marks say together. */
    static final class Verdict {
        /** What the page's evidence counts for, learned with the network (TrainMarks prints it): first what stands alone. */
        private static final double[] WEIGHTS = {-1.819, 1.299, 0.119, -1.112, 0.296};

        private static final int HOLES_OF_PRINT = 6;
        private static final double DARK_AS_INK = 0.4;
        private static final double SURELY = 0.98;

        private final Seen seen;
        private final double colouredMm2;
        private final double[] content;
        private final Map<MarkCause, Integer> counts = new EnumMap<>(MarkCause.class);
        private double longestHair;

        Verdict(Seen seen, double colouredMm2) {
            this.seen = seen;
            // The rules of a pad are often blue.
            this.colouredMm2 = seen.rules > 0 ? 0 : colouredMm2;
            this.content = new double[seen.marks.size()];
            for (int i = 0; i < content.length; i++) {
                double[] causes = MarkNetwork.learned().causes(seen.features.get(i));
                content[i] = causes[MarkCause.CONTENT.ordinal()];
                if (isPattern(seen.marks.get(i))) {
                    content[i] = Math.max(content[i], SURELY);
                }
                count(seen.marks.get(i), causes);
            }
        }

        /** As dark as ink and full of holes, as codes and letters in a row are; dirt and shadows have few. */
        private boolean isPattern(Mark mark) {
            return mark.holes() >= HOLES_OF_PRINT && mark.mean() > DARK_AS_INK * seen.paper;
        }

        private void count(Mark mark, double[] causes) {
            int likeliest = 1;
            for (int cause = 2; cause < causes.length; cause++) {
                likeliest = causes[cause] > causes[likeliest] ? cause : likeliest;
            }
            MarkCause cause = MarkCause.values()[likeliest];
            counts.merge(cause, 1, Integer::sum);
            if (cause == MarkCause.HAIR) {
                longestHair = Math.max(longestHair, mark.length() * seen.mm);
            }
        }

        /** The evidence for content: natural logarithms of odds and amounts. */
        static double[] evidence(double[] content, double colouredMm2) {
            double[] sorted = content.clone();
            Arrays.sort(sorted);
            int n = sorted.length;
            double sum = 0;
            for (double share : sorted) {
                sum += share;
            }
            return new double[] {
                1,
                odds(n > 0 ? sorted[n - 1] : 0),
                odds(n > 1 ? sorted[n - 2] : 0),
                Math.log(0.01 + sum),
                Math.log(1 + colouredMm2)
            };
        }

        private static double odds(double share) {
            double kept = Math.max(1e-5, Math.min(1 - 1e-5, share));
            return Math.log(kept / (1 - kept));
        }

        /** Natural logarithm of the odds that something is on the page. */
        double score() {
            double[] evidence = evidence(content, colouredMm2);
            double score = 0;
            for (int i = 0; i < evidence.length; i++) {
                score += WEIGHTS[i] * evidence[i];
            }
            return score;
        }

        Blankness blankness() {
            int count = 0;
            double mm2 = 0;
            Mark largest = null;
            for (int i = 0; i < content.length; i++) {
                Mark mark = seen.marks.get(i);
                if (content[i] > 0.5) {
                    count++;
                    mm2 += mark.area() * seen.mm * seen.mm;
                    largest = largest == null || mark.length() > largest.length() ? mark : largest;
                }
            }
            if (largest == null) {
                Message what = colouredMm2 > 1
                        ? Message.of("page.content.colour").with("mm2", Math.round(colouredMm2))
                        : Message.of("page.content.faint");
                return new Blankness(score(), what, causes(), colouredMm2);
            }
            return new Blankness(
                    score(),
                    Message.of("page.content.ink")
                            .with("n", count)
                            .with("mm2", Math.round(mm2))
                            .with("width", Math.round(largest.width() * seen.mm))
                            .with("height", Math.round(largest.height() * seen.mm)),
                    causes(),
                    mm2);
        }

        private Message causes() {
            List<Message> found = new ArrayList<>();
            if (seen.rules > 0) {
                counts.put(MarkCause.RULE, seen.rules);
            }
            counts.forEach((cause, count) -> found.add(
                    cause == MarkCause.HAIR
                            ? cause.words(count).with("mm", Math.round(longestHair))
                            : cause.words(count)));
            return found.isEmpty()
                    ? Message.of("page.blank")
                    : Message.of("page.blank.only").with("marks", Message.list(found));
        }
    }
}
