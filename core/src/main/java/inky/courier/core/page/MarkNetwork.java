package inky.courier.core.page;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/**
 * What made a mark, by its features: a network of one hidden layer, learned from drawn sheets on which every mark's cause is
 * known (TrainMarks in the tests; marks.csv is its output).
 */
final class MarkNetwork {
    static final int HIDDEN = 40;
    static final int CAUSES = MarkCause.values().length;

    private static final String TABLE = "marks.csv";

    /** A row for each feature and one for the units' own values; a column for each hidden unit. */
    final float[][] in;

    /** A row for each hidden unit and one for the causes' own values; a column for each cause. */
    final float[][] out;

    MarkNetwork(float[][] in, float[][] out) {
        this.in = in;
        this.out = out;
    }

    /** Read when it is first asked. */
    private static final class Learned {
        static final MarkNetwork NETWORK = read();
    }

    static MarkNetwork learned() {
        return Learned.NETWORK;
    }

    /** How likely each cause is, in their order; 1 in all. */
    double[] causes(float[] features) {
        float[] hidden = new float[HIDDEN];
        double[] values = new double[CAUSES];
        values(features, hidden, values);
        return values;
    }

    /** @param hidden where the hidden units' values are left */
    void values(float[] features, float[] hidden, double[] shares) {
        System.arraycopy(in[MarkFeatures.COUNT], 0, hidden, 0, HIDDEN);
        for (int i = 0; i < MarkFeatures.COUNT; i++) {
            float feature = features[i];
            float[] weights = in[i];
            for (int unit = 0; unit < HIDDEN; unit++) {
                hidden[unit] += feature * weights[unit];
            }
        }
        for (int cause = 0; cause < CAUSES; cause++) {
            shares[cause] = out[HIDDEN][cause];
        }
        for (int unit = 0; unit < HIDDEN; unit++) {
            hidden[unit] = Math.max(0, hidden[unit]);
            for (int cause = 0; cause < CAUSES && hidden[unit] > 0; cause++) {
                shares[cause] += hidden[unit] * out[unit][cause];
            }
        }
        double most = Double.NEGATIVE_INFINITY;
        for (double value : shares) {
            most = Math.max(most, value);
        }
        double sum = 0;
        for (int cause = 0; cause < CAUSES; cause++) {
            shares[cause] = Math.exp(shares[cause] - most);
            sum += shares[cause];
        }
        for (int cause = 0; cause < CAUSES; cause++) {
            shares[cause] /= sum;
        }
    }

    private static MarkNetwork read() {
        float[][] rows;
        try (var table = new BufferedReader(
                new InputStreamReader(MarkNetwork.class.getResourceAsStream(TABLE), StandardCharsets.UTF_8))) {
            rows = table.lines().map(MarkNetwork::row).toArray(float[][]::new);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new MarkNetwork(
                java.util.Arrays.copyOf(rows, MarkFeatures.COUNT + 1),
                java.util.Arrays.copyOfRange(rows, MarkFeatures.COUNT + 1, rows.length));
    }

    private static float[] row(String line) {
        String[] cells = line.split(",");
        float[] row = new float[cells.length];
        for (int i = 0; i < row.length; i++) {
            row[i] = Float.parseFloat(cells[i]);
        }
        return row;
    }
}
