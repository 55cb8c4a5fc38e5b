package inky.courier.core.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.document.Description;
import inky.courier.core.document.DocumentPage;
import inky.courier.core.document.WordWriter;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.truth.LayoutPages;
import inky.courier.core.truth.LayoutPages.Laid;
import inky.courier.core.truth.TruthPages;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is read from a page, by Debian's Tesseract, put down as a person would; against pages of known text. */
@Tag("long")
class LayoutTest {
    private static final int PAGES = TruthPages.some(4);
    private static final DocumentPage A4 = new DocumentPage.Fax(1654, 2339, 200, MediaSizes.A4, new byte[0]);

    @Test
    void columnsAreReadOneAfterTheOtherAndAreNoTable() throws IOException {
        for (Laid page : pages(LayoutPages::columns)) {
            List<Piece> pieces = read(page);
            assertTrue(pieces.stream().noneMatch(Piece.Table.class::isInstance), pieces::toString);
            assertEquals(Piece.Role.HEADING, ((Piece.Paragraph) pieces.get(0)).role());
            assertInOrder(page.texts(), pieces);
        }
    }

    @Test
    void itemsKeepTheirBulletsAndTheirSecondLines() throws IOException {
        for (Laid page : pages(LayoutPages::bullets)) {
            List<Piece> pieces = read(page);
            assertEquals(
                    page.texts().size() - 1,
                    pieces.stream().filter(p -> role(p) == Piece.Role.BULLET).count(),
                    pieces::toString);
            assertInOrder(page.texts(), pieces);
        }
    }

    @Test
    void anAddressKeepsItsLines() throws IOException {
        for (Laid page : pages(LayoutPages::letter)) {
            assertInOrder(page.texts(), read(page));
        }
    }

    @Test
    void figuresStandUnderTheirHeadsAlsoBesideAnEmptyColumn() throws IOException {
        List<String> wrong = new ArrayList<>();
        int cells = 0;
        for (Laid page : pages(LayoutPages::prices)) {
            List<Piece> pieces = read(page);
            List<List<String>> rows = pieces.stream()
                    .filter(Piece.Table.class::isInstance)
                    .map(piece -> ((Piece.Table) piece).rows())
                    .findFirst()
                    .orElseThrow(() -> new AssertionError(pieces.toString()));
            assertEquals(page.table().size(), rows.size(), rows::toString);
            assertEquals(page.table().get(0), rows.get(0));
            assertTrue(columns(pieces).get(columns(pieces).size() - 1).toTheRight(), "figures end below each other");
            for (int r = 0; r < rows.size(); r++) {
                for (int c = 0; c < page.table().get(r).size(); c++) {
                    cells++;
                    assertEquals(
                            page.table().get(r).get(c).isEmpty(),
                            rows.get(r).get(c).isEmpty(),
                            rows::toString);
                    if (!rows.get(r).get(c).equals(page.table().get(r).get(c))) {
                        wrong.add(page.table().get(r).get(c) + " as "
                                + rows.get(r).get(c));
                    }
                }
            }
        }
        // Single figures in a row by themselves are misread now and then, in the right cell.
        assertTrue(wrong.size() <= cells / 15, wrong + " of " + cells + " cells");
    }

    // ECMA-376 by Apache POI's reader
    @Test
    void aWordFileHasRealHeadingsListsAndBreaks(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("page.docx");
        List<Laid> pages = List.of(LayoutPages.letter(1), LayoutPages.bullets(1));
        try (WordWriter writer = new WordWriter(file)) {
            for (Laid page : pages) {
                writer.add(A4, words(page));
            }
            writer.finish(new Description("Letter", "Maud Ellery", Instant.EPOCH, ZoneOffset.UTC));
        }
        try (XWPFDocument word = new XWPFDocument(Files.newInputStream(file))) {
            XWPFParagraph heading = word.getParagraphs().get(0);
            assertEquals(
                    "heading 1", word.getStyles().getStyle(heading.getStyle()).getName());
            assertTrue(word.getParagraphs().stream().anyMatch(p -> p.getText().contains("Fennick\nTide Office")));
            assertEquals(
                    6,
                    word.getParagraphs().stream()
                            .filter(p -> "bullet".equals(p.getNumFmt()))
                            .count());
        }
    }

    /** As OCR gives it: words from right to left. Arabic for "one" to "nine", a word of so many signs each. */
    @Test
    void linesThatAreReadFromTheRightAreJoinedAndMarkedSo(@TempDir Path folder) throws IOException {
        List<Word> words = new ArrayList<>();
        for (int line = 0; line < 4; line++) {
            for (int i = 0; i < (line < 3 ? 9 : 4); i++) {
                words.add(new Word(
                        "\u0648\u0627\u062d\u062f", 1400 - i * 140, 200 + line * 40, 120, 26, 95, 1, 1, line + 1, 3));
            }
        }
        PageWords page = new PageWords(1654, 2339, words);
        List<Piece> pieces = Layout.of(page);
        assertEquals(1, pieces.size(), pieces::toString);
        assertEquals(1, ((Piece.Paragraph) pieces.get(0)).lines().size(), pieces::toString);
        Path file = folder.resolve("page.docx");
        try (WordWriter writer = new WordWriter(file)) {
            writer.add(A4, page);
            writer.finish(new Description("", "", Instant.EPOCH, ZoneOffset.UTC));
        }
        try (XWPFDocument word = new XWPFDocument(Files.newInputStream(file))) {
            assertTrue(word.getParagraphs().get(0).getCTP().getPPr().isSetBidi());
        }
    }

    /** "on deck / 2. Both engines": the end of a sentence; the page's number between the columns; writing beside a label. */
    @Test
    void whatLooksLikeAnItemAPageNumberOrAHeadingIsLookedAtInItsPlace() {
        List<Word> words = new ArrayList<>();
        line(words, 1, 1, 200, 200, 26, 95, "Pets", "use", "the", "lounge", "on", "the", "upper", "deck");
        line(words, 1, 2, 200, 240, 26, 95, "2.", "Both", "engines", "ran", "for", "many", "hours", "without");
        line(words, 1, 3, 200, 280, 26, 95, "a", "fault", "as", "the", "master", "of", "the", "boat");
        line(words, 2, 1, 800, 2200, 26, 95, "137");
        line(words, 3, 1, 900, 200, 26, 95, "says", "in", "a", "letter", "to", "the", "harbour", "office.");
        line(words, 4, 1, 200, 900, 48, 95, "Applicant");
        line(words, 4, 1, 600, 900, 48, 30, "Mn", "Uy");
        List<Piece> pieces = Layout.of(new PageWords(1654, 2339, words));
        assertTrue(pieces.stream().allMatch(piece -> role(piece) == Piece.Role.TEXT), pieces::toString);
        assertEquals("137", ((Piece.Paragraph) pieces.get(pieces.size() - 1)).text());
    }

    private static void line(
            List<Word> words, int block, int line, int x, int y, int height, double confidence, String... texts) {
        for (int i = 0; i < texts.length; i++) {
            words.add(new Word(texts[i], x + i * 85, y, 75, height, confidence, block, 1, line, 3));
        }
    }

    private static List<Laid> pages(LongFunction<Laid> draw) {
        List<Laid> pages = new ArrayList<>();
        for (long seed = 100; seed < 100 + PAGES; seed++) {
            pages.add(draw.apply(seed));
        }
        return pages;
    }

    private static PageWords words(Laid page) throws IOException {
        return new Tesseract().read(page.raster(), List.of("eng"));
    }

    private static List<Piece> read(Laid page) throws IOException {
        return Layout.of(words(page));
    }

    private static List<Piece.Column> columns(List<Piece> pieces) {
        return pieces.stream()
                .filter(Piece.Table.class::isInstance)
                .map(piece -> ((Piece.Table) piece).columns())
                .findFirst()
                .orElseThrow();
    }

    private static Piece.Role role(Piece piece) {
        return piece instanceof Piece.Paragraph paragraph ? paragraph.role() : null;
    }

    /** Each text as one line, in order; a letter in a hundred may be misread. */
    private static void assertInOrder(List<String> wanted, List<Piece> pieces) {
        List<String> found = new ArrayList<>();
        for (Piece piece : pieces) {
            if (piece instanceof Piece.Paragraph paragraph) {
                found.addAll(paragraph.lines());
            }
        }
        assertEquals(
                wanted.size(), found.size(), () -> String.join("\n", found) + "\nwanted\n" + String.join("\n", wanted));
        for (int i = 0; i < wanted.size(); i++) {
            String right = wanted.get(i);
            String read = found.get(i);
            int most = Math.max(1, right.length() / 50);
            assertTrue(distance(right, read) <= most, () -> right + "\nread as\n" + read);
        }
    }

    /** V. Levenshtein's distance. */
    private static int distance(String a, String b) {
        int[] before = new int[b.length() + 1];
        for (int k = 0; k <= b.length(); k++) {
            before[k] = k;
        }
        for (int i = 1; i <= a.length(); i++) {
            int[] here = new int[b.length() + 1];
            here[0] = i;
            for (int k = 1; k <= b.length(); k++) {
                int change = before[k - 1] + (a.charAt(i - 1) == b.charAt(k - 1) ? 0 : 1);
                here[k] = Math.min(change, Math.min(before[k], here[k - 1]) + 1);
            }
            before = here;
        }
        return before[b.length()];
    }
}
