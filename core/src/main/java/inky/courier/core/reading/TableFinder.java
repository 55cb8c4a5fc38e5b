package inky.courier.core.reading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds tables from where the words stand, ruled or not: rows whose words fall into the same columns with clear gaps
 * between them, three rows or more. Columns of running text are no table.
 */
public final class TableFinder {
    private static final int FEWEST_ROWS = 3;

    /** A gap this many times a row's height parts two cells. */
    private static final double GAP = 1.1;

    /** Running text in columns has more words a cell than this. */
    private static final double MOST_WORDS = 5;

    private TableFinder() {}

    /** What stands on a page, from the top down. */
    public sealed interface Piece {
        /** A line of running text, or a paragraph of several. */
        record Paragraph(String text) implements Piece {}

        /** Rows of the same number of cells; empty cells are empty texts. */
        record Table(List<List<String>> rows) implements Piece {}
    }

    /** The page's paragraphs and tables in reading order. */
    public static List<Piece> pieces(PageWords page) {
        List<Row> rows = rows(page.words());
        List<Piece> pieces = new ArrayList<>();
        List<Word> inTables = new ArrayList<>();
        List<Placed> placed = new ArrayList<>();
        for (List<Row> run : runs(rows)) {
            Piece.Table table = table(run);
            if (table != null) {
                placed.add(new Placed(run.get(0).top, table));
                run.forEach(row -> row.cells.forEach(cell -> inTables.addAll(cell.words)));
            }
        }
        for (List<List<Word>> paragraph : page.paragraphs()) {
            List<String> lines = new ArrayList<>();
            int top = Integer.MAX_VALUE;
            for (List<Word> line : paragraph) {
                List<Word> free =
                        line.stream().filter(word -> !inTables.contains(word)).toList();
                if (!free.isEmpty()) {
                    lines.add(PageWords.join(free));
                    top = Math.min(top, free.get(0).y());
                }
            }
            if (!lines.isEmpty()) {
                placed.add(new Placed(top, new Piece.Paragraph(String.join(" ", lines))));
            }
        }
        if (!inTables.isEmpty()) {
            placed.sort(Comparator.comparingInt(Placed::top));
        }
        placed.forEach(p -> pieces.add(p.piece));
        return pieces;
    }

    private record Placed(int top, Piece piece) {}

    /** Words of one height on the page, parted by gaps. */
    private record Row(int top, int bottom, List<Cell> cells) {}

    private record Cell(int left, int right, List<Word> words) {}

    private static List<Row> rows(List<Word> words) {
        List<Word> sorted = new ArrayList<>(words);
        sorted.sort(Comparator.comparingInt(word -> word.y() + word.height() / 2));
        List<List<Word>> bands = new ArrayList<>();
        int bottom = 0;
        for (Word word : sorted) {
            int middle = word.y() + word.height() / 2;
            if (bands.isEmpty() || middle > bottom) {
                bands.add(new ArrayList<>());
                bottom = word.y() + word.height();
            }
            bands.get(bands.size() - 1).add(word);
        }
        return bands.stream().map(TableFinder::row).toList();
    }

    private static Row row(List<Word> words) {
        words.sort(Comparator.comparingInt(Word::x));
        int top = words.stream().mapToInt(Word::y).min().orElse(0);
        int bottom = words.stream().mapToInt(w -> w.y() + w.height()).max().orElse(0);
        int[] heights = words.stream().mapToInt(Word::height).sorted().toArray();
        double gap = GAP * heights[heights.length / 2];
        List<Cell> cells = new ArrayList<>();
        List<Word> open = new ArrayList<>();
        int right = 0;
        for (Word word : words) {
            if (!open.isEmpty() && word.x() - right > gap) {
                cells.add(cell(open));
                open = new ArrayList<>();
            }
            open.add(word);
            right = word.x() + word.width();
        }
        cells.add(cell(open));
        return new Row(top, bottom, cells);
    }

    private static Cell cell(List<Word> words) {
        Word last = words.get(words.size() - 1);
        return new Cell(words.get(0).x(), last.x() + last.width(), words);
    }

    /** Rows that follow each other with two cells or more, none of them far below the one before. */
    private static List<List<Row>> runs(List<Row> rows) {
        List<List<Row>> runs = new ArrayList<>();
        List<Row> run = new ArrayList<>();
        for (Row row : rows) {
            boolean follows = run.isEmpty() || row.top - run.get(run.size() - 1).bottom < 3 * (row.bottom - row.top);
            if (row.cells.size() >= 2 && follows) {
                run.add(row);
                continue;
            }
            runs.add(run);
            run = new ArrayList<>(row.cells.size() >= 2 ? List.of(row) : List.of());
        }
        runs.add(run);
        return runs.stream().filter(r -> r.size() >= FEWEST_ROWS).toList();
    }

    private static Piece.Table table(List<Row> rows) {
        List<int[]> columns = columns(rows);
        long cells = rows.stream().mapToLong(row -> row.cells.size()).sum();
        long words = rows.stream()
                .flatMap(row -> row.cells.stream())
                .mapToLong(cell -> cell.words.size())
                .sum();
        if (columns.size() < 2 || words > MOST_WORDS * cells) {
            return null;
        }
        List<List<String>> table = new ArrayList<>();
        for (Row row : rows) {
            List<String> texts = new ArrayList<>();
            for (int[] column : columns) {
                StringBuilder text = new StringBuilder();
                for (Cell cell : row.cells) {
                    int middle = (cell.left + cell.right) / 2;
                    if (middle >= column[0] && middle <= column[1]) {
                        text.append(text.isEmpty() ? "" : " ").append(PageWords.join(cell.words));
                    }
                }
                texts.add(text.toString());
            }
            table.add(texts);
        }
        return new Piece.Table(table);
    }

    /** Extents that cells of most rows share: cells that overlap belong to one column. */
    private static List<int[]> columns(List<Row> rows) {
        List<Cell> cells = rows.stream()
                .flatMap(row -> row.cells.stream())
                .sorted(Comparator.comparingInt(Cell::left))
                .toList();
        List<int[]> columns = new ArrayList<>();
        for (Cell cell : cells) {
            int[] last = columns.isEmpty() ? null : columns.get(columns.size() - 1);
            if (last == null || cell.left > last[1]) {
                columns.add(new int[] {cell.left, cell.right});
            } else {
                last[1] = Math.max(last[1], cell.right);
            }
        }
        return columns;
    }
}
