package inky.courier.core.workshop;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.document.Description;
import inky.courier.core.job.Zone;
import inky.courier.core.media.Resolution;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.reading.TextReader;
import inky.courier.core.tidy.Resample;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The text of a part of the page: where it stands, of which page, and what is kept of it. */
class ZoneTest {
    private static final int DPI = 200;

    /** Where the forms have their number, and room around it for a page that lies a little askew. */
    private static final Zone NUMBER = new Zone("bill", 1, 128, 38, 64, 14, Zone.Reads.NUMBER);

    @TempDir
    Path folder;

    /** An A4 form with a number 130 mm from the left and 48 mm from the top, and much else. */
    private static PageRaster form(String number) {
        int width = mm(210);
        int height = mm(297);
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, width, height);
        g.setColor(Color.BLACK);
        g.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, mm(4.2)));
        g.drawString("Lantern Bay Ferries", mm(20), mm(30));
        g.drawString("No. " + number, mm(130), mm(48));
        g.setFont(new Font(Font.SERIF, Font.PLAIN, mm(3.9)));
        for (int line = 0; line < 22; line++) {
            g.drawString(
                    "Rope, paint and lamp oil for the ferry at berth " + line + ", delivered in order.",
                    mm(20),
                    mm(80 + 7 * line));
        }
        g.dispose();
        byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        return new PageRaster(width, height, 1, new Resolution(DPI), samples);
    }

    private static int mm(double mm) {
        return (int) Math.round(mm / 25.4 * DPI);
    }

    private Workshop.Result made(List<PageRaster> pages, Grouping grouping, List<Zone> zones, TextReader reader)
            throws IOException {
        ScanProfile profile = new ScanProfile(
                ColourMode.GREY,
                new Resolution(DPI),
                Sides.ONE,
                ScanInput.FEEDER,
                Tone.USUAL,
                Tidy.NONE.with(tidy -> tidy.straighten = true),
                grouping,
                FileSettings.PDF);
        return new Workshop(profile, reader, 2, new NameNeeds(false, zones))
                .make(
                        pages.stream().map(Source::of).toList(),
                        folder,
                        new Description("t", "a", Instant.EPOCH, ZoneOffset.UTC));
    }

    /** As much is read right as of the form that lies straight, by the same program. */
    @Test
    void aNumberIsReadAlsoWhereThePageLiesAskew() throws IOException {
        SplittableRandom random = new SplittableRandom(20261128);
        List<String> numbers = new ArrayList<>();
        List<PageRaster> pages = new ArrayList<>();
        int straight = 0;
        for (int i = 0; i < 8; i++) {
            String number = random.nextInt(1000, 9999) + "-" + random.nextInt(100, 999);
            numbers.add(number);
            PageRaster form = form(number);
            PageRaster part = Resample.part(form, mm(128), mm(38), mm(64), mm(14));
            straight +=
                    NUMBER.kept(new Tesseract().readPart(part, List.of("eng"))).equals(number) ? 1 : 0;
            pages.add(Resample.turned(form, random.nextDouble(-2, 2), 255));
        }
        List<MadeFile> files = made(pages, new Grouping(1, false, false, false), List.of(NUMBER), new Tesseract())
                .files();
        long right = IntStream.range(0, numbers.size())
                .filter(i -> numbers.get(i).equals(files.get(i).zones().get("bill")))
                .count();
        assertTrue(right >= straight && right >= 7, right + " of 8, straight " + straight);
    }

    /** A reader that tells how many rows of a part are dark: each page is as dark as its number says. */
    private static final TextReader DARK_ROWS = new TextReader() {
        @Override
        public PageWords read(PageRaster page, List<String> languages) {
            throw new AssertionError("the whole page is not read");
        }

        @Override
        public String readPart(PageRaster part, List<String> languages) {
            long dark = IntStream.range(0, part.height())
                    .filter(y -> part.samples()[y * part.width()] == 0)
                    .count();
            return dark + " x " + part.width();
        }

        @Override
        public List<String> languages() {
            return List.of();
        }
    };

    private static PageRaster dark(int rows) {
        byte[] samples = new byte[800 * 800];
        java.util.Arrays.fill(samples, rows * 800, samples.length, (byte) -1);
        return new PageRaster(800, 800, 1, new Resolution(DPI), samples);
    }

    @Test
    void aZoneIsReadOnItsPageOfEachFile() throws IOException {
        List<PageRaster> pages =
                IntStream.rangeClosed(1, 7).mapToObj(ZoneTest::dark).toList();
        Zone second = new Zone("second", 2, 0, 0, 50, 50, Zone.Reads.NUMBER);
        Zone third = new Zone("third", 3, 0, 0, 50, 50, Zone.Reads.NUMBER);
        List<Map<String, String>> read =
                made(pages, new Grouping(3, false, false, false), List.of(second, third), DARK_ROWS).files().stream()
                        .map(MadeFile::zones)
                        .toList();
        assertEquals(List.of(Map.of("second", "2", "third", "3"), Map.of("second", "5", "third", "6"), Map.of()), read);
    }

    @Test
    void aZoneEndsWithThePageAndOneBesideItSaysNothing() throws IOException {
        Zone over = new Zone("over", 1, 50.8, 0, 400, 20, Zone.Reads.TEXT);
        Zone beside = new Zone("beside", 1, 500, 0, 40, 20, Zone.Reads.TEXT);
        Workshop.Result made = made(List.of(dark(3)), Grouping.ONE_FILE, List.of(over, beside), DARK_ROWS);
        // 50.8 mm are 400 pixels at 200 dpi
        assertEquals(Map.of("over", "3 x 400"), made.files().get(0).zones());
        NameValues.Contents contents = made.contents(0, Locale.ROOT);
        NameTemplate name = ((TemplateParser.Valid)
                        TemplateParser.parse("{zone.over} {zone.beside, else \"-\"}", TemplateParser.Use.FILE_NAME))
                .template();
        NameValues scan = new NameValues(
                Instant.EPOCH.atZone(ZoneOffset.UTC),
                new NameValues.Person("", "", ""),
                new NameValues.Device("", ""),
                new NameValues.Job("", ""),
                contents,
                NameValues.Numbers.fixed(1, 1));
        assertEquals("3 x 400 -", name.fill(scan));
        assertEquals(new NameNeeds(false, List.of(over, beside)), NameNeeds.of(List.of(name), List.of(over, beside)));
    }

    @ParameterizedTest
    @CsvSource({
        "'  Invoice No. 4711-88 of 3 May ', 4711-88",
        "'No. 12 345,60 EUR', '12 345,60'",
        "'none', ''",
        "'a7b', 7",
        "'2026-11-28.', 2026-11-28"
    })
    void ofATextTheFirstNumberIsKept(String text, String number) {
        assertEquals(number, NUMBER.kept(text));
    }

    @ParameterizedTest
    @CsvSource({"' | ', ''", "'| Tide table _', Tide table", "'Harbour\n & Sons.', Harbour Sons.", "'A/7-b', A/7-b"})
    void framesAndDustAreNoText(String text, String kept) {
        Zone zone = new Zone("title", 1, 0, 0, 10, 10, Zone.Reads.TEXT);
        assertEquals(kept, zone.kept(text.replace("\\n", "\n")));
    }

    @Test
    void whatLiesOnNoPageIsRefused() {
        List<Zone> wrong = List.of(
                new Zone("Bill", 1, 0, 0, 10, 10, null),
                new Zone("a", 0, 0, 0, 10, 10, null),
                new Zone("b", 21, 0, 0, 10, 10, null),
                new Zone("c", 1, -1, 0, 10, 10, null),
                new Zone("d", 1, 0, 0, 1, 10, null),
                new Zone("e", 1, 0, 0, Double.NaN, 10, null));
        assertEquals(6, Zone.problems(wrong).size());
        assertEquals("job.zones", Zone.problems(List.of(NUMBER, NUMBER)).get(0).code());
        assertEquals(List.of(), Zone.problems(List.of(NUMBER)));
    }
}
