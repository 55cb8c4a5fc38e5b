package inky.courier.core.document;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileSettings.Quality;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.tidy.Resample;
import inky.courier.core.truth.RoughPages;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import java.awt.image.BufferedImage;
import java.io.FileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.poi.xslf.usermodel.XMLSlideShow;
import org.apache.poi.xslf.usermodel.XSLFPictureShape;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.ValidationResult;

/** Files as readers that are not ours see them: veraPDF, poppler, qpdf, the JDK's TIFF reader, POI. */
@Tag("long")
class FilesTest {
    /** Levels by which ink stands off its paper when a reader sees it at a glance. */
    private static final double PLAIN = 12;

    private static final Instant CREATED = Instant.parse("2026-11-25T09:30:00Z");

    @TempDir
    Path folder;

    // ISO 19005-2 by veraPDF; searchable, colour, grey and black and white pages
    @Test
    void archivesAreValidPdfA2b() throws Exception {
        VeraGreenfieldFoundryProvider.initialise();
        for (ColourMode colour : List.of(ColourMode.COLOUR, ColourMode.BLACK_AND_WHITE)) {
            for (boolean light : new boolean[] {false, true}) {
                FileSettings settings = new FileSettings(FileType.PDF, null, light, true, true, null, null, null, null);
                Path pdf = make(colour, settings, letters(2)).get(0).path();
                try (InputStream in = new FileInputStream(pdf.toFile());
                        PDFAParser parser = Foundries.defaultInstance().createParser(in, PDFAFlavour.PDFA_2_B)) {
                    ValidationResult result = Foundries.defaultInstance()
                            .createValidator(PDFAFlavour.PDFA_2_B, false)
                            .validate(parser);
                    assertTrue(
                            result.isCompliant(),
                            () -> result.getTestAssertions().toString());
                }
            }
        }
    }

    @Test
    void aSearchablePdfHasItsWordsWhereTheyStand() throws Exception {
        FileSettings settings = new FileSettings(FileType.PDF, null, false, true, false, null, null, null, null);
        var page = TruthPages.text(7, 200, 1.5);
        Path pdf =
                make(ColourMode.GREY, settings, List.of(page.raster())).get(0).path();
        String text = run("pdftotext", "-layout", pdf.toString(), "-");
        assertTrue(errorRate(page.text(), text) < 0.02, text);
        // The first word, in points from the page's top left, against where it was drawn: 20 mm in, the first line.
        String boxes = run("pdftotext", "-bbox", pdf.toString(), "-");
        String first =
                boxes.lines().filter(line -> line.contains("<word")).findFirst().orElseThrow();
        double x = Double.parseDouble(first.replaceAll(".*xMin=\"([0-9.]+)\".*", "$1"));
        assertEquals(20 / 25.4 * 72, x, 2);
    }

    // ISO 216: A4 is 595.28 x 841.89 points; RFC-like dates by ISO 32000-1, 7.9.4
    @Test
    void aPdfSaysItsSizeItsPagesAndWhoMadeIt() throws Exception {
        Path pdf = make(ColourMode.COLOUR, FileSettings.PDF, letters(3)).get(0).path();
        String info = run("pdfinfo", "-isodates", pdf.toString());
        assertTrue(info.contains("Pages:           3"), info);
        assertTrue(info.contains("595.276 x 841.89 pts (A4)"), info);
        assertTrue(info.contains("Producer:        Inky Courier"), info);
        assertTrue(info.contains("Title:           Cargo manifest"), info);
        assertTrue(info.contains("CreationDate:    2026-11-25T09:30:00Z"), info);
        assertTrue(run("qpdf", "--check", pdf.toString()).contains("No syntax or stream encoding errors"));
    }

    // ISO 32000-2, 7.6: revision 6 is AES-256
    @Test
    void aProtectedPdfOpensWithItsPasscodeAndForbidsWhatItSays() throws Exception {
        Protection protection = new Protection("harbour 12", "", true, false, false);
        FileSettings settings = new FileSettings(FileType.PDF, null, false, false, false, null, null, protection, null);
        Path pdf = make(ColourMode.GREY, settings, letters(1)).get(0).path();
        String shown = run("qpdf", "--password=harbour 12", "--show-encryption", pdf.toString());
        assertTrue(shown.contains("R = 6"), shown);
        assertTrue(shown.contains("print high resolution: allowed"), shown);
        assertTrue(shown.contains("extract for any purpose: not allowed"), shown);
        assertTrue(shown.contains("modify other: not allowed"), shown);
        assertTrue(shown.contains("stream encryption method: AESv3"), shown);
    }

    // ITU-T T.6 and TIFF 6.0 by the JDK's reader: every bit comes back
    @Test
    void faxCodedTiffDecodesToTheSameBits() throws Exception {
        List<PageRaster> pages = letters(3);
        FileSettings settings = FileSettings.of(FileType.TIFF);
        Path tiff = make(ColourMode.BLACK_AND_WHITE, settings, pages).get(0).path();
        ImageReader reader = ImageIO.getImageReadersByFormatName("tiff").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(tiff.toFile())) {
            reader.setInput(in);
            assertEquals(3, reader.getNumImages(true));
            for (int i = 0; i < 3; i++) {
                BufferedImage image = reader.read(i);
                assertEquals(1, image.getColorModel().getPixelSize());
                PageRaster wanted = PageRaster.ofPacked(
                        pages.get(i), BlackAndWhite.local(pages.get(i).toGrey()));
                assertArrayEquals(
                        wanted.samples(),
                        JpegPages.raster(image, wanted.resolution()).samples());
            }
        }
    }

    @Test
    void tiffWithoutLossGivesBackEverySampleAndItsResolution() throws Exception {
        List<PageRaster> pages = letters(2);
        FileSettings settings =
                new FileSettings(FileType.TIFF, null, false, false, false, null, Quality.FINE, null, null);
        Path tiff = make(ColourMode.COLOUR, settings, pages).get(0).path();
        ImageReader reader = ImageIO.getImageReadersByFormatName("tiff").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(tiff.toFile())) {
            reader.setInput(in);
            PageRaster read = JpegPages.raster(reader.read(1), pages.get(1).resolution());
            assertArrayEquals(pages.get(1).samples(), read.samples());
        }
    }

    @Test
    void aLightPdfIsAFifthOfAnOrdinaryOneAndReadsAsWell() throws Exception {
        List<PageRaster> pages = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        for (long seed = 1; seed < 3; seed++) {
            var letter = TruthPages.colourLetter(seed, 200);
            pages.add(letter.raster());
            text.append(letter.text());
        }
        FileSettings light = new FileSettings(FileType.PDF, null, true, false, false, null, null, null, null);
        MadeFile ordinary = make(ColourMode.COLOUR, FileSettings.PDF, pages).get(0);
        MadeFile small = make(ColourMode.COLOUR, light, pages).get(0);
        assertTrue(small.bytes() <= ordinary.bytes() * 0.2, small.bytes() + " of " + ordinary.bytes());
        double asLight = errorRate(text.toString(), read(small));
        double asOrdinary = errorRate(text.toString(), read(ordinary));
        assertTrue(asLight <= asOrdinary + 0.002, asLight + " against " + asOrdinary);
    }

    // Rendered by PDFBox, not by what made the layers; where ink is drawn it stands off its paper much as in the scan
    @ParameterizedTest
    @ValueSource(ints = {150, 200})
    void paleInkIsAsPlainInALightPdfAsInTheScan(int dpi) throws Exception {
        FileSettings light = new FileSettings(FileType.PDF, null, true, false, false, null, null, null, null);
        List<String> paler = new ArrayList<>();
        for (long seed = TruthPages.HELD_BACK;
                seed < TruthPages.HELD_BACK + TruthPages.some(RoughPages.paleSorts());
                seed++) {
            RoughPages.Rough page = RoughPages.pale(seed, dpi);
            Path pdf = make(ColourMode.COLOUR, light, List.of(page.raster()))
                    .get(0)
                    .path();
            PageRaster shown;
            try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
                shown = JpegPages.raster(
                        new PDFRenderer(document).renderImageWithDPI(0, dpi),
                        page.raster().resolution());
            }
            int looked = 0;
            int lost = 0;
            int side = dpi * 2 * 10 / 254;
            for (int top = 4; top + side < page.raster().height() - 4; top += side) {
                for (int left = 4; left + side < page.raster().width() - 4; left += side) {
                    double scanned = standsOff(page, page.raster(), left, top, side);
                    if (scanned >= PLAIN) {
                        looked++;
                        lost += standsOff(page, shown, left, top, side) < scanned / 2 ? 1 : 0;
                    }
                }
            }
            if (looked == 0 || lost > 0.03 * looked) {
                paler.add(page.what() + ": lost in " + lost + " of " + looked + " squares");
            }
            int all = page.raster().height();
            double scanned = standsOff(page, page.raster(), 4, 4, all);
            double made = standsOff(page, shown, 4, 4, all);
            if (made < 0.85 * scanned) {
                paler.add(String.format("%s: %.1f in the scan, %.1f in the file", page.what(), scanned, made));
            }
        }
        assertEquals(List.of(), paler);
    }

    // A JPEG leaves ripples around print (ITU-T T.81 quantises each block by itself); a smaller picture has them
    // smaller
    @Test
    void whatAScannersCoderLeavesAroundPrintIsNotKeptAsPalePrint() throws Exception {
        FileSettings light = new FileSettings(FileType.PDF, null, true, false, false, null, null, null, null);
        for (long seed = TruthPages.HELD_BACK; seed < TruthPages.HELD_BACK + 4; seed++) {
            PageRaster page = TruthPages.colourLetter(seed, 200).raster();
            PageRaster scanned = JpegPages.decode(JpegPages.encode(page, 0.75f), page.resolution());
            long before = make(ColourMode.COLOUR, light, List.of(page)).get(0).bytes();
            long coded = make(ColourMode.COLOUR, light, List.of(scanned)).get(0).bytes();
            long smaller = make(ColourMode.COLOUR, light, List.of(Resample.at(scanned, new Resolution(150))))
                    .get(0)
                    .bytes();
            assertTrue(coded < before * 1.2 && smaller < before * 1.2, before + ", " + coded + ", " + smaller);
        }
    }

    /** By how many levels the paper beside the ink is lighter than the ink, in the darkest of the colours; 0 without both. */
    private static double standsOff(RoughPages.Rough page, PageRaster shown, int left, int top, int side) {
        int width = page.raster().width();
        double[] sums = new double[2];
        long[] counts = new long[2];
        for (int y = top; y < Math.min(shown.height() - 4, top + side); y++) {
            for (int x = left; x < Math.min(shown.width() - 4, left + side); x++) {
                boolean ink = page.isContent(y * width + x);
                boolean near = false;
                for (int v = y - 4; !ink && v <= y + 4; v += 4) {
                    near |= page.isContent(v * width + x - 4)
                            || page.isContent(v * width + x)
                            || page.isContent(v * width + x + 4);
                }
                if (ink || near) {
                    int at = (y * shown.width() + x) * shown.channels();
                    int least = 255;
                    for (int c = 0; c < shown.channels(); c++) {
                        least = Math.min(least, shown.samples()[at + c] & 0xff);
                    }
                    sums[ink ? 0 : 1] += least;
                    counts[ink ? 0 : 1]++;
                }
            }
        }
        return Math.min(counts[0], counts[1]) < 12 ? 0 : sums[1] / counts[1] - sums[0] / counts[0];
    }

    @Test
    void aPhotographIsNotPartedIntoLayers() throws Exception {
        PageRaster photo = TruthPages.kind(3, 200).raster();
        FileSettings light = new FileSettings(FileType.PDF, null, true, false, false, null, null, null, null);
        DocumentPage page = new PageCoder(light).code(photo, photo.mediaSize(), java.util.Optional.empty());
        assertTrue(page instanceof DocumentPage.Jpeg);
    }

    @Test
    void officeFilesOpenWithTheirTextTablesAndPictures() throws Exception {
        List<PageRaster> table = List.of(TruthPages.askew(1, 200).raster());
        try (XWPFDocument word =
                new XWPFDocument(Files.newInputStream(make(ColourMode.GREY, FileSettings.of(FileType.WORD), table)
                        .get(0)
                        .path()))) {
            assertTrue(word.getTables().get(0).getRows().size() > 10, "rows of the table");
            assertTrue(word.getParagraphs().get(0).getText().length() > 40, "running text before it");
            assertEquals(
                    "Cargo manifest", word.getProperties().getCoreProperties().getTitle());
        }
        try (XSSFWorkbook excel =
                new XSSFWorkbook(Files.newInputStream(make(ColourMode.GREY, FileSettings.of(FileType.EXCEL), table)
                        .get(0)
                        .path()))) {
            var sheet = excel.getSheet("Page 1");
            long numbers = 0;
            for (var row : sheet) {
                for (var cell : row) {
                    numbers += cell.getCellType() == org.apache.poi.ss.usermodel.CellType.NUMERIC ? 1 : 0;
                }
            }
            assertTrue(numbers > 20, "numbers are numbers: " + numbers);
        }
        try (XMLSlideShow show = new XMLSlideShow(
                Files.newInputStream(make(ColourMode.COLOUR, FileSettings.of(FileType.POWERPOINT), letters(3))
                        .get(0)
                        .path()))) {
            assertEquals(3, show.getSlides().size());
            assertTrue(show.getSlides().get(2).getShapes().get(0) instanceof XSLFPictureShape);
        }
    }

    // RFC 7845 section 3 and 5.1: an Ogg page with the identification header OpusHead
    @Test
    void textIsSpokenAsOggOpusOrWav() throws Exception {
        List<PageRaster> page = List.of(TruthPages.text(9, 150, 1).raster());
        byte[] ogg = Files.readAllBytes(make(ColourMode.GREY, FileSettings.of(FileType.SPOKEN), page)
                .get(0)
                .path());
        assertEquals("OggS", new String(ogg, 0, 4, StandardCharsets.US_ASCII));
        assertEquals("OpusHead", new String(ogg, 28, 8, StandardCharsets.US_ASCII));
        FileSettings wav =
                new FileSettings(FileType.SPOKEN, null, false, false, false, null, null, null, FileSettings.Spoken.WAV);
        byte[] riff = Files.readAllBytes(make(ColourMode.GREY, wav, page).get(0).path());
        assertEquals("RIFF", new String(riff, 0, 4, StandardCharsets.US_ASCII));
        assertTrue(riff.length > 200_000, "more than a few words");
    }

    @Test
    void imagesAreOneFileAPage() throws Exception {
        for (FileType type : List.of(FileType.JPEG, FileType.PNG)) {
            List<MadeFile> files = make(ColourMode.COLOUR, FileSettings.of(type), letters(2));
            assertEquals(2, files.size());
            BufferedImage image = ImageIO.read(files.get(1).path().toFile());
            assertEquals(1240, image.getWidth());
        }
    }

    // ISO/IEC 15948 by the JDK's reader: every sample comes back, and the resolution
    @ParameterizedTest
    @CsvSource({"COLOUR, 24", "GREY, 8", "BLACK_AND_WHITE, 1"})
    void pngLosesNothing(ColourMode colour, int bits) throws Exception {
        PageRaster page = TruthPages.colourLetter(5, 150).raster();
        Path png = make(colour, FileSettings.of(FileType.PNG), List.of(page))
                .get(0)
                .path();
        PageRaster grey = page.toGrey();
        PageRaster expected = switch (colour) {
            case COLOUR -> page;
            case GREY -> grey;
            default -> PageRaster.ofPacked(grey, BlackAndWhite.local(grey));
        };
        ImageReader reader = ImageIO.getImageReadersByFormatName("png").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(png.toFile())) {
            reader.setInput(in);
            BufferedImage image = reader.read(0);
            assertEquals(bits, image.getColorModel().getPixelSize());
            assertArrayEquals(
                    expected.samples(),
                    JpegPages.raster(image, page.resolution()).samples());
            IIOMetadataNode said = (IIOMetadataNode) reader.getImageMetadata(0).getAsTree("javax_imageio_1.0");
            IIOMetadataNode pixel = (IIOMetadataNode)
                    said.getElementsByTagName("HorizontalPixelSize").item(0);
            assertEquals(25.4 / 150, Double.parseDouble(pixel.getAttribute("value")), 0.0001);
        }
    }

    private List<PageRaster> letters(int count) {
        List<PageRaster> pages = new ArrayList<>();
        for (int seed = 0; seed < count; seed++) {
            pages.add(TruthPages.colourLetter(seed + 1, 150).raster());
        }
        return pages;
    }

    private List<MadeFile> make(ColourMode colour, FileSettings files, List<PageRaster> pages) throws IOException {
        ScanProfile profile = new ScanProfile(
                colour,
                new Resolution(150),
                Sides.ONE,
                ScanInput.FEEDER,
                Tone.USUAL,
                Tidy.NONE,
                Grouping.ONE_FILE,
                files);
        List<Source> sources = pages.stream().map(page -> (Source) () -> page).toList();
        Path own = Files.createTempDirectory(folder, "made");
        return new Workshop(profile, new Tesseract(), 2)
                .make(sources, own, new Description("Cargo manifest", "Oda Fennick", CREATED, ZoneOffset.UTC))
                .files();
    }

    /** The text of a PDF's pages, read from their pictures as poppler draws them. */
    private String read(MadeFile pdf) throws Exception {
        Path drawn = Files.createTempDirectory(folder, "drawn");
        run(
                "pdftoppm",
                "-r",
                "200",
                "-png",
                pdf.path().toString(),
                drawn.resolve("page").toString());
        StringBuilder text = new StringBuilder();
        try (var files = Files.list(drawn)) {
            for (Path file : files.sorted().toList()) {
                PageRaster page = JpegPages.raster(ImageIO.read(file.toFile()), new Resolution(200));
                text.append(new Tesseract().read(page, List.of("eng")).text());
            }
        }
        return text.toString();
    }

    /** Levenshtein distance over the length of the truth, spaces of any kind taken as one. */
    static double errorRate(String truth, String read) {
        String a = truth.strip().replaceAll("\\s+", " ");
        String b = read.strip().replaceAll("\\s+", " ");
        int[] before = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int[] row = new int[b.length() + 1];
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int change = before[j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                row[j] = Math.min(change, Math.min(before[j], row[j - 1]) + 1);
            }
            before = row;
        }
        return (double) before[b.length()] / a.length();
    }

    private static String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertTrue(process.waitFor(60, TimeUnit.SECONDS));
        return said;
    }
}
