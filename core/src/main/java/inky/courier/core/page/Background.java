package inky.courier.core.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What the scanner shows where no paper is: one plain tone along the scan's rim. */
record Background(Survey survey, int light, int redGreen, int blueYellow, int tolerance, Optional<Slope> slope) {
    /** At least this share of the rim must be one tone, else there is no background to see. */
    private static final double SHARE = 0.2;

    private static final int TOLERANCE = 14;

    /** For white paper on a white lid: hardly more than the noise of a good scanner. */
    private static final int FAINT = 6;

    static List<Background> candidates(Survey survey) {
        int[] histogram = new int[256];
        int rim = Math.max(1, survey.cells(0.6));
        int count = 0;
        for (int y = 0; y < survey.height; y++) {
            boolean edgeRow = y < rim || y >= survey.height - rim;
            for (int x = 0; x < survey.width; x++) {
                if (edgeRow || x < rim || x >= survey.width - rim) {
                    histogram[survey.light[y * survey.width + x]]++;
                    count++;
                } else {
                    x = survey.width - rim - 1;
                }
            }
        }
        List<Background> found = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            int tone = commonest(histogram);
            int near = 0;
            for (int v = Math.max(0, tone - 12); v <= Math.min(255, tone + 12); v++) {
                near += histogram[v];
                histogram[v] = 0;
            }
            if (near > count * SHARE) {
                Background background = of(survey, tone);
                if (background.isNeutral()) {
                    found.add(background);
                }
            }
        }
        found.sort(Comparator.comparingInt(Background::light));
        return found;
    }

    private static Background of(Survey survey, int tone) {
        if (survey.isGrey()) {
            return new Background(survey, tone, 0, 0, TOLERANCE, Optional.empty());
        }
        long redGreen = 0;
        long blueYellow = 0;
        int n = 0;
        for (int y = 0; y < survey.height; y++) {
            boolean edgeRow = y == 0 || y == survey.height - 1;
            for (int x = 0; x < survey.width; x += edgeRow ? 1 : survey.width - 1) {
                int at = y * survey.width + x;
                if (Math.abs(survey.light[at] - tone) <= 8) {
                    redGreen += survey.redGreen[at];
                    blueYellow += survey.blueYellow[at];
                    n++;
                }
            }
        }
        return new Background(
                survey,
                tone,
                (int) (redGreen / Math.max(1, n)),
                (int) (blueYellow / Math.max(1, n)),
                TOLERANCE,
                Optional.empty());
    }

    /** The same, told from what hardly differs, where the lamp's light falls off. */
    Background faint() {
        Slope slope = Slope.ofRim(survey, light);
        return new Background(survey, light, redGreen, blueYellow, FAINT, Optional.of(slope));
    }

    /** The peak of the rim's tones, each taken with its neighbours. */
    private static int commonest(int[] histogram) {
        int best = -1;
        int tone = 0;
        for (int v = 0; v < 256; v++) {
            int sum = 0;
            for (int k = Math.max(0, v - 4); k <= Math.min(255, v + 4); k++) {
                sum += histogram[k];
            }
            if (sum > best) {
                best = sum;
                tone = v;
            }
        }
        return tone;
    }

    /** Whether it was told from what hardly differs. */
    boolean isFaint() {
        return slope.isPresent();
    }

    /** A lid is black, grey or white; under a tinted lamp as far from it as its lightness. What is further is printed. */
    private boolean isNeutral() {
        return Math.hypot(redGreen, blueYellow) <= 8 + 0.12 * light;
    }

    boolean isLight() {
        return light >= 200;
    }

    int tone(int at) {
        return slope.isEmpty() ? light : (int) Math.round(slope.get().at(survey, at));
    }

    /** How the tone changes by a step of so many cells, in 65536ths. */
    int fall(int step) {
        if (slope.isEmpty()) {
            return 0;
        }
        boolean down = Math.abs(step) > 1;
        double cell = down ? slope.get().down : slope.get().across;
        return (int) Math.round(Integer.signum(step) * cell * 65536);
    }

    boolean covers(int at) {
        return covers(at, tone(at));
    }

    boolean covers(int at, int tone) {
        if (Math.abs(survey.light[at] - tone) > tolerance) {
            return false;
        }
        return survey.isGrey()
                || Math.abs(survey.redGreen[at] - redGreen) <= tolerance
                        && Math.abs(survey.blueYellow[at] - blueYellow) <= tolerance;
    }

    /** How a lid's lightness changes across the scan: a plane over the cells. */
    private record Slope(double tone, double across, double down) {
        /** Fitted to the rim, twice: paper that touches the rim is left out by then. */
        static Slope ofRim(Survey survey, int light) {
            Slope slope = new Slope(light, 0, 0);
            for (int reach : new int[] {Background.TOLERANCE, Background.FAINT, Background.FAINT}) {
                slope = slope.refined(survey, reach);
            }
            return slope;
        }

        double at(Survey survey, int at) {
            return at(survey, at % survey.width, at / survey.width);
        }

        private double at(Survey survey, int x, int y) {
            return tone + across * (x - survey.width / 2) + down * (y - survey.height / 2);
        }

        /** Least squares over the rim's cells that are near; along each direction by itself, as the rim is symmetric. */
        private Slope refined(Survey survey, int reach) {
            double n = 0;
            double sum = 0;
            double x2 = 0;
            double y2 = 0;
            double xs = 0;
            double ys = 0;
            for (int y = 1; y < survey.height; y++) {
                boolean edgeRow = y == 1 || y == survey.height - 2;
                for (int x = 1; x < survey.width; x += edgeRow ? 1 : Math.max(1, survey.width - 3)) {
                    double rest = survey.light[y * survey.width + x] - at(survey, x, y);
                    if (Math.abs(rest) <= reach) {
                        int u = x - survey.width / 2;
                        int v = y - survey.height / 2;
                        n++;
                        sum += rest;
                        x2 += (double) u * u;
                        y2 += (double) v * v;
                        xs += rest * u;
                        ys += rest * v;
                    }
                }
            }
            return n == 0 ? this : new Slope(tone + sum / n, across + xs / x2, down + ys / y2);
        }
    }
}
