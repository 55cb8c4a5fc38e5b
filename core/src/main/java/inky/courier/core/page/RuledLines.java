package inky.courier.core.page;

import java.util.ArrayList;
import java.util.List;

/** The faint rules of lined and squared paper: many thin parallel lines at one distance, across most of the page. */
final class RuledLines {
    /** Share of the page's width that a rule is there. */
    private static final double SPAN = 0.5;

    private static final int FEWEST = 5;

    /** Rules of a pad are pale; darker ones belong to a table or a form. Share of the paper's tone. */
    private static final double PALE = 0.5;

    private RuledLines() {}

    /**
     * Takes the cells of rules out of the mask.
     *
     * @return how many rules there were
     */
    static int remove(Ground ground, boolean[] mask, double skewDegrees) {
        double slope = Math.tan(Math.toRadians(skewDegrees));
        return removeLevel(ground, mask, -slope, false) + removeLevel(ground, mask, slope, true);
    }

    private static int removeLevel(Ground ground, boolean[] mask, double slope, boolean upright) {
        Survey survey = ground.survey;
        int length = upright ? survey.height : survey.width;
        int lines = upright ? survey.width : survey.height;
        int[] cover = new int[lines];
        long[] dark = new long[lines];
        for (int y = 0; y < survey.height; y++) {
            for (int x = 0; x < survey.width; x++) {
                int at = y * survey.width + x;
                if (mask[at]) {
                    int line = line(x, y, slope, upright, survey);
                    if (line >= 0 && line < lines) {
                        cover[line]++;
                        dark[line] += ground.contrast[at];
                    }
                }
            }
        }
        List<int[]> bands = new ArrayList<>();
        for (int i = 0; i < lines; i++) {
            int start = i;
            while (i < lines && cover[i] > length * 0.22) {
                i++;
            }
            if (i > start) {
                bands.add(new int[] {start, i - 1});
            }
        }
        int thickest = Math.max(2, survey.cells(0.9));
        bands.removeIf(band -> band[1] - band[0] + 1 > thickest || !isRule(band, cover, dark, length, ground.paper));
        if (bands.size() < FEWEST || !evenlySpaced(bands)) {
            return 0;
        }
        boolean[] ruled = new boolean[lines];
        for (int[] band : bands) {
            for (int i = Math.max(0, band[0] - 1); i <= Math.min(lines - 1, band[1] + 1); i++) {
                ruled[i] = true;
            }
        }
        fillIn(bands, ruled);
        // Only what is about as pale as the rules: a pencil's word on squared paper stays.
        int ceiling = (int) Math.min(PALE * ground.paper, 1.5 * tone(bands, cover, dark) + 3 * ground.noise);
        for (int y = 0; y < survey.height; y++) {
            for (int x = 0; x < survey.width; x++) {
                int at = y * survey.width + x;
                if (mask[at] && ground.contrast[at] < ceiling) {
                    int line = line(x, y, slope, upright, survey);
                    if (line >= 0 && line < lines && ruled[line]) {
                        mask[at] = false;
                    }
                }
            }
        }
        return bands.size();
    }

    /** A rule crossed by others or worn away is where its neighbours say. */
    private static void fillIn(List<int[]> bands, boolean[] ruled) {
        double pitch = usualGap(bands);
        for (int[] band : bands) {
            double middle = (band[0] + band[1]) / 2.0;
            for (double at : new double[] {middle - pitch, middle + pitch, middle + 2 * pitch}) {
                for (int i = (int) Math.round(at) - 2; i <= Math.round(at) + 2; i++) {
                    if (i >= 0 && i < ruled.length) {
                        ruled[i] = true;
                    }
                }
            }
        }
    }

    private static int line(int x, int y, double slope, boolean upright, Survey survey) {
        return upright
                ? (int) Math.round(x - slope * (y - survey.height / 2.0))
                : (int) Math.round(y - slope * (x - survey.width / 2.0));
    }

    /** The rules' usual contrast. */
    private static double tone(List<int[]> bands, int[] cover, long[] dark) {
        double[] tones = bands.stream()
                .mapToDouble(band -> {
                    int strongest = band[0];
                    for (int i = band[0]; i <= band[1]; i++) {
                        strongest = cover[i] > cover[strongest] ? i : strongest;
                    }
                    return (double) dark[strongest] / Math.max(1, cover[strongest]);
                })
                .sorted()
                .toArray();
        return tones[tones.length / 2];
    }

    private static boolean isRule(int[] band, int[] cover, long[] dark, int length, int paper) {
        long covered = 0;
        long sum = 0;
        for (int i = band[0]; i <= band[1]; i++) {
            covered += cover[i];
            sum += dark[i];
        }
        return covered > length * SPAN && sum < covered * PALE * paper * 0.8;
    }

    private static boolean evenlySpaced(List<int[]> bands) {
        double usual = usualGap(bands);
        long near =
                gaps(bands).stream().filter(gap -> Math.abs(gap - usual) <= 1.6).count();
        return near >= (bands.size() - 1) * 0.6;
    }

    private static double usualGap(List<int[]> bands) {
        List<Double> gaps = gaps(bands);
        gaps.sort(null);
        return gaps.get(gaps.size() / 2);
    }

    private static List<Double> gaps(List<int[]> bands) {
        List<Double> gaps = new ArrayList<>();
        for (int i = 1; i < bands.size(); i++) {
            gaps.add((bands.get(i)[0] + bands.get(i)[1] - bands.get(i - 1)[0] - bands.get(i - 1)[1]) / 2.0);
        }
        return gaps;
    }
}
