package inky.courier.core.page;

import inky.courier.core.truth.RoughPages;
import inky.courier.core.truth.RoughPages.Rough;
import inky.courier.core.truth.SheetLayer;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;

/**
 * Learns what makes marks, from drawn sheets on which every mark's cause is known, cut into marks by the same code that looks
 * at a scan; prints the table that {@link MarkNetwork} reads, and on standard error how often blank sides and sides with hardly
 * anything on them are told apart among pages that were kept back. Run by hand when {@link InkMarks} or {@link MarkFeatures}
 * change. The first argument is a file that keeps the drawn pages' marks, as drawing takes longest:
 *
 * <pre>java -cp core/target/classes:core/target/test-classes inky.courier.core.page.TrainMarks marks.bin 6000 &gt; marks.csv</pre>
 */
final class TrainMarks {
    private static final int ROUNDS = 30;

    /** Of all pages, so many learn what the marks say together; so many again are kept back. */
    private static final double TOGETHER = 0.2;

    private static final double KEPT_BACK = 0.2;

    private final Random random = new Random(47);
    private final float[][] in = new float[MarkFeatures.COUNT + 1][MarkNetwork.HIDDEN];
    private final float[][] out = new float[MarkNetwork.HIDDEN + 1][MarkNetwork.CAUSES];

    /** A drawn page's marks. */
    private record Page(boolean blank, String what, double coloured, List<float[]> marks, int[] causes) {}

    public static void main(String[] args) throws IOException {
        Path file = Path.of(args[0]);
        if (!Files.exists(file)) {
            draw(file, Integer.parseInt(args[1]));
        }
        new TrainMarks().run(read(file));
    }

    // ---- drawing

    private static void draw(Path file, int count) throws IOException {
        try (DataOutputStream to = new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
            int each = 60;
            for (long first = 0; first < count; first += each) {
                LongStream.range(first, first + each)
                        .parallel()
                        .mapToObj(TrainMarks::page)
                        .forEachOrdered(page -> write(to, page));
                System.err.print(".");
            }
        }
    }

    private static Page page(long seed) {
        int dpi = new int[] {200, 200, 150, 300, 200, 100, 200}[(int) (seed / 2 % 7)];
        Rough rough = seed % 2 == 0 ? RoughPages.blankSide(seed / 2, dpi) : RoughPages.sparse(seed / 2, dpi);
        return page(rough);
    }

    private static Page page(Rough rough) {
        Survey survey = Survey.of(rough.raster());
        Paper paper = PaperFinder.find(survey, rough.raster());
        Ground ground = PageAnalyser.ground(survey, paper);
        double coloured = ColourFinder.find(ground, paper, rough.raster()).colouredMm2();
        double skew = PageAnalyser.skew(ground, paper, Kind.DOCUMENT);
        List<Integer> cells = new ArrayList<>();
        BlankFinder.Seen seen = BlankFinder.look(BlankFinder.wide(ground, paper), skew, cells::add);
        int[] causes = new int[seen.marks().size()];
        int at = 0;
        for (int mark = 0; mark < causes.length; mark++) {
            int[] counts = new int[SheetLayer.values().length];
            int area = 0;
            for (; cells.get(at) >= 0; at++) {
                int cell = cells.get(at);
                counts[
                        rough.layer(cell % survey.width, cell / survey.width, survey.pixels)
                                .ordinal()]++;
                area++;
            }
            at++;
            causes[mark] = cause(counts, area);
        }
        return new Page(
                rough.blank(),
                rough.what(),
                coloured,
                seen.features(),
                seen.features().isEmpty() ? new int[0] : causes);
    }

    /** What most of a mark's cells are; content where a fair part of it is, or of what is drawn. */
    private static int cause(int[] layers, int area) {
        int content = layers[SheetLayer.CONTENT.ordinal()];
        if (content >= 2 && content > 0.15 * area) {
            return MarkCause.CONTENT.ordinal();
        }
        SheetLayer most = SheetLayer.TEXTURE;
        for (SheetLayer layer : SheetLayer.values()) {
            boolean fault = layer != SheetLayer.PAPER && layer != SheetLayer.CONTENT;
            most = fault && layers[layer.ordinal()] > layers[most.ordinal()] ? layer : most;
        }
        // The lid shows as a shadow at the paper's edge.
        return (most == SheetLayer.LID ? MarkCause.SHADOW : MarkCause.valueOf(most.name())).ordinal();
    }

    private static void write(DataOutputStream to, Page page) {
        try {
            to.writeBoolean(page.blank);
            to.writeUTF(page.what);
            to.writeDouble(page.coloured);
            to.writeInt(page.marks.size());
            for (int i = 0; i < page.marks.size(); i++) {
                to.writeByte(page.causes[i]);
                for (float feature : page.marks.get(i)) {
                    to.writeFloat(feature);
                }
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static List<Page> read(Path file) throws IOException {
        List<Page> pages = new ArrayList<>();
        try (DataInputStream from = new DataInputStream(new BufferedInputStream(Files.newInputStream(file)))) {
            while (true) {
                boolean blank;
                try {
                    blank = from.readBoolean();
                } catch (EOFException e) {
                    return pages;
                }
                String what = from.readUTF();
                double coloured = from.readDouble();
                int[] causes = new int[from.readInt()];
                List<float[]> marks = new ArrayList<>();
                for (int i = 0; i < causes.length; i++) {
                    causes[i] = from.readByte();
                    float[] features = new float[MarkFeatures.COUNT];
                    for (int k = 0; k < features.length; k++) {
                        features[k] = from.readFloat();
                    }
                    marks.add(features);
                }
                pages.add(new Page(blank, what, coloured, marks, causes));
            }
        }
    }

    // ---- learning

    private void run(List<Page> pages) {
        int learn = (int) (pages.size() * (1 - TOGETHER - KEPT_BACK));
        int together = (int) (pages.size() * (1 - KEPT_BACK));
        learn(pages.subList(0, learn));
        double[] weights = together(pages.subList(learn, together));
        System.err.println("WEIGHTS = " + java.util.Arrays.toString(weights));
        tell("pages that weighed the marks", pages.subList(learn, together), weights);
        tell("pages kept back", pages.subList(together, pages.size()), weights);
        print();
    }

    private void learn(List<Page> pages) {
        for (float[] row : in) {
            for (int unit = 0; unit < row.length; unit++) {
                row[unit] = (float) (random.nextGaussian() * 0.25);
            }
        }
        for (float[] row : out) {
            for (int cause = 0; cause < row.length; cause++) {
                row[cause] = (float) (random.nextGaussian() * 0.15);
            }
        }
        record Lesson(float[] mark, int cause, float weight) {}
        List<Lesson> lessons = new ArrayList<>();
        for (Page page : pages) {
            int contents = 0;
            for (int cause : page.causes) {
                contents += cause == 0 ? 1 : 0;
            }
            for (int i = 0; i < page.causes.length; i++) {
                // A page counts by its marks, but no page of many marks outweighs the others.
                int others = page.causes.length - contents;
                float weight =
                        page.causes[i] == 0 ? (float) Math.min(1, 12.0 / contents) : (float) Math.min(1, 25.0 / others);
                lessons.add(new Lesson(page.marks.get(i), page.causes[i], weight));
            }
        }
        System.err.println(lessons.size() + " marks");
        Adam first = new Adam(in);
        Adam second = new Adam(out);
        float[] hidden = new float[MarkNetwork.HIDDEN];
        double[] shares = new double[MarkNetwork.CAUSES];
        MarkNetwork network = new MarkNetwork(in, out);
        int batch = 64;
        for (int round = 0; round < ROUNDS; round++) {
            Collections.shuffle(lessons, random);
            double rate = 0.004 * Math.pow(0.87, round);
            double loss = 0;
            for (int from = 0; from + batch <= lessons.size(); from += batch) {
                for (Lesson lesson : lessons.subList(from, from + batch)) {
                    network.values(lesson.mark, hidden, shares);
                    loss -= lesson.weight * Math.log(Math.max(1e-9, shares[lesson.cause]));
                    shares[lesson.cause] -= 1;
                    for (int unit = 0; unit <= MarkNetwork.HIDDEN; unit++) {
                        float value = unit == MarkNetwork.HIDDEN ? 1 : hidden[unit];
                        float back = 0;
                        for (int cause = 0; cause < shares.length && value > 0; cause++) {
                            float error = (float) shares[cause] * lesson.weight;
                            second.gradient[unit][cause] += error * value;
                            back += error * out[unit][cause];
                        }
                        if (unit < MarkNetwork.HIDDEN && value > 0) {
                            for (int i = 0; i < MarkFeatures.COUNT; i++) {
                                first.gradient[i][unit] += back * lesson.mark[i];
                            }
                            first.gradient[MarkFeatures.COUNT][unit] += back;
                        }
                    }
                }
                first.step(rate, batch);
                second.step(rate, batch);
            }
            if (round % 5 == 4) {
                System.err.printf(Locale.ROOT, "round %d: %.4f%n", round, loss / lessons.size());
            }
        }
    }

    private double[] evidence(Page page) {
        MarkNetwork network = new MarkNetwork(in, out);
        double[] content = new double[page.marks.size()];
        for (int i = 0; i < content.length; i++) {
            content[i] = network.causes(page.marks.get(i))[0];
        }
        return BlankFinder.Verdict.evidence(content, page.coloured);
    }

    /** Logistic regression; a page that is lost costs more than one that is kept. */
    private double[] together(List<Page> pages) {
        double[] weights = {0, 0.5, 0, 0.5, 0};
        List<double[]> evidence = pages.stream().map(this::evidence).toList();
        double[] momentum = new double[weights.length];
        for (int round = 0; round < 6000; round++) {
            double[] gradient = new double[weights.length];
            for (int p = 0; p < pages.size(); p++) {
                double[] of = evidence.get(p);
                double score = 0;
                for (int i = 0; i < of.length; i++) {
                    score += weights[i] * of[i];
                }
                double share = 1 / (1 + Math.exp(-score));
                double error = share - (pages.get(p).blank ? 0 : 1);
                for (int i = 0; i < of.length; i++) {
                    gradient[i] += error * of[i] / pages.size();
                }
            }
            for (int i = 0; i < weights.length; i++) {
                momentum[i] = 0.9 * momentum[i] - 0.02 * (gradient[i] + 0.0005 * weights[i]);
                weights[i] += momentum[i];
            }
        }
        return weights;
    }

    private void tell(String what, List<Page> pages, double[] weights) {
        System.err.println(what + ": " + pages.size());
        record Scored(double score, Page page) {}
        List<Scored> scored = new ArrayList<>();
        for (Page page : pages) {
            double[] evidence = evidence(page);
            double score = 0;
            for (int i = 0; i < evidence.length; i++) {
                score += weights[i] * evidence[i];
            }
            scored.add(new Scored(page.marks.isEmpty() && !page.blank ? 99 : score, page));
        }
        for (double least : new double[] {-5, -4, -3, -2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2, 3}) {
            long lost = scored.stream()
                    .filter(s -> !s.page.blank && s.score <= least)
                    .count();
            long kept =
                    scored.stream().filter(s -> s.page.blank && s.score > least).count();
            long found = scored.stream()
                    .filter(s -> s.page.blank && s.score <= least)
                    .count();
            System.err.printf(
                    Locale.ROOT,
                    "  least %.1f: lost %d, kept %d, F1 %.3f%n",
                    least,
                    lost,
                    kept,
                    2.0 * found / (2.0 * found + lost + kept));
        }
        scored.stream()
                .filter(s -> !s.page.blank)
                .sorted(java.util.Comparator.comparingDouble(Scored::score))
                .limit(14)
                .forEach(s -> System.err.printf(Locale.ROOT, "  %.1f %s%n", s.score, s.page.what));
        scored.stream()
                .filter(s -> s.page.blank)
                .sorted(java.util.Comparator.comparingDouble(s -> -s.score))
                .limit(14)
                .forEach(s -> System.err.printf(Locale.ROOT, "  %.1f %s%n", s.score, s.page.what));
    }

    private void print() {
        for (float[][] table : List.of(in, out)) {
            for (float[] row : table) {
                StringBuilder line = new StringBuilder();
                for (float value : row) {
                    line.append(line.isEmpty() ? "" : ",").append(String.format(Locale.ROOT, "%.4f", value));
                }
                System.out.println(line);
            }
        }
    }

    /** D. Kingma and J. Ba, "Adam: A Method for Stochastic Optimization", 2015, with a little decay. */
    private static final class Adam {
        private final float[][] values;
        final float[][] gradient;
        private final float[][] mean;
        private final float[][] square;
        private int steps;

        Adam(float[][] values) {
            this.values = values;
            this.gradient = new float[values.length][values[0].length];
            this.mean = new float[values.length][values[0].length];
            this.square = new float[values.length][values[0].length];
        }

        void step(double rate, int batch) {
            steps++;
            double first = 1 - Math.pow(0.9, steps);
            double second = 1 - Math.pow(0.999, steps);
            for (int r = 0; r < values.length; r++) {
                for (int c = 0; c < values[r].length; c++) {
                    float g = gradient[r][c] / batch + 2e-5f * values[r][c];
                    mean[r][c] = 0.9f * mean[r][c] + 0.1f * g;
                    square[r][c] = 0.999f * square[r][c] + 0.001f * g * g;
                    values[r][c] -= (float) (rate * mean[r][c] / first / (Math.sqrt(square[r][c] / second) + 1e-8));
                    gradient[r][c] = 0;
                }
            }
        }
    }
}
