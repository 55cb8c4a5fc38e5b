package inky.courier.core.page;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/**
 * How letters and figures stand, by their shapes: capitals and figures neither rise nor hang, but a 4, a 7 or an A looks
 * like itself in one way only. A network of one hidden layer gives a picture a value; of its four turns, the one with the
 * highest value is upright, as a softmax of the four says how surely. Its weights were learned from print in many faces
 * (TrainGlyphTurns in the tests; turns.csv is its output).
 */
final class GlyphTurn {
    static final int HIDDEN = 56;
    static final int INPUTS = Glyphs.SIDE * Glyphs.SIDE;

    private static final String TABLE = "turns.csv";

    /** One in so many pictures is no letter at all: none of them may outvote the others. */
    private static final double STRAY = 0.2;

    /** From each square of a picture to each hidden unit. */
    final float[][] in;

    final float[] bias;
    final float[] out;

    GlyphTurn(float[][] in, float[] bias, float[] out) {
        this.in = in;
        this.bias = bias;
        this.out = out;
    }

    /** Read when it is first asked. */
    private static final class Learned {
        static final GlyphTurn NETWORK = read();
    }

    static GlyphTurn learned() {
        return Learned.NETWORK;
    }

    /**
     * @param degrees the clockwise turn that makes the page upright
     * @param sure how much likelier it is than the next, as a natural logarithm, summed over the pictures
     * @param each the same for a picture
     */
    record Vote(int degrees, double sure, double each) {}

    Vote vote(List<float[]> pictures) {
        double[] sums = new double[4];
        for (float[] picture : pictures) {
            double[] shares = shares(picture);
            for (int turn = 0; turn < 4; turn++) {
                sums[turn] += Math.log((1 - STRAY) * shares[turn] + STRAY / 4);
            }
        }
        int best = 0;
        for (int turn = 1; turn < 4; turn++) {
            best = sums[turn] > sums[best] ? turn : best;
        }
        double[] sorted = sums.clone();
        Arrays.sort(sorted);
        double sure = sorted[3] - sorted[2];
        return new Vote(best * 90, sure, sure / Math.max(1, pictures.size()));
    }

    /** Of each clockwise turn, how likely it makes the picture upright. */
    double[] shares(float[] picture) {
        float[] hidden = new float[HIDDEN];
        double[] values = new double[4];
        float[] turned = picture;
        double most = Double.NEGATIVE_INFINITY;
        for (int turn = 0; turn < 4; turn++) {
            values[turn] = value(turned, hidden);
            most = Math.max(most, values[turn]);
            turned = turned(turned);
        }
        double sum = 0;
        for (int turn = 0; turn < 4; turn++) {
            values[turn] = Math.exp(values[turn] - most);
            sum += values[turn];
        }
        for (int turn = 0; turn < 4; turn++) {
            values[turn] /= sum;
        }
        return values;
    }

    /** @param hidden where the hidden units' values are left */
    double value(float[] picture, float[] hidden) {
        System.arraycopy(bias, 0, hidden, 0, HIDDEN);
        for (int i = 0; i < INPUTS; i++) {
            float dark = picture[i];
            if (dark > 0) {
                float[] weights = in[i];
                for (int unit = 0; unit < HIDDEN; unit++) {
                    hidden[unit] += dark * weights[unit];
                }
            }
        }
        double value = 0;
        for (int unit = 0; unit < HIDDEN; unit++) {
            hidden[unit] = Math.max(0, hidden[unit]);
            value += hidden[unit] * out[unit];
        }
        return value;
    }

    /** A picture turned by a quarter clockwise. */
    static float[] turned(float[] picture) {
        int side = Glyphs.SIDE;
        float[] turned = new float[picture.length];
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                turned[x * side + side - 1 - y] = picture[y * side + x];
            }
        }
        return turned;
    }

    /** A row for each square, then the units' own values, then what each counts for. */
    private static GlyphTurn read() {
        float[][] rows;
        try (var in = new BufferedReader(
                new InputStreamReader(GlyphTurn.class.getResourceAsStream(TABLE), StandardCharsets.UTF_8))) {
            rows = in.lines()
                    .map(line -> {
                        String[] cells = line.split(",");
                        float[] row = new float[cells.length];
                        for (int i = 0; i < row.length; i++) {
                            row[i] = Float.parseFloat(cells[i]);
                        }
                        return row;
                    })
                    .toArray(float[][]::new);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new GlyphTurn(Arrays.copyOf(rows, INPUTS), rows[INPUTS], rows[INPUTS + 1]);
    }
}
