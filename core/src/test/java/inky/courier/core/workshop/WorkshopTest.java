package inky.courier.core.workshop;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.MultiFormatWriter;
import com.google.zxing.common.BitMatrix;
import inky.courier.core.document.Description;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.Kind;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.reading.NotInstalled;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.reading.TextReader;
import inky.courier.core.tidy.Resample;
import inky.courier.core.truth.GlassPages;
import inky.courier.core.truth.TruthPages;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WorkshopTest {
    private static final PageRaster PRINT = TruthPages.text(1, 75, 1).raster();
    private static final PageRaster BLANK = TruthPages.blank(0, 75).raster();

    private static final TextReader NOTHING_INSTALLED = new TextReader() {
        @Override
        public PageWords read(PageRaster page, List<String> languages) {
            throw new NotInstalled(
                    "files.searchable",
                    Message.text("No OCR is installed."),
                    Message.text("apt install tesseract-ocr."));
        }

        @Override
        public List<String> languages() {
            return List.of();
        }
    };

    @TempDir
    Path folder;

    // Common practice, no source: ten pages, every two, are five files
    @ParameterizedTest
    @CsvSource({"10, 2, 5", "10, 3, 4", "10, 0, 1", "1, 5, 1", "6, 1, 6"})
    void aNewFileEverySoManyPages(int pages, int every, int files) throws IOException {
        List<Source> stack =
                IntStream.range(0, pages).mapToObj(i -> page(PRINT)).toList();
        Workshop.Result made = make(new Grouping(every, false, false, false), Tidy.NONE, stack);
        assertEquals(files, made.files().size());
        assertEquals(pages, made.files().stream().mapToInt(MadeFile::pages).sum());
    }

    @Test
    void blankSidesEndAFileAndBelongToNone() throws IOException {
        Workshop.Result made = make(
                new Grouping(0, true, false, false),
                Tidy.NONE,
                List.of(page(PRINT), page(PRINT), page(BLANK), page(PRINT)));
        assertEquals(
                List.of(List.of(1, 2), List.of(4)),
                made.files().stream().map(MadeFile::scanned).toList());
    }

    @Test
    void aSkippedSideThatAPersonBroughtBackIsInTheFile() throws IOException {
        Source back = new Source() {
            @Override
            public PageRaster raster() {
                return BLANK;
            }

            @Override
            public boolean keep() {
                return true;
            }
        };
        Workshop.Result made = make(Grouping.ONE_FILE, Tidy.USUAL, List.of(page(PRINT), page(BLANK), back));
        assertEquals(List.of(1, 3), made.files().get(0).scanned());
        assertEquals(PageReport.Fate.SKIPPED_BLANK, made.pages().get(1).fate());
        assertTrue(made.pages().get(1).done().get(0).toString().startsWith("Blank:"));
    }

    @Test
    void separatorSheetsNameWhatFollows() throws IOException {
        Workshop.Result made = make(
                new Grouping(0, false, true, false),
                Tidy.NONE,
                List.of(
                        page(SeparatorSheet.draw("Berth 4", 150)),
                        page(PRINT),
                        page(SeparatorSheet.draw("Berth 5", 150)),
                        page(PRINT),
                        page(PRINT)));
        assertEquals(
                List.of("Berth 4", "Berth 5"),
                made.files().stream().map(MadeFile::separatorText).toList());
        assertEquals(2, made.files().get(1).pages());
    }

    /** A name that asks for a barcode has it also where the profile leaves pages as they come. */
    @Test
    void theFirstBarcodeOfAFileCanNameIt() throws Exception {
        PageRaster page = TruthPages.text(1, 150, 1).raster();
        int side = 240;
        BitMatrix code = new MultiFormatWriter().encode("WM-2041", BarcodeFormat.QR_CODE, side, side);
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                int at = ((y + 60) * page.width() + x + 60) * 3;
                Arrays.fill(page.samples(), at, at + 3, (byte) (code.get(x, y) ? 20 : 250));
            }
        }
        ScanProfile plain = new ScanProfile(ColourMode.COLOUR, new Resolution(150), Sides.ONE, FileType.PDF);
        for (boolean wanted : List.of(true, false)) {
            Workshop.Result made = new Workshop(plain, new Tesseract(), 1, new NameNeeds(wanted, List.of()))
                    .make(
                            List.of(Source.of(PRINT), Source.of(page)),
                            Files.createTempDirectory("barcode"),
                            new Description("", "", Instant.EPOCH, ZoneId.of("UTC")));
            assertEquals(wanted ? "WM-2041" : "", made.barcode(made.files().get(0)));
        }
    }

    @Test
    void splitsSetByHandCount() throws IOException {
        Source split = new Source() {
            @Override
            public PageRaster raster() {
                return PRINT;
            }

            @Override
            public boolean splitBefore() {
                return true;
            }
        };
        Workshop.Result made = make(Grouping.ONE_FILE, Tidy.NONE, List.of(page(PRINT), split, page(PRINT)));
        assertEquals(List.of(1, 2), made.files().stream().map(MadeFile::pages).toList());
    }

    /** A page that a person turned or cropped stays so, whatever the profile would do to it. */
    @Test
    void whatAPersonDidCountsForMoreThanWhatIsFound() throws IOException {
        Tidy tidy = Tidy.NONE.with(t -> {
            t.crop = true;
            t.straighten = true;
            t.upright = true;
        });
        PageRaster upright = TruthPages.text(1, 150, 1).raster();
        PageRaster sideways = Resample.quarters(upright, 90);
        PageRaster onLid = TruthPages.onLid(3, 100).raster();
        List<PageRaster> treated = treated(
                tidy, List.of(page(sideways), byHand(sideways, true, false), page(onLid), byHand(onLid, false, true)));
        assertTrue(treated.get(0).height() > treated.get(0).width(), "upright by itself");
        assertTrue(treated.get(1).width() > treated.get(1).height(), "by hand it stays");
        assertTrue(treated.get(2).width() < 0.97 * onLid.width(), "paper on a lid is found");
        assertTrue(treated.get(3).width() >= onLid.width(), "but not in a part that somebody chose");
    }

    private static Source byHand(PageRaster raster, boolean turned, boolean cropped) {
        return new Source() {
            @Override
            public PageRaster raster() {
                return raster;
            }

            @Override
            public boolean turnedByHand() {
                return turned;
            }

            @Override
            public boolean croppedByHand() {
                return cropped;
            }
        };
    }

    private List<PageRaster> treated(Tidy tidy, List<Source> pages) throws IOException {
        return new Workshop(
                        profile(Grouping.ONE_FILE, tidy, FileSettings.of(FileType.PDF)),
                        NOTHING_INSTALLED,
                        2,
                        NameNeeds.NOTHING,
                        Seen::new,
                        PageMemory.NONE)
                .make(pages, folder, description()).pages().stream()
                        .flatMap(page -> page.views().stream())
                        .map(view -> ((Seen) view).raster)
                        .toList();
    }

    /** Whatever is changed from one time to the next, nothing is remembered that would have become something else. */
    @Tag("long")
    @Test
    void pagesThatAreRememberedBecomeWhatTheyWouldHaveBecomeAnew() throws IOException {
        List<PageRaster> rasters = List.of(
                TruthPages.kind(0, 100).raster(),
                TruthPages.kind(1, 100).raster(),
                TruthPages.kind(6, 100).raster(),
                TruthPages.kind(8, 100).raster());
        List<Source> sources = new ArrayList<>();
        AtomicInteger decoded = new AtomicInteger();
        for (int i = 0; i < rasters.size(); i++) {
            String digest = "page " + i;
            PageRaster raster = rasters.get(i);
            sources.add(new Source() {
                @Override
                public PageRaster raster() {
                    decoded.incrementAndGet();
                    return raster;
                }

                @Override
                public Optional<String> digest() {
                    return Optional.of(digest);
                }
            });
        }
        Map<Object, PageMemory.Remembered> kept = new ConcurrentHashMap<>();
        PageMemory memory = new PageMemory() {
            @Override
            public Remembered find(Object key) {
                return kept.get(key);
            }

            @Override
            public void keep(Object key, Remembered what) {
                kept.put(key, what);
            }
        };
        Random random = new Random(28);
        ScanProfile profile = profile(Grouping.ONE_FILE, Tidy.NONE, FileSettings.PDF);
        for (int i = 0; i < 24; i++) {
            profile = changed(profile, random);
            List<Source> stack = new ArrayList<>(sources);
            Collections.shuffle(stack, random);
            PageReport.Viewer viewer = random.nextBoolean() ? Seen::new : null;
            Workshop.Result anew = new Workshop(
                            profile, NOTHING_INSTALLED, 2, NameNeeds.NOTHING, viewer, PageMemory.NONE)
                    .make(stack, Files.createTempDirectory(folder, "anew"), description());
            Workshop.Result remembered = new Workshop(profile, NOTHING_INSTALLED, 2, NameNeeds.NOTHING, viewer, memory)
                    .make(stack, Files.createTempDirectory(folder, "again"), description());
            assertEquals(told(anew), told(remembered), profile.toString());
        }

        ScanProfile last = profile;
        make(last, sources, memory);
        decoded.set(0);
        for (Grouping grouping : List.of(
                new Grouping(1, last.grouping().atBlank(), last.grouping().atSeparator(), false),
                new Grouping(2, last.grouping().atBlank(), last.grouping().atSeparator(), false))) {
            ScanProfile regrouped = new ScanProfile(
                    last.colour(),
                    new Resolution(300),
                    Sides.ONE,
                    last.input(),
                    last.tone(),
                    last.tidy(),
                    grouping,
                    last.files());
            make(regrouped, sources, memory);
        }
        assertEquals(0, decoded.get(), "where files begin changes nothing about pages");
    }

    private void make(ScanProfile profile, List<Source> pages, PageMemory memory) throws IOException {
        new Workshop(profile, NOTHING_INSTALLED, 2, NameNeeds.BARCODES, null, memory)
                .make(pages, Files.createTempDirectory(folder, "made"), description());
    }

    /** One setting is another. */
    private static ScanProfile changed(ScanProfile p, Random random) {
        Tidy tidy = p.tidy();
        FileSettings files = p.files();
        return switch (random.nextInt(9)) {
            case 0 -> p.withTidy(tidy.with(t -> t.straighten = !t.straighten));
            case 1 -> p.withTidy(tidy.with(t -> t.crop = !t.crop));
            case 2 -> p.withTidy(tidy.with(t -> t.upright = !t.upright));
            case 3 -> p.withTidy(tidy.with(t -> t.skipBlank = Tidy.SkipBlank.values()[random.nextInt(4)]));
            case 4 ->
                p.withTidy(tidy.with(
                        t -> t.stamp = new Tidy.Stamp(random.nextBoolean() ? "" : "{page} of {pages}", null, null, 0)));
            case 5 -> p.withColour(ColourMode.values()[random.nextInt(ColourMode.values().length)]);
            case 6 -> p.withTidy(tidy.with(t -> t.card = !t.card));
            case 7 ->
                p.withFiles(FileSettings.of(List.of(FileType.PDF, FileType.TIFF, FileType.PNG, FileType.JPEG)
                        .get(random.nextInt(4))));
            default -> p.withFiles(files.withQuality(FileSettings.Quality.values()[random.nextInt(3)]));
        };
    }

    /** Every byte; of a PDF, whose identifier is by chance, how many. */
    private static Object content(MadeFile file) throws IOException {
        byte[] bytes = Files.readAllBytes(file.path());
        return file.mediaType().equals("application/pdf") ? bytes.length : Arrays.hashCode(bytes);
    }

    /** All that can be told of it. */
    private static List<Object> told(Workshop.Result made) throws IOException {
        List<Object> told = new ArrayList<>();
        for (MadeFile file : made.files()) {
            told.add(List.of(file.kind(), file.part(), file.pages(), file.scanned(), content(file)));
        }
        for (PageReport page : made.pages()) {
            told.add(List.of(
                    page.number(),
                    page.fate(),
                    page.done().toString(),
                    page.analysis().isPresent(),
                    page.views().stream()
                            .map(view -> ((Seen) view).raster.width())
                            .toList()));
        }
        return told;
    }

    private record Seen(PageRaster raster) implements PageReport.View {
        @Override
        public long bytes() {
            return 0;
        }
    }

    @Test
    void eachKindHasAFileOfItsOwn() throws IOException {
        Workshop.Result made = make(
                new Grouping(0, false, false, true),
                Tidy.NONE,
                List.of(
                        page(TruthPages.kind(0, 100).raster()),
                        page(TruthPages.kind(1, 100).raster()),
                        page(TruthPages.kind(8, 100).raster())));
        assertEquals(
                List.of(List.of(1, 3), List.of(2)),
                made.files().stream().map(MadeFile::scanned).toList());
        assertEquals(Kind.RECEIPT, made.files().get(1).kind());
    }

    @Test
    void aCardsTwoSidesShareAPageAndItsPortraitIsAFile() throws IOException {
        Tidy card = Tidy.NONE.with(t -> {
            t.crop = true;
            t.straighten = true;
            t.card = true;
            t.portrait = true;
        });
        PageRaster front = TruthPages.kind(6, 200).raster();
        Workshop.Result made = make(Grouping.ONE_FILE, card, List.of(page(front), page(front)));
        assertEquals(
                1,
                made.files().stream()
                        .filter(f -> f.part() == MadeFile.Part.PAGES)
                        .count());
        assertEquals(
                2,
                made.files().stream()
                        .filter(f -> f.part() == MadeFile.Part.PORTRAIT)
                        .count());
        assertEquals(
                1,
                made.files().stream()
                        .filter(f -> f.part() == MadeFile.Part.PAGES)
                        .findFirst()
                        .orElseThrow()
                        .pages());
    }

    @Test
    void papersOnTheGlassArePagesOfTheirOwnInOneFileOrByKind() throws IOException {
        Tidy each = Tidy.NONE.with(t -> {
            t.straighten = true;
            t.eachPaper = true;
        });
        GlassPages.Glass glass = GlassPages.of(7, 150);
        long cards = glass.papers().stream()
                .filter(paper -> paper.kind() == Kind.CARD)
                .count();
        assertEquals(4, glass.papers().size());
        assertEquals(1, cards);
        Workshop.Result together = make(Grouping.ONE_FILE, each, List.of(page(glass.raster()), page(PRINT)));
        assertEquals(List.of(5), together.files().stream().map(MadeFile::pages).toList());
        assertEquals(
                "4 papers on the glass, a page for each",
                together.pages().get(0).done().get(0).toString());
        Workshop.Result byKind = make(new Grouping(0, false, false, true), each, List.of(page(glass.raster())));
        assertEquals(
                Map.of(Kind.RECEIPT, 3, Kind.CARD, 1),
                byKind.files().stream().collect(Collectors.toMap(MadeFile::kind, MadeFile::pages)));
    }

    @Test
    void whatIsNotInstalledIsSaidWithWhatToInstall() {
        FileSettings searchable = new FileSettings(FileType.PDF, null, false, true, false, null, null, null, null);
        NotInstalled missing = assertThrows(
                NotInstalled.class,
                () -> new Workshop(profile(Grouping.ONE_FILE, Tidy.NONE, searchable), NOTHING_INSTALLED, 2)
                        .make(List.of(page(PRINT)), folder, description()));
        assertEquals(
                "apt install tesseract-ocr.", missing.problems().get(0).remedy().toString());
    }

    private static Source page(PageRaster raster) {
        return () -> raster;
    }

    private Workshop.Result make(Grouping grouping, Tidy tidy, List<Source> pages) throws IOException {
        return new Workshop(profile(grouping, tidy, FileSettings.PDF), null, 2).make(pages, folder, description());
    }

    private static Description description() {
        return new Description("t", "a", Instant.EPOCH, ZoneOffset.UTC);
    }

    private static ScanProfile profile(Grouping grouping, Tidy tidy, FileSettings files) {
        return new ScanProfile(
                ColourMode.GREY, new Resolution(75), Sides.ONE, ScanInput.FEEDER, Tone.USUAL, tidy, grouping, files);
    }
}
