package inky.courier.core.reading;

import inky.courier.core.text.Direction;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What stands on a page as a person would write it down again: headings, paragraphs, items of lists, lines that were broken on
 * purpose, tables. Blocks and their order are the OCR's own; a table stands where its first word is read.
 */
public final class Layout {
    /** Print so much higher than the page's usual print is a heading, and so much broader in its strokes is bold. */
    private static final double HIGHER = 1.22;

    private static final double BROADER = 1.3;

    /** A line so much further down than usual begins another paragraph. */
    private static final double FURTHER = 1.35;

    /** Print of another size, from one paragraph to the next and within one that the OCR sees as one. */
    private static final double OTHER = 1.2;

    private static final double OTHER_WITHIN = 1.4;

    /** What OCR makes of scribbles has less confidence than this, of 100. */
    private static final double LEGIBLE = 55;

    /** One word in so many of a heading may be that. */
    private static final int MOST_SCRIBBLES = 4;

    /** A heading has no more lines and words than this; print so much higher than the usual is one of the first level. */
    private static final int MOST_HEADING_LINES = 3;

    private static final int MOST_HEADING_WORDS = 20;
    private static final double FIRST_LEVEL = 1.65;

    /** Only in so few lines is one with room at its end taken as a sign that all of them were broken on purpose. */
    private static final int MOST_SHORT_LINES = 8;

    /** What OCR makes of a bullet. */
    private static final String BULLETS =
            "\u2022\u2023\u25aa\u25a0\u25cf\u00b7*\u00ab\u00bb>-\u2013\u2014\u00b0\u00a9\u00ae\u00a2\u00a5eoc";

    /** Of those, what is never a word by itself. */
    private static final String CERTAIN_BULLETS = "\u2022\u2023\u25aa\u25a0\u25cf\u00b7*";

    /** What it was printed as. */
    private static final String BULLET = "\u2022";

    private static final Pattern NUMBER = Pattern.compile("\\(?(\\d{1,3}|[a-z]|[ivx]{1,4})[.)]");

    private static final Pattern STROKES = Pattern.compile("^[|\u00a6_\\[\\]]+$|^[|\u00a6]+|[|\u00a6]+$");

    private static final Pattern STROKES_AND_BRACKETS =
            Pattern.compile("^[|\u00a6_\\[\\]{}]+$|^[|\u00a6\\[\\]{}]+|[|\u00a6\\[\\]{}]+$");

    private static final Pattern SPECK = Pattern.compile("[.,:;'`~\u2018\u2019]+");

    private static final Pattern FIRST_NUMBER = Pattern.compile("\\(?[1ai][.)]");

    /** The foot of a page: a number that stands by itself so far down is the page's. */
    private static final double FOOT = 0.88;

    private static final Pattern PAGE_NUMBER = Pattern.compile("[-\u2013]?\\d{1,4}[-\u2013]?");

    private final PageWords page;
    private final double usualHeight;
    private final double usualStem;
    private final double usualPitch;
    private final Set<Integer> bullets;
    private final Set<Word> numbered;

    private Layout(PageWords all) {
        PageWords words = withoutRules(all);
        this.page = Direction.isRightToLeft(words.text()) ? words.mirrored() : words;
        List<List<Word>> lines = page.lines();
        this.usualHeight = usual(lines.stream()
                .flatMap(line -> line.stream().map(word -> height(line)))
                .toList());
        this.usualStem =
                usual(page.words().stream().map(Layout::stem).filter(s -> s > 0).toList());
        this.usualPitch = usual(pitches(lines));
        this.bullets = bulletPlaces();
        this.numbered = numberedLines(lines);
    }

    /** The page's pieces in reading order. */
    public static List<Piece> of(PageWords page) {
        return new Layout(page).pieces();
    }

    /** From line to line within paragraphs. */
    private static List<Double> pitches(List<List<Word>> lines) {
        List<Double> pitches = new ArrayList<>();
        for (int i = 1; i < lines.size(); i++) {
            if (lines.get(i).get(0).sameParagraph(lines.get(i - 1).get(0))) {
                pitches.add(baseline(lines.get(i)) - baseline(lines.get(i - 1)));
            }
        }
        return pitches;
    }

    /** OCR reads the rules of tables as strokes, by themselves or with the word beside them, and specks as points. */
    private static PageWords withoutRules(PageWords page) {
        List<Word> words = new ArrayList<>();
        for (List<Word> line : page.lines()) {
            String text = PageWords.join(line);
            boolean brackets = balanced(text, '[', ']') && balanced(text, '{', '}');
            Pattern strokes = brackets ? STROKES : STROKES_AND_BRACKETS;
            int top = (int) usual(line.stream().map(word -> (double) word.y()).toList());
            int bottom = (int)
                    usual(line.stream().map(word -> (double) word.bottom()).toList());
            for (Word word : line) {
                String clean = strokes.matcher(word.text()).replaceAll("");
                boolean speck =
                        word.confidence() < LEGIBLE && SPECK.matcher(clean).matches();
                if (!clean.isEmpty() && !speck) {
                    words.add(clean.equals(word.text()) ? word : word.of(clean, top, bottom));
                }
            }
        }
        return new PageWords(page.width(), page.height(), words);
    }

    private static boolean balanced(String text, char opens, char closes) {
        return text.chars().filter(c -> c == opens).count()
                == text.chars().filter(c -> c == closes).count();
    }

    /** The value that most print has; 1 for none. */
    private static double usual(List<Double> values) {
        double[] sorted = values.stream().mapToDouble(v -> v).sorted().toArray();
        return sorted.length == 0 ? 1 : sorted[sorted.length / 2];
    }

    /** Breadth of strokes beside the height, so that a heading is not bold for being large. */
    private static double stem(Word word) {
        return word.stem() / Math.max(1, word.size());
    }

    /** The size of a line's print: what its words would be high if each had letters that rise and letters that hang. */
    private static double height(List<Word> line) {
        double[] heights = line.stream().mapToDouble(Word::size).sorted().toArray();
        return heights[heights.length / 2];
    }

    private List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        List<TableFinder.Found> tables = TableFinder.find(page);
        Set<Word> taken = new HashSet<>();
        tables.forEach(table -> taken.addAll(table.words()));
        Set<TableFinder.Found> written = new HashSet<>();
        for (Block block : blocks()) {
            List<List<Word>> free = new ArrayList<>();
            for (List<Word> line : block.lines) {
                List<Word> rest =
                        line.stream().filter(word -> !taken.contains(word)).toList();
                if (rest.size() < line.size()) {
                    flush(free, block, pieces);
                    for (TableFinder.Found table : tables) {
                        if (line.stream().anyMatch(table.words()::contains) && written.add(table)) {
                            pieces.add(table.table());
                        }
                    }
                }
                if (!rest.isEmpty()) {
                    free.add(rest);
                }
            }
            flush(free, block, pieces);
        }
        return pieces;
    }

    /** Lines of a block of print, and how far it reaches to the right. */
    private record Block(List<List<Word>> lines, int right) {}

    private List<Block> blocks() {
        List<Block> blocks = new ArrayList<>();
        int number = -1;
        List<List<Word>> open = new ArrayList<>();
        for (List<Word> line : linesWithNumberLast()) {
            if (line.get(0).block() != number && !open.isEmpty() && !continues(open.get(open.size() - 1), line)) {
                blocks.add(block(open));
                open = new ArrayList<>();
            }
            number = line.get(0).block();
            open.add(line);
        }
        if (!open.isEmpty()) {
            blocks.add(block(open));
        }
        return blocks;
    }

    /** The page's number is read last, wherever the OCR's order has it: between two columns it would part a sentence. */
    private List<List<Word>> linesWithNumberLast() {
        List<List<Word>> lines = new ArrayList<>(page.lines());
        List<List<Word>> numbers = lines.stream()
                .filter(line -> line.size() == 1
                        && line.get(0).y() > FOOT * page.height()
                        && PAGE_NUMBER.matcher(line.get(0).text()).matches()
                        && lines.stream().noneMatch(other -> other != line && beside(other, line)))
                .toList();
        lines.removeAll(numbers);
        lines.addAll(numbers);
        return lines;
    }

    private static boolean beside(List<Word> line, List<Word> other) {
        return Math.abs(baseline(line) - baseline(other)) < height(other);
    }

    /** Whether a line goes on where another ends although the OCR sees two blocks: at the same place, one pitch further down. */
    private boolean continues(List<Word> line, List<Word> next) {
        double pitch = baseline(next) - baseline(line);
        return Math.abs(next.get(0).x() - line.get(0).x()) < 0.4 * usualHeight
                && pitch > 0.5 * usualPitch
                && pitch < 1.12 * usualPitch
                && Math.abs(height(next) - height(line)) < 0.12 * usualHeight;
    }

    private static Block block(List<List<Word>> lines) {
        return new Block(
                List.copyOf(lines), lines.stream().mapToInt(Layout::right).max().orElse(0));
    }

    private static int right(List<Word> line) {
        return line.get(line.size() - 1).right();
    }

    /** Parts lines into paragraphs and adds them. */
    private void flush(List<List<Word>> lines, Block block, List<Piece> pieces) {
        List<List<Word>> open = new ArrayList<>();
        for (List<Word> line : lines) {
            if (!open.isEmpty() && begins(line, open)) {
                pieces.add(paragraph(open, block));
                open = new ArrayList<>();
            }
            open.add(line);
        }
        if (!open.isEmpty()) {
            pieces.add(paragraph(open, block));
        }
        lines.clear();
    }

    /** Where lines begin with what may be a bullet: twice at one place, or with a certain one. */
    private Set<Integer> bulletPlaces() {
        List<List<Word>> lines = page.lines();
        Set<Integer> places = new HashSet<>();
        for (List<Word> line : lines) {
            if (line.size() < 2 || !mayBeBullet(line)) {
                continue;
            }
            int x = line.get(0).x();
            long alike = lines.stream()
                    .filter(other -> other.size() > 1
                            && mayBeBullet(other)
                            && Math.abs(other.get(0).x() - x) < usualHeight * 0.5
                            && Math.abs(other.get(1).x() - line.get(1).x()) < usualHeight * 0.6)
                    .count();
            if (alike > 1 || CERTAIN_BULLETS.contains(line.get(0).text())) {
                places.add(x);
            }
        }
        return places;
    }

    private boolean mayBeBullet(List<Word> line) {
        Word first = line.get(0);
        boolean small = first.height() < 0.5 * height(line) || first.confidence() < 70;
        boolean mark = first.text().codePointCount(0, first.text().length()) == 1 && BULLETS.contains(first.text());
        return mark
                && (small
                        || CERTAIN_BULLETS.contains(first.text())
                        || !Character.isLetter(first.text().charAt(0)));
    }

    private boolean isBullet(List<Word> line) {
        return line.size() > 1
                && mayBeBullet(line)
                && bullets.stream().anyMatch(x -> Math.abs(x - line.get(0).x()) < usualHeight * 0.5);
    }

    private boolean isNumbered(List<Word> line) {
        return numbered.contains(line.get(0));
    }

    /**
     * Lines that begin with an item's number: another one stands at the same place, or it is the first of its kind. The end of a
     * sentence that fell to the next line ("on deck / 2.") is none.
     */
    private Set<Word> numberedLines(List<List<Word>> lines) {
        List<List<Word>> candidates = lines.stream()
                .filter(line ->
                        line.size() > 1 && NUMBER.matcher(line.get(0).text()).matches())
                .toList();
        Set<Word> numbered = new HashSet<>();
        for (List<Word> line : candidates) {
            boolean alike = candidates.stream()
                    .anyMatch(other -> other != line
                            && Math.abs(other.get(0).x() - line.get(0).x()) < usualHeight
                            && !other.get(0).text().equals(line.get(0).text()));
            if (alike || FIRST_NUMBER.matcher(line.get(0).text()).matches()) {
                numbered.add(line.get(0));
            }
        }
        return numbered;
    }

    /** Whether a line begins a new paragraph. */
    private boolean begins(List<Word> line, List<List<Word>> open) {
        List<Word> last = open.get(open.size() - 1);
        if (isBullet(line) || isNumbered(line)) {
            return true;
        }
        boolean apart = baseline(line) - baseline(last) > FURTHER * Math.max(usualPitch, height(line));
        boolean sameParagraph = line.get(0).sameParagraph(last.get(0))
                || line.get(0).block() != last.get(0).block() && continues(last, line);
        double least = sameParagraph ? OTHER_WITHIN : OTHER;
        boolean otherSize = height(line) > least * height(last) || height(last) > least * height(line);
        boolean otherWeight = isLong(line) && isLong(last) && isBold(List.of(line)) != isBold(List.of(last));
        boolean inItem = isBullet(open.get(0)) || isNumbered(open.get(0));
        if (inItem) {
            // What is no further in than the item's mark is no part of it.
            return apart || line.get(0).x() < open.get(0).get(0).x() + usualHeight * 0.4 || otherSize;
        }
        return apart || otherSize || otherWeight || !sameParagraph;
    }

    /** Whether there are enough letters to tell their weight. */
    private static boolean isLong(List<Word> line) {
        return line.stream().mapToInt(word -> word.text().length()).sum() > 12;
    }

    /** Where the letters stand that do not hang. */
    private static double baseline(List<Word> line) {
        double[] feet = line.stream().mapToDouble(Word::baseline).sorted().toArray();
        return feet[feet.length / 2];
    }

    private Piece.Paragraph paragraph(List<List<Word>> lines, Block block) {
        boolean bold = isBold(lines);
        if (isBullet(lines.get(0))) {
            return new Piece.Paragraph(Piece.Role.BULLET, 0, BULLET, bold, texts(withoutFirst(lines), block));
        }
        if (isNumbered(lines.get(0))) {
            return new Piece.Paragraph(
                    Piece.Role.NUMBERED, 0, lines.get(0).get(0).text(), bold, texts(withoutFirst(lines), block));
        }
        int level = level(lines, bold);
        return new Piece.Paragraph(
                level > 0 ? Piece.Role.HEADING : Piece.Role.TEXT, level, "", bold, texts(lines, block));
    }

    private static List<List<Word>> withoutFirst(List<List<Word>> lines) {
        List<List<Word>> rest = new ArrayList<>(lines);
        rest.set(0, lines.get(0).subList(1, lines.get(0).size()));
        return rest;
    }

    /** Of a heading, 1 for print of twice the usual height, 2 for larger print, 3 for bold; 0 for other text. */
    private int level(List<List<Word>> lines, boolean bold) {
        if (lines.size() > MOST_HEADING_LINES
                || lines.stream().mapToInt(List::size).sum() > MOST_HEADING_WORDS) {
            return 0;
        }
        // Large writing beside a label is no heading, however sure the label was read.
        List<Word> words = lines.stream().flatMap(List::stream).toList();
        long scribbles =
                words.stream().filter(word -> word.confidence() < LEGIBLE).count();
        if (scribbles * MOST_SCRIBBLES > words.size()) {
            return 0;
        }
        double size = lines.stream().mapToDouble(Layout::height).average().orElse(0) / usualHeight;
        List<Word> last = lines.get(lines.size() - 1);
        String end = last.get(last.size() - 1).text();
        boolean sentence = end.endsWith(".") || end.endsWith(",") || end.endsWith(";");
        if (size > FIRST_LEVEL) {
            return 1;
        }
        if (size > HIGHER && !sentence) {
            return 2;
        }
        return bold && lines.size() == 1 && !sentence ? 3 : 0;
    }

    private boolean isBold(List<List<Word>> lines) {
        double[] stems = lines.stream()
                .flatMap(List::stream)
                .filter(word -> word.stem() > 0 && word.text().length() > 1)
                .mapToDouble(Layout::stem)
                .sorted()
                .toArray();
        return stems.length > 0 && stems[stems.length / 2] > BROADER * usualStem;
    }

    /**
     * The lines' texts, joined where they were broken for want of room: a line that could have taken the next one's first word
     * was broken on purpose.
     */
    private List<String> texts(List<List<Word>> lines, Block block) {
        List<String> texts = new ArrayList<>();
        StringBuilder open = new StringBuilder();
        boolean onPurpose = brokenOnPurpose(lines);
        for (int i = 0; i < lines.size(); i++) {
            List<Word> line = lines.get(i);
            String text = PageWords.join(line);
            if (open.isEmpty()) {
                open.append(text);
            } else if (onPurpose || hasRoom(lines.get(i - 1), line, block.right)) {
                texts.add(open.toString());
                open = new StringBuilder(text);
            } else {
                join(open, text);
            }
        }
        texts.add(open.toString());
        return texts;
    }

    /** A few short lines of which one had room: an address, a signature; then all of them were broken on purpose. */
    private boolean brokenOnPurpose(List<List<Word>> lines) {
        if (lines.size() > MOST_SHORT_LINES) {
            return false;
        }
        int right = lines.stream().mapToInt(Layout::right).max().orElse(0);
        boolean any = false;
        for (int i = 1; i < lines.size(); i++) {
            any |= hasRoom(lines.get(i - 1), lines.get(i), right);
        }
        return any;
    }

    private boolean hasRoom(List<Word> line, List<Word> next, int reaches) {
        double space = 0.6 * height(line);
        return right(line) + space + next.get(0).width() < reaches - 0.5 * usualHeight;
    }

    /** A word that was parted at the line's end is put together again. */
    private static void join(StringBuilder open, String next) {
        int end = open.length() - 1;
        boolean parted = end > 0
                && open.charAt(end) == '-'
                && Character.isLetter(open.charAt(end - 1))
                && Character.isLowerCase(next.codePointAt(0));
        if (parted) {
            open.setLength(end);
            open.append(next);
        } else {
            open.append(' ').append(next);
        }
    }
}
