package inky.courier.core.sizing;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.profile.FileType;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Bytes of an A4 page for each way of coding it, as measured on pages of many sorts (bench, SizeTable; pages.csv is its
 * output). Between measured resolutions bytes go by a power of the resolution, and they go by the paper's area.
 */
final class PageSizes {
    private static final String TABLE = "pages.csv";
    private static final Map<Coding, List<Measured>> MEASURED = read();

    private PageSizes() {}

    /** Bytes that a tenth, half and nine tenths of the pages do not exceed, at one resolution. */
    private record Measured(int dpi, Range bytes) {}

    static Range bytes(Coding coding, int dpi, MediaSize media) {
        double area = (double) media.width() * media.height() / MediaSizes.A4.width() / MediaSizes.A4.height();
        return at(Objects.requireNonNull(MEASURED.get(coding), coding::name), dpi)
                .times(area);
    }

    /** What a file has beside its pages; measured by the same table's program. */
    static double once(FileType type) {
        return switch (type) {
            case WORD -> 2_600;
            case EXCEL -> 3_300;
            case POWERPOINT -> 24_200;
            default -> 0;
        };
    }

    private static Range at(List<Measured> rows, int dpi) {
        if (rows.size() == 1) {
            // Words weigh the same, however finely they were scanned.
            return rows.get(0).bytes;
        }
        Measured below = rows.get(0);
        Measured above = rows.get(rows.size() - 1);
        for (Measured row : rows) {
            below = row.dpi <= dpi ? row : below;
        }
        for (int i = rows.size() - 1; i >= 0; i--) {
            above = rows.get(i).dpi >= dpi ? rows.get(i) : above;
        }
        if (below.dpi == above.dpi && below.dpi == dpi) {
            return below.bytes;
        }
        if (below.dpi >= above.dpi) {
            // Beyond the table: the power of its last two rows.
            boolean beyond = dpi > rows.get(rows.size() - 1).dpi;
            below = beyond ? rows.get(rows.size() - 2) : rows.get(0);
            above = beyond ? rows.get(rows.size() - 1) : rows.get(1);
        }
        double share = Math.log((double) dpi / below.dpi) / Math.log((double) above.dpi / below.dpi);
        return below.bytes.power(above.bytes, share);
    }

    private static Map<Coding, List<Measured>> read() {
        Map<Coding, List<Measured>> table = new EnumMap<>(Coding.class);
        try (var in = new BufferedReader(
                new InputStreamReader(PageSizes.class.getResourceAsStream(TABLE), StandardCharsets.UTF_8))) {
            in.lines()
                    .skip(1)
                    .map(line -> line.split(","))
                    .forEach(f -> table.computeIfAbsent(Coding.valueOf(f[0]), coding -> new ArrayList<>())
                            .add(new Measured(
                                    Integer.parseInt(f[1]),
                                    new Range(
                                            Double.parseDouble(f[2]),
                                            Double.parseDouble(f[3]),
                                            Double.parseDouble(f[4])))));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        table.values().forEach(rows -> rows.sort(Comparator.comparingInt(Measured::dpi)));
        return table;
    }
}
