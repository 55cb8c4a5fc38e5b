package inky.courier.core.page;

import inky.courier.core.media.Resolution;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.GraphicsEnvironment;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Learns how letters and figures stand, from print in every face that this machine has, cut into pictures by the same
 * code that cuts a scan; prints the table that {@link GlyphTurn} reads, and on standard error how often a picture is told
 * right in faces that were kept back. Run by hand when {@link Glyphs} changes:
 *
 * <pre>java -cp core/target/classes:core/target/test-classes inky.courier.core.page.TrainGlyphTurns docs/*.md &gt; turns.csv</pre>
 */
final class TrainGlyphTurns {
    private static final int PAGES = 420;
    private static final int PAGES_KEPT_BACK = 60;
    private static final int ROUNDS = 12;
    private static final int WIDTH = 1240;
    private static final int HEIGHT = 1240;

    private static final List<String> EVERY_FACE =
            List.of(GraphicsEnvironment.getLocalGraphicsEnvironment().getAvailableFontFamilyNames());

    private final Random random = new Random(90);
    private final List<String> words;
    private final float[][] in = new float[GlyphTurn.INPUTS][GlyphTurn.HIDDEN];
    private final float[] bias = new float[GlyphTurn.HIDDEN];
    private final float[] out = new float[GlyphTurn.HIDDEN];

    private TrainGlyphTurns(List<String> words) {
        this.words = words;
    }

    public static void main(String[] args) throws IOException {
        List<String> words = new ArrayList<>();
        for (String file : args) {
            for (String word : Files.readString(Path.of(file)).split("[^\\p{L}]+")) {
                if (!word.isBlank()) {
                    words.add(word);
                }
            }
        }
        new TrainGlyphTurns(words).run();
    }

    private void run() {
        List<String> families = new ArrayList<>(
                Arrays.stream(GraphicsEnvironment.getLocalGraphicsEnvironment().getAvailableFontFamilyNames())
                        .filter(TrainGlyphTurns::isPlainLatin)
                        .toList());
        Collections.shuffle(families, random);
        int keptBack = families.size() / 6;
        List<float[]> unseen = pictures(families.subList(0, keptBack), PAGES_KEPT_BACK);
        List<float[]> seen = pictures(families.subList(keptBack, families.size()), PAGES);
        System.err.printf(
                Locale.ROOT,
                "%d faces, %d pictures; kept back %s, %d pictures%n",
                families.size(),
                seen.size(),
                families.subList(0, keptBack),
                unseen.size());
        learn(seen, unseen);
        print();
    }

    private static boolean isPlainLatin(String family) {
        Font font = new Font(family, Font.PLAIN, 20);
        String name = family.toLowerCase(Locale.ROOT);
        boolean other = name.matches(".*(symbol|dingbat|emoji|math|music|braille|sign|chancery|mono cjk).*");
        return !other && font.canDisplayUpTo("AaGgQq0123456789&,.") < 0 && isDrawn(font);
    }

    /** Some faces say that they have a letter and draw a box. */
    private static boolean isDrawn(Font font) {
        var context = new java.awt.font.FontRenderContext(null, true, true);
        return font.createGlyphVector(context, "1").getVisualBounds().getWidth()
                != font.createGlyphVector(context, "W").getVisualBounds().getWidth();
    }

    private List<float[]> pictures(List<String> families, int pages) {
        List<Long> seeds =
                IntStream.range(0, pages).mapToObj(i -> random.nextLong()).toList();
        return seeds.parallelStream()
                .map(seed -> page(families, new Random(seed)))
                .flatMap(List::stream)
                .toList();
    }

    private List<float[]> page(List<String> families, Random random) {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, WIDTH, HEIGHT);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        double y = 40;
        while (y < HEIGHT - 60) {
            double points = 6.5 + random.nextDouble() * random.nextDouble() * 16;
            float size = (float) (points / 72 * 200);
            int style = new int[] {0, 0, 0, Font.BOLD, Font.ITALIC}[random.nextInt(5)];
            g.setFont(new Font(families.get(random.nextInt(families.size())), style, 20).deriveFont(size));
            int grey = random.nextInt(4) == 0 ? random.nextInt(110) : random.nextInt(40);
            g.setColor(new Color(grey, grey, grey));
            Optional<Script> other = other(random, g);
            for (int line = 0; line < 3; line++) {
                y += size * 1.25;
                g.drawString(other.map(script -> script.line(random)).orElseGet(() -> line(random)), 40, (float) y);
            }
            y += size;
        }
        g.dispose();
        byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        for (int blur = random.nextInt(3); blur > 0; blur--) {
            samples = blurred(samples);
        }
        double noise = random.nextDouble() * 6;
        for (int i = 0; i < samples.length; i++) {
            int value = (samples[i] & 0xff) * 245 / 255 + (int) Math.round(noise * random.nextGaussian());
            samples[i] = (byte) Math.max(0, Math.min(255, value));
        }
        PageRaster raster = new PageRaster(WIDTH, HEIGHT, 1, new Resolution(200), samples);
        Survey survey = Survey.of(raster);
        Ground ground = Ground.of(survey, PaperFinder.find(survey, raster), 1);
        double skew = 0;
        return Glyphs.of(ground, skew, UprightFinder.ink(ground, skew), 4_000);
    }

    /** Once in four a script of elsewhere, in a face that has it. */
    private static Optional<Script> other(Random random, Graphics2D g) {
        if (random.nextInt(4) > 0) {
            return Optional.empty();
        }
        Script script = SCRIPTS.get(random.nextInt(SCRIPTS.size()));
        for (int tries = 0; tries < 400; tries++) {
            Font font = new Font(EVERY_FACE.get(random.nextInt(EVERY_FACE.size())), Font.PLAIN, 20)
                    .deriveFont(g.getFont().getSize2D());
            if (script.isIn(font)) {
                g.setFont(font);
                return Optional.of(script);
            }
        }
        return Optional.empty();
    }

    private static byte[] blurred(byte[] samples) {
        byte[] soft = samples.clone();
        for (int y = 1; y < HEIGHT - 1; y++) {
            for (int x = 1; x < WIDTH - 1; x++) {
                int at = y * WIDTH + x;
                int sum = 4 * (samples[at] & 0xff)
                        + (samples[at - 1] & 0xff)
                        + (samples[at + 1] & 0xff)
                        + (samples[at - WIDTH] & 0xff)
                        + (samples[at + WIDTH] & 0xff);
                soft[at] = (byte) (sum / 8);
            }
        }
        return soft;
    }

    /** Letters of a script, marks that stand on or below them, and how many letters a line has. */
    private record Script(int first, int last, String marks, int letters) {
        boolean isIn(Font font) {
            return font.canDisplay(first)
                    && font.canDisplay(last)
                    && (marks.isEmpty() || font.canDisplay(marks.charAt(0)));
        }

        String line(Random random) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < letters; i++) {
                line.appendCodePoint(first + random.nextInt(last - first + 1));
                if (!marks.isEmpty() && random.nextInt(3) == 0) {
                    line.append(marks.charAt(random.nextInt(marks.length())));
                }
                if (random.nextInt(6) == 0) {
                    line.append(' ');
                }
            }
            return line.toString();
        }
    }

    /** What offices elsewhere write; a page of it must not be turned over for what its letters are not. */
    private static final List<Script> SCRIPTS = List.of(
            new Script(0x3B1, 0x3C9, "", 90),
            new Script(0x410, 0x44F, "", 80),
            new Script(0x430, 0x44F, "", 90),
            new Script(0x5D0, 0x5EA, "", 90),
            new Script(0x627, 0x64A, "", 90),
            new Script(0x915, 0x939, "\u093e\u093f\u0940\u0941\u0947\u094b\u0902", 60),
            new Script(0xE01, 0xE2E, "\u0e34\u0e35\u0e38\u0e31\u0e49\u0e48", 70),
            new Script(0x561, 0x586, "", 80),
            new Script(0x10D0, 0x10F0, "", 80),
            new Script(0x3041, 0x3093, "", 50),
            new Script(0x4E00, 0x7FFF, "", 50));

    /** Words, words in capitals, or what tables are full of. */
    private String line(Random random) {
        StringBuilder line = new StringBuilder();
        int sort = random.nextInt(5);
        while (line.length() < 110) {
            String word = words.get(random.nextInt(words.size()));
            switch (sort) {
                case 0, 1 -> line.append(word);
                case 2 -> line.append(word.toUpperCase(Locale.ROOT));
                case 3 -> line.append(figures(random));
                default -> line.append(random.nextBoolean() ? figures(random) : word);
            }
            line.append(' ');
        }
        return line.toString();
    }

    private static String figures(Random random) {
        return switch (random.nextInt(6)) {
            case 0 -> String.format(Locale.ROOT, "%.2f", random.nextDouble() * 10_000);
            case 1 -> String.format(Locale.ROOT, "%,d", random.nextInt(1_000_000));
            case 2 -> String.format("20%02d-%02d-%02d", random.nextInt(60), random.nextInt(13), random.nextInt(32));
            case 3 -> String.format("%02d:%02d", random.nextInt(24), random.nextInt(60));
            case 4 -> "" + (char) ('A' + random.nextInt(26)) + random.nextInt(10_000);
            default -> String.valueOf(random.nextInt(1_000));
        };
    }

    /** Stochastic gradient descent with Adam's steps (Kingma and Ba 2015), one picture and its four turns at a time. */
    private void learn(List<float[]> seen, List<float[]> unseen) {
        for (float[] row : in) {
            for (int unit = 0; unit < row.length; unit++) {
                row[unit] = (float) (random.nextGaussian() * 0.15);
            }
        }
        for (int unit = 0; unit < out.length; unit++) {
            out[unit] = (float) (random.nextGaussian() * 0.15);
        }
        List<float[]> order = new ArrayList<>(seen);
        Adam weights = new Adam(GlyphTurn.INPUTS * GlyphTurn.HIDDEN);
        Adam others = new Adam(2 * GlyphTurn.HIDDEN);
        int batch = 32;
        for (int round = 0; round < ROUNDS; round++) {
            Collections.shuffle(order, random);
            double rate = 0.004 * Math.pow(0.72, round);
            for (int from = 0; from + batch <= order.size(); from += batch) {
                float[] gradient = new float[GlyphTurn.INPUTS * GlyphTurn.HIDDEN];
                float[] rest = new float[2 * GlyphTurn.HIDDEN];
                for (float[] picture : order.subList(from, from + batch)) {
                    add(picture, gradient, rest);
                }
                weights.step(
                        gradient, rate, batch, (i, change) -> in[i / GlyphTurn.HIDDEN][i % GlyphTurn.HIDDEN] += change);
                others.step(rest, rate, batch, (i, change) -> {
                    if (i < GlyphTurn.HIDDEN) {
                        bias[i] += change;
                    } else {
                        out[i - GlyphTurn.HIDDEN] += change;
                    }
                });
            }
            System.err.printf(
                    Locale.ROOT,
                    "round %d: seen %.4f, unseen %.4f%n",
                    round,
                    right(seen, 20_000),
                    right(unseen, 20_000));
        }
    }

    private void add(float[] picture, float[] gradient, float[] rest) {
        GlyphTurn network = new GlyphTurn(in, bias, out);
        float[] turned = picture;
        float[][] pictures = new float[4][];
        float[][] hidden = new float[4][GlyphTurn.HIDDEN];
        double[] values = new double[4];
        double sum = 0;
        for (int turn = 0; turn < 4; turn++) {
            pictures[turn] = turned;
            values[turn] = Math.exp(Math.min(50, network.value(turned, hidden[turn])));
            sum += values[turn];
            turned = GlyphTurn.turned(turned);
        }
        for (int turn = 0; turn < 4; turn++) {
            float error = (float) (values[turn] / sum - (turn == 0 ? 1 : 0));
            float[] back = new float[GlyphTurn.HIDDEN];
            for (int unit = 0; unit < GlyphTurn.HIDDEN; unit++) {
                rest[GlyphTurn.HIDDEN + unit] += error * hidden[turn][unit];
                back[unit] = hidden[turn][unit] > 0 ? error * out[unit] : 0;
                rest[unit] += back[unit];
            }
            for (int i = 0; i < GlyphTurn.INPUTS; i++) {
                float dark = pictures[turn][i];
                if (dark > 0) {
                    for (int unit = 0; unit < GlyphTurn.HIDDEN; unit++) {
                        gradient[i * GlyphTurn.HIDDEN + unit] += dark * back[unit];
                    }
                }
            }
        }
    }

    private double right(List<float[]> pictures, int most) {
        GlyphTurn network = new GlyphTurn(in, bias, out);
        int count = Math.min(most, pictures.size());
        int right = 0;
        for (int i = 0; i < count; i++) {
            double[] shares = network.shares(pictures.get((int) ((long) i * pictures.size() / count)));
            right += shares[0] > shares[1] && shares[0] > shares[2] && shares[0] > shares[3] ? 1 : 0;
        }
        return (double) right / count;
    }

    private void print() {
        for (float[] row : in) {
            System.out.println(line(row));
        }
        System.out.println(line(bias));
        System.out.println(line(out));
    }

    private static String line(float[] row) {
        List<String> cells = new ArrayList<>();
        for (float value : row) {
            cells.add(String.format(Locale.ROOT, "%.3f", value).replaceFirst("^(-?)0\\.", "$1."));
        }
        return String.join(",", cells);
    }

    private interface Change {
        void at(int index, float change);
    }

    private static final class Adam {
        private final float[] mean;
        private final float[] square;
        private int steps;

        Adam(int size) {
            mean = new float[size];
            square = new float[size];
        }

        void step(float[] gradient, double rate, int batch, Change change) {
            steps++;
            double corrected = rate * Math.sqrt(1 - Math.pow(0.999, steps)) / (1 - Math.pow(0.9, steps));
            for (int i = 0; i < gradient.length; i++) {
                float slope = gradient[i] / batch;
                mean[i] = 0.9f * mean[i] + 0.1f * slope;
                square[i] = 0.999f * square[i] + 0.001f * slope * slope;
                change.at(i, (float) (-corrected * mean[i] / (Math.sqrt(square[i]) + 1e-8)));
            }
        }
    }
}
