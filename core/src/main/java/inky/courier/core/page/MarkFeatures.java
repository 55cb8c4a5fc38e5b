package inky.courier.core.page;

import java.util.ArrayList;
import java.util.List;

/**
 * What tells a mark's cause: its own shape, tone and place, and what lies around it. Lengths in millimetres and tones as
 * shares of the paper's, so that they mean the same at every resolution and on every paper.
 */
final class MarkFeatures {
    static final int COUNT = 36;

    /** Marks this near are neighbours. */
    private static final double NEAR_MM = 9;

    /** Marks smaller than this are grains. */
    private static final double GRAIN_MM = 0.9;

    private final Ground ground;
    private final double mm;
    private final List<Mark> marks;
    private final int rules;
    private final double skewDegrees;
    private final int buckets;
    private final List<List<Mark>> near;
    private final int grains;
    private final double softMm2;

    /** Mean contrast of soft marks. */
    private final double softTone;

    /** @param rules of lined paper that were taken out */
    MarkFeatures(Ground ground, List<Mark> marks, int rules, double skewDegrees) {
        this.ground = ground;
        this.mm = ground.survey.mm;
        this.marks = marks;
        this.rules = rules;
        this.skewDegrees = skewDegrees;
        this.buckets = (int) (ground.survey.width * mm / NEAR_MM) + 1;
        int rows = (int) (ground.survey.height * mm / NEAR_MM) + 1;
        this.near = new ArrayList<>(buckets * rows);
        for (int i = 0; i < buckets * rows; i++) {
            near.add(new ArrayList<>(0));
        }
        int small = 0;
        double soft = 0;
        double tone = 0;
        for (Mark mark : marks) {
            near.get(bucket(mark.middleX(), mark.middleY())).add(mark);
            small += mark.length() * mm < GRAIN_MM * 1.5 ? 1 : 0;
            if (mark.flank() < 0.45 && mark.mean() < 0.2 * ground.paper) {
                soft += mark.area() * mm * mm;
                tone += mark.mean() * mark.area() * mm * mm;
            }
        }
        this.grains = small;
        this.softMm2 = soft;
        this.softTone = soft == 0 ? 0 : tone / soft;
    }

    private int bucket(double x, double y) {
        return (int) (y * mm / NEAR_MM) * buckets + Math.min(buckets - 1, (int) (x * mm / NEAR_MM));
    }

    float[] of(Mark mark) {
        double paper = Math.max(60, ground.paper);
        double longer = Math.max(mark.width(), mark.height()) * mm;
        double shorter = Math.min(mark.width(), mark.height()) * mm;
        double thickness = 2.0 * mark.area() / Math.max(1, mark.rim()) * mm;
        double axis = foldedDegrees(mark.degrees() + skewDegrees);
        double side = Math.min(mark.middleX(), ground.survey.width - mark.middleX()) * mm;
        double end = Math.min(mark.middleY(), ground.survey.height - mark.middleY()) * mm;
        double rimX = Math.min(mark.left(), ground.survey.width - 1 - mark.right()) * mm;
        double rimY = Math.min(mark.top(), ground.survey.height - 1 - mark.bottom()) * mm;
        Around around = around(mark);
        return new float[] {
            log(mark.area() * mm * mm),
            log(longer),
            log(shorter),
            (float) ((double) mark.area() / (mark.width() * (double) mark.height())),
            log(thickness),
            (float) (mark.peak() / paper * 3),
            (float) (mark.mean() / paper * 3),
            (float) (mark.mean() / Math.max(1, mark.peak()) * 2 - 1),
            (float) Math.max(-1, mark.sharpness() - 3 * ground.noise / Math.max(1, mark.peak())),
            (float) (mark.flank() * 2 - 1),
            log(mark.along() * mm),
            log(mark.across() * mm),
            (float) (mark.across() / Math.max(0.3, mark.along())),
            (float) (axis / 45 - 0.5),
            (float) (Math.abs(mark.degrees()) > 89.6 || Math.abs(mark.degrees()) < 0.4 ? 1 : 0),
            (float) (mark.width() / (double) ground.survey.width * 2),
            (float) (mark.height() / (double) ground.survey.height * 2),
            mark.touchesRim() ? 1 : 0,
            log(Math.max(0.3, Math.min(rimX, rimY))),
            log(Math.max(0.5, side)),
            log(Math.max(0.5, end)),
            (float) Math.min(2, mark.chroma() / 25),
            (float) (ground.noise / paper * 40),
            log(1 + around.neighbours),
            log(1 + around.inLine),
            log(1 + around.alike),
            log(1 + around.darker),
            log(1 + grains) / 2,
            log(1 + marks.size()) / 2,
            log(1 + rules),
            log(1 + softMm2) / 2,
            (float) (Math.PI * mark.length() * mark.length() / 4 / Math.max(1, mark.area()) > 8 ? 1 : 0),
            log(1 + around.inkMm2),
            (float) (paper / 255),
            (float) Math.min(3, mark.holes()) / 2,
            (float) Math.log((1 + mark.mean()) / (4 + softTone)),
        };
    }

    private record Around(int neighbours, int inLine, int alike, int darker, double inkMm2) {}

    /** What letters in a row have and grains of dust have not: company of their own kind. */
    private Around around(Mark mark) {
        int neighbours = 0;
        int inLine = 0;
        int alike = 0;
        int darker = 0;
        double ink = 0;
        double reach = NEAR_MM / mm;
        for (double y = mark.middleY() - reach; y <= mark.middleY() + reach; y += reach) {
            for (double x = mark.middleX() - reach; x <= mark.middleX() + reach; x += reach) {
                if (x < 0 || y < 0 || x >= ground.survey.width || y >= ground.survey.height) {
                    continue;
                }
                for (Mark other : near.get(bucket(x, y))) {
                    // What is much paler, as the other side, is no company.
                    if (other == mark || other.length() > 6 * reach || other.mean() < 0.5 * mark.mean()) {
                        continue;
                    }
                    boolean grain = other.length() * mm < GRAIN_MM && other.mean() < 0.5 * ground.paper;
                    neighbours += grain ? 0 : 1;
                    double apart = Math.abs(other.middleY() - mark.middleY()) * mm;
                    inLine += apart < 1.5 ? 1 : 0;
                    boolean size = other.length() < 2.2 * mark.length() && mark.length() < 2.2 * other.length();
                    boolean tone = other.mean() < 1.6 * mark.mean() && mark.mean() < 1.6 * other.mean();
                    alike += size && tone ? 1 : 0;
                    darker += other.mean() > 1.8 * mark.mean() ? 1 : 0;
                    ink += other.area() * mm * mm;
                }
            }
        }
        return new Around(neighbours, inLine, alike, darker, Math.min(200, ink));
    }

    /** Degrees from the nearest of level and upright, 0 to 45. */
    private static double foldedDegrees(double degrees) {
        double turned = Math.abs(degrees) % 90;
        return Math.min(turned, 90 - turned);
    }

    private static float log(double value) {
        return (float) (Math.log(Math.max(0.02, value)) / 2);
    }
}
