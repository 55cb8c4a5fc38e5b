package inky.courier.web;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * A table of comma-separated values (RFC 4180) from somebody's spreadsheet. The first line names the columns, in any order and in
 * small or capital letters; {@code mail} and {@code e-mail} are {@code email}. Separated by what that line has most of, since
 * spreadsheets write what their country is used to.
 *
 * @param columns that it has
 */
public record IncomingTable(List<String> columns, List<Line> lines) {
    /** Between several values of a cell. */
    public static final String SEPARATOR = ";";

    private static final Set<String> YES = Set.of("yes", "true", "1", "x");

    /** @param number in the file, from 2 @param cells by column; a column that the file has not is missing */
    public record Line(int number, Map<String, String> cells) {
        public String get(String column) {
            return cells.getOrDefault(column, "");
        }

        public boolean has(String column) {
            return cells.containsKey(column);
        }

        public boolean isYes(String column) {
            return YES.contains(get(column).toLowerCase(Locale.ROOT));
        }

        public List<String> several(String column) {
            return Stream.of(get(column).split(SEPARATOR))
                    .map(String::strip)
                    .filter(one -> !one.isEmpty())
                    .distinct()
                    .toList();
        }
    }

    /**
     * @param needed columns that must be there
     * @param most lines that it may have
     * @param code of what is said where it is no such table
     * @throws Invalid where it is none, or too long
     */
    public static IncomingTable read(String file, List<String> needed, int most, String code) {
        String text = file.startsWith("\ufeff") ? file.substring(1) : file;
        String first = text.lines().findFirst().orElse("");
        char between = Stream.of(',', ';', '\t')
                .max((a, b) -> Long.compare(count(first, a), count(first, b)))
                .orElseThrow();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(between)
                .setIgnoreEmptyLines(true)
                .setIgnoreSurroundingSpaces(true)
                .get();
        List<Line> lines = new ArrayList<>();
        List<String> columns = List.of();
        try (CSVParser parser = CSVParser.parse(text, format)) {
            for (CSVRecord record : parser) {
                if (columns.isEmpty()) {
                    columns = columns(record, needed, code);
                } else {
                    lines.add(new Line((int) record.getRecordNumber(), cells(columns, record)));
                }
                if (lines.size() > most) {
                    throw tooLong(code, most);
                }
            }
        } catch (IOException | UncheckedIOException broken) {
            throw Invalid.of(code, "file");
        }
        if (lines.isEmpty()) {
            throw Invalid.of(code, "file");
        }
        return new IncomingTable(columns, lines);
    }

    private static long count(String text, char sign) {
        return text.chars().filter(c -> c == sign).count();
    }

    /** @throws Invalid where a file has more than that */
    public static void requireShort(String file, int mostSigns, int mostLines, String code) {
        if (file.length() > mostSigns) {
            throw tooLong(code, mostLines);
        }
    }

    public static Invalid tooLong(String code, int most) {
        return new Invalid(
                code,
                "file",
                Message.of("problem.table.long").with("n", most),
                Message.of("problem.table.long.remedy"));
    }

    private static List<String> columns(CSVRecord record, List<String> needed, String code) {
        List<String> columns = record.stream()
                .map(cell -> cell.strip().toLowerCase(Locale.ROOT))
                .map(cell -> cell.equals("mail") || cell.equals("e-mail") ? "email" : cell)
                .toList();
        if (!columns.containsAll(needed) || new HashSet<>(columns).size() < columns.size()) {
            throw Invalid.of(code, "file");
        }
        return columns;
    }

    private static Map<String, String> cells(List<String> columns, CSVRecord record) {
        Map<String, String> cells = new HashMap<>();
        for (int i = 0; i < Math.min(columns.size(), record.size()); i++) {
            String cell = record.get(i).strip();
            // So that no spreadsheet runs it as a formula, it was written with one.
            cells.put(columns.get(i), cell.matches("'[=+\\-@].*") ? cell.substring(1) : cell);
        }
        return cells;
    }

    /** Says that these very things were looked at. */
    public static String token(Object... seen) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (Object one : seen) {
                digest.update(String.valueOf(one).getBytes(StandardCharsets.UTF_8));
                digest.update((byte) 0);
            }
            return HexFormat.of().formatHex(digest.digest(), 0, 8);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
