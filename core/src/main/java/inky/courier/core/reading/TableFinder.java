package inky.courier.core.reading;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;

/**
 * Finds tables from where the words stand, ruled or not: rows whose words fall into the same columns with clear gaps
 * between them, three rows or more. Running text in columns is no table: its lines fill their column.
 */
final class TableFinder {
    private static final int FEWEST_ROWS = 3;

    /** A gap this many times the print's size parts two cells. */
    private static final double GAP = 0.8;

    /** Words whose middles differ by less than this share of their size stand on one line. */
    private static final double ONE_LINE = 0.5;

    /** A column of running text: this share of its cells has several words and reaches across most of it. */
    private static final double PROSE = 0.55;

    private static final double REACHES = 0.72;

    /** Less of a table's cells filled than this, and it is text with wide gaps; three rows need more to be believed. */
    private static final double FILLED = 0.5;

    private static final double FILLED_OF_FEW = 0.75;

    /** A row whose middle lies more than so many rows' heights below the last is another table's. */
    private static final double FAR = 3.2;

    /** Edges that differ by less than this share of the print's size are one edge. */
    private static final double ALIKE = 0.4;

    /** Rows that lie this many times the usual pitch apart belong to two tables. */
    private static final double PITCHES = 1.7;

    /** A table as found: its rows, and the words that it takes. */
    record Found(Piece.Table table, List<Word> words) {}

    private TableFinder() {}

    /** The page's tables from the top down. */
    static List<Found> find(PageWords page) {
        List<Found> found = new ArrayList<>();
        for (List<Row> run : runs(rows(page))) {
            Found table = table(run, page.width());
            if (table != null) {
                found.add(table);
            }
        }
        return found;
    }

    /** Words of one height on the page, parted by gaps. */
    private record Row(int top, int bottom, List<Cell> cells) {
        int height() {
            return bottom - top;
        }
    }

    private record Cell(int left, int right, double middle, double size, List<Word> words) {
        int width() {
            return right - left;
        }
    }

    /** Cells that stand on one line. The lines of two columns of text seldom do, and none is torn apart. */
    private static List<Row> rows(PageWords page) {
        List<Cell> cells = new ArrayList<>();
        page.lines().forEach(line -> cells.addAll(cells(line)));
        cells.sort(Comparator.comparingDouble(Cell::middle));
        List<Row> rows = new ArrayList<>();
        List<Cell> open = new ArrayList<>();
        for (Cell cell : cells) {
            if (!open.isEmpty() && cell.middle - open.get(0).middle > ONE_LINE * open.get(0).size) {
                rows.add(row(open));
                open = new ArrayList<>();
            }
            open.add(cell);
        }
        if (!open.isEmpty()) {
            rows.add(row(open));
        }
        return rows;
    }

    /** Parts of a line with clear gaps between them. */
    private static List<Cell> cells(List<Word> line) {
        List<Word> words = new ArrayList<>(line);
        words.sort(Comparator.comparingInt(Word::x));
        double[] sizes = words.stream().mapToDouble(Word::size).sorted().toArray();
        double gap = GAP * sizes[sizes.length / 2];
        List<Cell> cells = new ArrayList<>();
        List<Word> open = new ArrayList<>();
        int right = 0;
        for (Word word : words) {
            if (!open.isEmpty() && word.x() - right > gap) {
                cells.add(cell(open));
                open = new ArrayList<>();
            }
            open.add(word);
            right = Math.max(right, word.right());
        }
        cells.add(cell(open));
        return cells;
    }

    private static Row row(List<Cell> cells) {
        List<Cell> sorted = new ArrayList<>(cells);
        sorted.sort(Comparator.comparingInt(Cell::left));
        List<Word> words = sorted.stream().flatMap(cell -> cell.words.stream()).toList();
        return new Row(
                words.stream().mapToInt(Word::y).min().orElse(0),
                words.stream().mapToInt(Word::bottom).max().orElse(0),
                sorted);
    }

    private static Cell cell(List<Word> words) {
        double[] middles = words.stream()
                .mapToDouble(word -> word.y() + word.height() / 2.0)
                .sorted()
                .toArray();
        double[] sizes = words.stream().mapToDouble(Word::size).sorted().toArray();
        return new Cell(
                words.get(0).x(),
                words.stream().mapToInt(Word::right).max().orElse(0),
                middles[middles.length / 2],
                sizes[sizes.length / 2],
                List.copyOf(words));
    }

    /** Rows that follow each other with two cells or more, none of them far below the one before. */
    private static List<List<Row>> runs(List<Row> rows) {
        List<List<Row>> runs = new ArrayList<>();
        List<Row> run = new ArrayList<>();
        for (Row row : rows) {
            Row last = run.isEmpty() ? row : run.get(run.size() - 1);
            boolean follows = row.top - last.bottom < FAR * Math.max(row.height(), last.height());
            if (row.cells.size() >= 2 && follows) {
                run.add(row);
                continue;
            }
            runs.add(run);
            run = new ArrayList<>(row.cells.size() >= 2 ? List.of(row) : List.of());
        }
        runs.add(run);
        return runs.stream()
                .flatMap(r -> parted(r).stream())
                .filter(r -> r.size() >= FEWEST_ROWS)
                .toList();
    }

    /** A table has one pitch; where rows are much further apart than usual, another one begins. */
    private static List<List<Row>> parted(List<Row> run) {
        if (run.size() < 2) {
            return List.of(run);
        }
        int[] pitches = new int[run.size() - 1];
        for (int i = 0; i < pitches.length; i++) {
            pitches[i] = run.get(i + 1).bottom - run.get(i).bottom;
        }
        int[] sorted = pitches.clone();
        Arrays.sort(sorted);
        double most = PITCHES * sorted[sorted.length / 2];
        List<List<Row>> parts = new ArrayList<>();
        int from = 0;
        for (int i = 0; i < pitches.length; i++) {
            if (pitches[i] > most) {
                parts.add(run.subList(from, i + 1));
                from = i + 1;
            }
        }
        parts.add(run.subList(from, run.size()));
        return parts;
    }

    private static @Nullable Found table(List<Row> rows, int pageWidth) {
        List<Column> columns = columns(rows);
        if (columns.size() < 2 || isProse(columns)) {
            return null;
        }
        joinHeads(columns, rows.get(0));
        if (columns.size() < 2 || filled(rows, columns) < (rows.size() > FEWEST_ROWS ? FILLED : FILLED_OF_FEW)) {
            return null;
        }
        List<List<String>> table = new ArrayList<>();
        List<Word> words = new ArrayList<>();
        for (Row row : rows) {
            List<String> texts = new ArrayList<>();
            for (Column column : columns) {
                StringBuilder text = new StringBuilder();
                for (Cell cell : row.cells) {
                    if (column.cells.contains(cell)) {
                        text.append(text.isEmpty() ? "" : " ").append(PageWords.join(cell.words));
                        words.addAll(cell.words);
                    }
                }
                texts.add(text.toString());
            }
            table.add(texts);
        }
        return new Found(new Piece.Table(table, measured(columns, rows.get(0), pageWidth)), words);
    }

    /** How wide the columns are, and on which side their cells are aligned; the heads are not asked. */
    private static List<Piece.Column> measured(List<Column> columns, Row heads, int pageWidth) {
        List<Piece.Column> measured = new ArrayList<>();
        double left = columns.get(0).left;
        for (int i = 0; i < columns.size(); i++) {
            Column column = columns.get(i);
            double right = i + 1 < columns.size() ? (column.right + columns.get(i + 1).left) / 2.0 : column.right;
            List<Cell> below = column.cells.stream()
                    .filter(cell -> !heads.cells.contains(cell))
                    .toList();
            int more = spread(below, Cell::left) - spread(below, Cell::right);
            // Figures of as many digits begin and end below each other: those are aligned at their ends.
            double alike = ALIKE * below.stream().mapToDouble(Cell::size).max().orElse(0);
            boolean toTheRight = Math.abs(more) < alike ? areFigures(below) : more > 0;
            measured.add(new Piece.Column(Math.max(0, right - left) / pageWidth, toTheRight));
            left = right;
        }
        return measured;
    }

    private static boolean areFigures(List<Cell> cells) {
        long figures = cells.stream()
                .filter(cell -> cell.words.get(cell.words.size() - 1).text().matches(".*\\d"))
                .count();
        return 2 * figures > cells.size();
    }

    /** Of the middle half, so that a few words among figures do not decide. */
    private static int spread(List<Cell> cells, ToIntFunction<Cell> edge) {
        int[] edges = cells.stream().mapToInt(edge).sorted().toArray();
        return edges.length == 0 ? 0 : edges[edges.length * 3 / 4] - edges[edges.length / 4];
    }

    /** Share of a table's cells that have something in them. */
    private static double filled(List<Row> rows, List<Column> columns) {
        long filled = 0;
        for (Row row : rows) {
            filled += columns.stream()
                    .filter(column -> row.cells.stream().anyMatch(column.cells::contains))
                    .count();
        }
        return (double) filled / (rows.size() * (long) columns.size());
    }

    /** Cells that stand above each other. */
    private static final class Column {
        private int left;
        private int right;
        private final List<Cell> cells = new ArrayList<>();

        private Column(int left, int right) {
            this.left = left;
            this.right = right;
        }

        private int overlap(Cell cell) {
            return Math.min(right, cell.right) - Math.max(left, cell.left);
        }
    }

    /**
     * Cells that overlap stand in one column. A heading that spans several is set aside first: what is wider than two cells
     * below it that do not overlap each other would join them.
     */
    private static List<Column> columns(List<Row> rows) {
        List<Cell> all = rows.stream().flatMap(row -> row.cells.stream()).toList();
        List<Cell> narrow = all.stream()
                .filter(cell -> rows.stream()
                        .noneMatch(row -> row.cells.stream()
                                        .filter(other ->
                                                Math.min(other.right, cell.right) > Math.max(other.left, cell.left))
                                        .count()
                                > 1))
                .sorted(Comparator.comparingInt(Cell::left))
                .toList();
        List<Column> columns = new ArrayList<>();
        for (Cell cell : narrow) {
            Column last = columns.isEmpty() ? null : columns.get(columns.size() - 1);
            if (last == null || cell.left > last.right) {
                columns.add(new Column(cell.left, cell.right));
            } else {
                last.right = Math.max(last.right, cell.right);
            }
        }
        for (Cell cell : all) {
            columns.stream()
                    .max(Comparator.comparingInt(column -> column.overlap(cell)))
                    .ifPresent(column -> column.cells.add(cell));
        }
        return columns;
    }

    /** Whether two columns or more are running text. */
    private static boolean isProse(List<Column> columns) {
        int prose = 0;
        for (Column column : columns) {
            long full = column.cells.stream()
                    .filter(cell -> cell.words.size() > 2 && cell.width() > REACHES * (column.right - column.left))
                    .count();
            prose += column.cells.size() > 2 && full > PROSE * column.cells.size() ? 1 : 0;
        }
        return prose >= 2 || prose == columns.size();
    }

    /**
     * A head that stands to the left of its right-aligned figures looks like a column by itself; the column beside it that has
     * no head is its own.
     */
    private static void joinHeads(List<Column> columns, Row heads) {
        for (int i = 0; i < columns.size(); i++) {
            Column head = columns.get(i);
            boolean onlyHead = head.cells.size() == 1 && heads.cells.contains(head.cells.get(0));
            if (!onlyHead) {
                continue;
            }
            for (int k : new int[] {i + 1, i - 1}) {
                if (k >= 0
                        && k < columns.size()
                        && columns.get(k).cells.stream().noneMatch(heads.cells::contains)) {
                    Column column = columns.get(k);
                    column.left = Math.min(column.left, head.left);
                    column.right = Math.max(column.right, head.right);
                    column.cells.addAll(head.cells);
                    columns.remove(i--);
                    break;
                }
            }
        }
    }
}
