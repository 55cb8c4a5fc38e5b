package inky.courier.core.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;

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

    /**
     * The same under every light: as it is, and of a light lid, with the lamp's light falling off across it, told from paper
     * that differs clearly and from paper that hardly does. Each is made when it is asked for.
     */
    Stream<Background> lights() {
        return isLight()
                ? Stream.<Supplier<Background>>of(() -> this, () -> lit(TOLERANCE), () -> lit(FAINT))
                        .map(Supplier::get)
                : Stream.of(this);
    }

    private Background lit(int reach) {
        return new Background(
                survey, light, redGreen, blueYellow, reach, Optional.of(Slope.ofRim(survey, light, reach)));
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
        return tolerance == FAINT;
    }

    /** A lid is black, grey or white; under a tinted lamp as far from it as its lightness. What is further is printed. */
    private boolean isNeutral() {
        return Math.hypot(redGreen, blueYellow) <= 8 + 0.12 * light;
    }

    boolean isLight() {
        return light >= 185;
    }

    int tone(int at) {
        return slope.isEmpty() ? light : (int) Math.round(slope.get().at(survey, at));
    }

    /** How the tone changes by the next step of so many cells, in 65536ths. */
    int fall(int at, int step) {
        return slope.isEmpty() ? 0 : (int) Math.round(slope.get().fall(survey, at, step) * 65536);
    }

    /** How that changes from one such step to the next. */
    int bend(int step) {
        return slope.isEmpty() ? 0 : (int) Math.round(slope.get().bend(step) * 65536);
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

    /**
     * How a lid's lightness changes across the scan: the sum of a parabola across it and one down.
     *
     * @param terms of 1, x, y, the squares of both; from the scan's middle, in hundreds of cells
     */
    private record Slope(double[] terms) {
        private static final double UNIT = 100;

        /** Fitted to the rim, several times: paper that touches the rim is left out by then. */
        static Slope ofRim(Survey survey, int light, int reach) {
            Slope slope = new Slope(new double[] {light, 0, 0, 0, 0});
            for (int round = 0; round < 4; round++) {
                slope = slope.refined(survey, round < 2 ? Background.TOLERANCE * 2 : reach);
            }
            return slope;
        }

        double at(Survey survey, int at) {
            return at(survey, at % survey.width, at / survey.width);
        }

        private double at(Survey survey, int x, int y) {
            double u = (x - survey.width / 2) / UNIT;
            double v = (y - survey.height / 2) / UNIT;
            return terms[0] + terms[1] * u + terms[2] * v + terms[3] * u * u + terms[4] * v * v;
        }

        double fall(Survey survey, int at, int step) {
            return at(survey, at + step) - at(survey, at);
        }

        double bend(int step) {
            return 2 * terms[Math.abs(step) > 1 ? 4 : 3] / (UNIT * UNIT);
        }

        /** Least squares over the rim's cells that are near. */
        private Slope refined(Survey survey, int reach) {
            double[][] sums = new double[5][6];
            for (int y = 1; y < survey.height; y++) {
                boolean edgeRow = y == 1 || y == survey.height - 2;
                for (int x = 1; x < survey.width; x += edgeRow ? 1 : Math.max(1, survey.width - 3)) {
                    double rest = survey.light[y * survey.width + x] - at(survey, x, y);
                    if (Math.abs(rest) <= reach) {
                        double u = (x - survey.width / 2) / UNIT;
                        double v = (y - survey.height / 2) / UNIT;
                        add(sums, new double[] {1, u, v, u * u, v * v}, rest);
                    }
                }
            }
            double[] change = solved(sums);
            double[] better = terms.clone();
            for (int i = 0; i < better.length; i++) {
                better[i] += change[i];
            }
            return new Slope(better);
        }

        private static void add(double[][] sums, double[] of, double rest) {
            for (int i = 0; i < of.length; i++) {
                for (int k = 0; k < of.length; k++) {
                    sums[i][k] += of[i] * of[k];
                }
                sums[i][of.length] += of[i] * rest;
            }
        }

        /** Gauss's elimination; a term that the rim does not tell is left as it is. */
        private static double[] solved(double[][] sums) {
            int n = sums.length;
            for (int i = 0; i < n; i++) {
                int pivot = i;
                for (int r = i + 1; r < n; r++) {
                    pivot = Math.abs(sums[r][i]) > Math.abs(sums[pivot][i]) ? r : pivot;
                }
                double[] row = sums[pivot];
                sums[pivot] = sums[i];
                sums[i] = row;
                for (int r = 0; r < n && Math.abs(row[i]) > 1e-6; r++) {
                    double share = r == i ? 0 : sums[r][i] / row[i];
                    for (int c = i; c <= n && share != 0; c++) {
                        sums[r][c] -= share * row[c];
                    }
                }
            }
            double[] solved = new double[n];
            for (int i = 0; i < n; i++) {
                solved[i] = Math.abs(sums[i][i]) > 1e-6 ? sums[i][n] / sums[i][i] : 0;
            }
            return solved;
        }
    }
}
