package inky.courier.core.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Tells a blank side from one with something on it. Every mark darker than the paper is given a cause: punch hole, fold,
 * shadow of an edge, rule of lined paper, dust, the other side showing through. What is left without such a cause is
 * content; in doubt a side is kept, because a lost page is worse than a blank one.
 */
final class BlankFinder {
    private static final double SPECK_MM = 1.4;

    /** More dark ink than this is content whatever its shape, in square millimetres. */
    private static final double PLAIN_MM2 = 150;

    /** Contrast up to which soft marks can be the other side, as a share of the paper's tone. */
    private static final double SHOWS_THROUGH = 0.22;

    /** Paler than the lightest pencil's line, however sharp; share of the paper's tone. */
    private static final double PALEST = 0.075;

    private final Ground ground;
    private final Survey survey;
    private final double factor;

    private BlankFinder(Ground ground, BlankSensitivity sensitivity) {
        this.ground = ground;
        this.survey = ground.survey;
        this.factor = sensitivity.factor();
    }

    /**
     * @param skewDegrees as measured, so that the rules of lined paper are found also when it lies askew
     * @param colouredCells coloured patches count as content however light they are
     */
    static Blankness find(Ground ground, double skewDegrees, double colouredMm2, BlankSensitivity sensitivity) {
        return new BlankFinder(ground, sensitivity).decide(skewDegrees, colouredMm2);
    }

    private Blankness decide(double skewDegrees, double colouredMm2) {
        double plain = plainInkMm2();
        if (plain > PLAIN_MM2) {
            return new Blankness(
                    false, String.format(Locale.ROOT, "Has content: %.0f mm\u00b2 of dark ink.", plain), plain);
        }
        int threshold = (int) Math.round(Math.max(8, 4.5 * ground.noise) * Math.sqrt(factor));
        boolean[] mask = new boolean[ground.contrast.length];
        for (int i = 0; i < mask.length; i++) {
            mask[i] = ground.contrast[i] > threshold;
        }
        int rules = Rules.remove(ground, mask, skewDegrees);
        List<Mark> marks = Marks.in(ground, mask);

        Tally tally = new Tally();
        List<Mark> open = new ArrayList<>();
        for (Mark mark : marks) {
            if (isRim(mark)) {
                tally.edges++;
            } else if (isHole(mark)) {
                tally.holes++;
            } else if (isFold(mark)) {
                tally.folds++;
            } else if (isSpeck(mark)) {
                tally.specks += isSoft(mark) ? 0 : 1;
            } else if (rules > 0 && isPieceOfRule(mark)) {
                continue;
            } else {
                open.add(mark);
            }
        }
        double soft = 0;
        double content = 0;
        int strokes = 0;
        Mark strongest = null;
        for (Mark mark : open) {
            double mm2 = mark.area() * survey.mm * survey.mm;
            if (isSoft(mark)) {
                soft += mm2;
                continue;
            }
            content += mm2;
            strokes++;
            strongest = strongest == null || mark.length() > strongest.length() ? mark : strongest;
        }
        return verdict(tally, rules, soft, content, strokes, strongest, colouredMm2);
    }

    /** Dark ink away from holes and shadows of the rim: of a full page there is so much that no mark need be looked at. */
    private double plainInkMm2() {
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

    private Blankness verdict(
            Tally tally, int rules, double soft, double content, int strokes, Mark strongest, double colouredMm2) {
        if (strokes > 0) {
            String size = String.format(
                    Locale.ROOT,
                    "%d %s, %.0f mm\u00b2 of ink, the largest %.0f x %.0f mm",
                    strokes,
                    strokes == 1 ? "mark" : "marks",
                    content,
                    strongest.width() * survey.mm,
                    strongest.height() * survey.mm);
            return new Blankness(false, "Has content: " + size + ".", content);
        }
        if (colouredMm2 > 6 * factor) {
            return new Blankness(
                    false,
                    String.format(Locale.ROOT, "Has content: %.0f mm\u00b2 of colour.", colouredMm2),
                    colouredMm2);
        }
        // Many specks are a page of dots or very small print, not dust.
        if (tally.specks > 220 * factor) {
            return new Blankness(false, "Has content: " + tally.specks + " small marks.", content);
        }
        return new Blankness(true, "Blank: " + tally.words(rules, soft) + ".", 0);
    }

    private boolean isRim(Mark mark) {
        if (!mark.touchesRim()) {
            return false;
        }
        double thin = Math.min(mark.width(), mark.height()) * survey.mm;
        double across = Math.max(mark.width(), mark.height()) * survey.mm;
        // Along two edges the shadow has a corner; a line drawn by hand is thinner than any shadow.
        double thickness = mark.area() * survey.mm / (mark.width() + mark.height());
        // A shadow runs along the edge; writing that leaves the page does not.
        return thin < 4
                || across > 60 && (thin < 7 || thin < 14 && mark.sharpness() < 0.5)
                || across > 100 && thickness > 1 && thickness < 4;
    }

    /** ISO 838: holes of 6 mm, their centres 12 mm from the edge; punches of other trades are 5 to 8 mm. */
    private boolean isHole(Mark mark) {
        double width = mark.width() * survey.mm;
        double height = mark.height() * survey.mm;
        if (width < 4 || width > 9.5 || height < 4 || height > 9.5 || Math.abs(width - height) > 1.3) {
            return false;
        }
        double fill = mark.area() / (double) (mark.width() * mark.height());
        if (fill < 0.62 || fill > 0.92) {
            return false;
        }
        double x = (mark.left() + mark.right()) / 2.0;
        double y = (mark.top() + mark.bottom()) / 2.0;
        return nearRim(x, y, 17);
    }

    private boolean nearRim(double x, double y, double mm) {
        int reach = (int) (mm / survey.mm);
        int column = (int) x;
        int row = (int) y;
        return !insideAt(column - reach, row)
                || !insideAt(column + reach, row)
                || !insideAt(column, row - reach)
                || !insideAt(column, row + reach);
    }

    private boolean insideAt(int x, int y) {
        return x >= 0 && y >= 0 && x < survey.width && y < survey.height && ground.inside[y * survey.width + x];
    }

    /** A fold runs straight from edge to edge and is thin and pale. */
    private boolean isFold(Mark mark) {
        boolean level = mark.width() > mark.height();
        double length = level ? mark.width() : mark.height();
        double whole = level ? survey.width : survey.height;
        double thickness = mark.area() / length * survey.mm;
        double drift = (level ? mark.height() : mark.width()) / length;
        return length > 0.72 * whole && thickness < 2.4 && drift < 0.2 && mark.peak() < 0.35 * ground.paper;
    }

    /** What a rule leaves where others cross it: a hair's breadth, pale, shorter than any stroke by hand. */
    private boolean isPieceOfRule(Mark mark) {
        double thin = Math.min(mark.width(), mark.height()) * survey.mm;
        double across = Math.max(mark.width(), mark.height()) * survey.mm;
        return thin < 0.8 && across < 6 && mark.peak() < 0.3 * ground.paper;
    }

    private boolean isSpeck(Mark mark) {
        double width = mark.width() * survey.mm;
        double height = mark.height() * survey.mm;
        double limit = SPECK_MM * Math.sqrt(factor);
        // Strength counts as well as size: a grain of dust is dark and tiny, a pencil's dot is not content by itself.
        return Math.max(width, height) <= limit || mark.area() <= 3 * factor;
    }

    /** Ink on this side has edges; what shines through has none, once the noise's share of its steps is taken off. */
    private boolean isSoft(Mark mark) {
        double share = mark.peak() / (double) Math.max(1, ground.paper);
        if (share > SHOWS_THROUGH * factor) {
            return false;
        }
        if (share < PALEST * factor) {
            return true;
        }
        double edge = mark.sharpness() - 3 * ground.noise / mark.peak();
        return edge < (share < 0.13 ? 0.78 : 0.6);
    }

    private static final class Tally {
        int edges;
        int holes;
        int folds;
        int specks;

        String words(int rules, double soft) {
            List<String> causes = new ArrayList<>();
            add(causes, holes, "punch hole", "punch holes");
            add(causes, folds, "fold", "folds");
            add(causes, edges, "shadow at the edge", "shadows at the edges");
            add(causes, rules, "rule of lined paper", "rules of lined paper");
            add(causes, specks, "speck of dust", "specks of dust");
            if (soft > 1) {
                causes.add("the other side showing through on "
                        + (soft < 1000
                                ? String.format(Locale.ROOT, "%.0f mm\u00b2", soft)
                                : String.format(Locale.ROOT, "%.0f cm\u00b2", soft / 100)));
            }
            return causes.isEmpty() ? "nothing darker than the paper" : "only " + String.join(", ", causes);
        }

        private static void add(List<String> causes, int count, String one, String many) {
            if (count > 0) {
                causes.add(count + " " + (count == 1 ? one : many));
            }
        }
    }
}
