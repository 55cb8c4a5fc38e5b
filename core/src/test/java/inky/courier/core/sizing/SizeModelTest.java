package inky.courier.core.sizing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.document.Description;
import inky.courier.core.document.InOrder;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
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
import inky.courier.core.reading.TextReader;
import inky.courier.core.sizing.Observed.Seen;
import inky.courier.core.truth.ReadOnce;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.LongFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

@Tag("long")
class SizeModelTest {
    @TempDir
    Path folder;

    private static final int HELD_BACK = TruthPages.some(48);
    private static final int READ = TruthPages.some(30);

    static Stream<Arguments> settings() {
        FileSettings pdf = FileSettings.PDF;
        FileSettings light = pdf.withLight(true);
        return Stream.of(
                Arguments.of(
                        200,
                        HELD_BACK,
                        List.of(
                                profile(ColourMode.COLOUR, 200, pdf),
                                profile(ColourMode.COLOUR, 200, pdf.withQuality(FileSettings.Quality.FINE)),
                                profile(ColourMode.COLOUR, 200, light),
                                profile(ColourMode.GREY, 200, pdf),
                                profile(ColourMode.AS_FOUND, 200, pdf),
                                profile(ColourMode.AS_FOUND, 200, light),
                                profile(ColourMode.BLACK_AND_WHITE, 200, pdf),
                                dots(200))),
                Arguments.of(
                        120,
                        HELD_BACK,
                        List.of(
                                profile(ColourMode.GREY, 120, pdf.withQuality(FileSettings.Quality.FINE)),
                                profile(ColourMode.COLOUR, 120, pdf.withQuality(FileSettings.Quality.SMALL)),
                                profile(ColourMode.COLOUR, 120, FileSettings.of(FileType.POWERPOINT)),
                                dots(120))),
                // Between the table's resolutions the layers of a light page are measured on other squares.
                Arguments.of(250, TruthPages.some(90), List.of(profile(ColourMode.COLOUR, 250, light))));
    }

    // The pages are drawn from seeds that the table was not measured on.
    @ParameterizedTest
    @MethodSource("settings")
    void theMedianIsWithinAFifthAndFourFifthsOfThePagesWithinTheRange(int dpi, int pages, List<ScanProfile> profiles)
            throws IOException {
        check(profiles, sizes(pages, profiles, seed -> page(seed, dpi)));
    }

    // Pages come from devices coded once; what the coder leaves of their noise is what has no loss again
    @Test
    void soItIsForFilesWithoutLoss() throws IOException {
        List<ScanProfile> profiles = Stream.of(ColourMode.COLOUR, ColourMode.GREY, ColourMode.BLACK_AND_WHITE)
                .map(colour -> profile(colour, 150, FileSettings.of(FileType.PNG)))
                .toList();
        check(profiles, sizes(HELD_BACK, profiles, seed -> scanned(page(seed, 150))));
    }

    private static PageRaster scanned(PageRaster drawn) {
        try {
            return JpegPages.decode(JpegPages.encode(drawn, 0.8f), drawn.resolution());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void soItIsForWhatIsMadeOfTheWords() throws IOException {
        List<ScanProfile> profiles = Stream.of(
                        FileSettings.of(FileType.TEXT),
                        FileSettings.of(FileType.WORD),
                        FileSettings.of(FileType.EXCEL),
                        spoken(FileSettings.Spoken.WAV),
                        spoken(FileSettings.Spoken.OGG_OPUS))
                .map(files -> profile(ColourMode.GREY, 200, files))
                .toList();
        check(profiles, sizes(READ, profiles, seed -> page(seed, 200)));
    }

    /** Four fifths of all these pages, and of each setting's as many as so few pages can show. */
    private static void check(List<ScanProfile> profiles, Map<ScanProfile, double[]> sizes) {
        double all = 0;
        for (ScanProfile profile : profiles) {
            Range page = SizeModel.estimate(profile, MediaSizes.A4, 1, Optional.empty(), Observed.NONE)
                    .file();
            double[] real = sizes.get(profile);
            Arrays.sort(real);
            double median = (real[real.length / 2 - 1] + real[real.length / 2]) / 2;
            double within = Arrays.stream(real)
                            .filter(b -> b >= page.p10() && b <= page.p90())
                            .count()
                    / (double) real.length;
            String said = Coding.of(profile) + ": expected " + page + ", real " + Arrays.toString(real);
            assertEquals(1, page.p50() / median, 0.2, said);
            assertTrue(within >= 0.7, within + " within. " + said);
            all += within;
        }
        assertTrue(all / profiles.size() >= 0.8, all / profiles.size() + " of all within");
    }

    /** Bytes of a file of one page, for each profile and each page; each page is drawn and read once. */
    private Map<ScanProfile, double[]> sizes(int count, List<ScanProfile> profiles, LongFunction<PageRaster> drawing)
            throws IOException {
        Map<ScanProfile, double[]> sizes = new HashMap<>();
        profiles.forEach(profile -> sizes.put(profile, new double[count]));
        InOrder.forEach(
                IntStream.range(0, count).boxed().toList(),
                2,
                i -> {
                    PageRaster page = drawing.apply(TruthPages.HELD_BACK + i);
                    ReadOnce reader = new ReadOnce();
                    for (ScanProfile profile : profiles) {
                        sizes.get(profile)[i] = bytes(profile, page, reader);
                    }
                    return i;
                },
                i -> {});
        return sizes;
    }

    @Test
    void whatAnOfficeReallyScansCorrectsTheTable() {
        ScanProfile profile = profile(ColourMode.GREY, 200, FileSettings.PDF);
        double table = p50(profile, Observed.NONE);
        assertEquals(2, p50(profile, Observed.of(Collections.nCopies(200, new Seen(2, 1)))) / table, 0.15);
        assertEquals(1.06, p50(profile, Observed.of(List.of(new Seen(2, 1)))) / table, 0.06, "one file proves little");
    }

    // One model's coder makes files a third smaller than the other's: each is expected as its own
    @Test
    void aModelsOwnFilesCorrectTheOffices() {
        ScanProfile profile = profile(ColourMode.COLOUR, 200, FileSettings.PDF);
        double table = p50(profile, Observed.NONE);
        List<Seen> small = Collections.nCopies(100, new Seen(0.7, 1));
        List<Seen> office = new ArrayList<>(Collections.nCopies(100, new Seen(1.1, 1)));
        office.addAll(small);
        assertEquals(0.7, p50(profile, Observed.of(office).refined(small)) / table, 0.05);
        double before = p50(profile, Observed.of(office));
        assertEquals(before, p50(profile, Observed.of(office).refined(List.of(new Seen(0.7, 1)))), before * 0.05);
    }

    // Drawn by the model itself: stacks that share a part of their pages' variance, so single pages spread by e to the
    // power s
    @ParameterizedTest
    @ValueSource(ints = {1, 5, 40})
    void nineStacksInTenStayUnderWhatIsSaidOfThem(int pages) {
        Random random = new Random(pages);
        ScanProfile profile = profile(ColourMode.COLOUR, 200, FileSettings.PDF);
        double page = file(profile, 1, Observed.NONE).p50();
        List<Seen> seen = new ArrayList<>();
        for (int file = 0; file < 400; file++) {
            int own = 1 + random.nextInt(6);
            seen.add(new Seen(
                    stack(random, own)
                            * page
                            / file(profile, own, Observed.NONE).p50(),
                    own));
        }
        Range said = file(profile, pages, Observed.of(seen));
        int under = 0;
        for (int stack = 0; stack < 2000; stack++) {
            under += stack(random, pages) * page <= said.p90() ? 1 : 0;
        }
        assertEquals(0.9, under / 2000.0, 0.04);
    }

    private static double stack(Random random, int pages) {
        double own = Math.sqrt(0.1) * random.nextGaussian();
        double sum = 0;
        for (int page = 0; page < pages; page++) {
            sum += Math.exp(0.25 * (own + Math.sqrt(0.9) * random.nextGaussian()));
        }
        return sum;
    }

    @ParameterizedTest
    @EnumSource(ColourMode.class)
    void thePagesThatFitFitAndOneMoreDoesNot(ColourMode colour) {
        ScanProfile profile = profile(colour, 300, FileSettings.PDF);
        long limit = 10 * Bytes.MB;
        int fit = SizeModel.estimate(profile, MediaSizes.A4, 1, Optional.of(limit), Observed.NONE)
                .pagesThatFit()
                .orElseThrow();
        assertTrue(SizeModel.estimate(profile, MediaSizes.A4, fit, Optional.of(limit), Observed.NONE)
                .fits(limit));
        assertFalse(SizeModel.estimate(profile, MediaSizes.A4, fit + 1, Optional.of(limit), Observed.NONE)
                .fits(limit));
    }

    @Test
    void theLeastLossThatFitsIsAdvised() {
        ScanProfile profile = profile(ColourMode.COLOUR, 300, FileSettings.PDF);
        long limit = 10 * Bytes.MB;
        SizeModel.Advice some = advice(profile, 40, limit);
        assertEquals(
                "[fine grain of the paper behind the print]", some.givesUp().toString());
        SizeModel.Advice more = advice(profile, 300, limit);
        assertTrue(more.givesUp().size() > 1, more.givesUp().toString());
        assertTrue(more.estimate().fits(limit));
        assertEquals(List.of(), advice(profile, 1, limit).givesUp(), "what fits needs no change");
        assertEquals(Optional.empty(), SizeModel.bestThatFits(profile, MediaSizes.A4, 1, 1_000, Observed.NONE));
    }

    // Without its documents, smaller paper costs what its area is less: A5 is half of A4 (ISO 216)
    @Test
    void halfThePaperIsHalfTheBytes() {
        ScanProfile profile = profile(ColourMode.COLOUR, 200, FileSettings.of(FileType.TIFF));
        double a4 = SizeModel.estimate(profile, MediaSizes.A4, 1, Optional.empty(), Observed.NONE)
                .page()
                .p50();
        double a5 = SizeModel.estimate(
                        profile,
                        MediaSizes.byName("iso_a5_148x210mm").orElseThrow(),
                        1,
                        Optional.empty(),
                        Observed.NONE)
                .page()
                .p50();
        assertEquals(0.5, a5 / a4, 0.01);
    }

    private static SizeModel.Advice advice(ScanProfile profile, int pages, long limit) {
        return SizeModel.bestThatFits(profile, MediaSizes.A4, pages, limit, Observed.NONE)
                .orElseThrow();
    }

    private static double p50(ScanProfile profile, Observed observed) {
        return file(profile, 10, observed).p50();
    }

    private static Range file(ScanProfile profile, int pages, Observed observed) {
        return SizeModel.estimate(profile, MediaSizes.A4, pages, Optional.empty(), observed)
                .file();
    }

    private static PageRaster page(long seed, int dpi) {
        return switch ((int) (seed % 4)) {
            case 0, 1 -> TruthPages.askew(seed, dpi).raster();
            case 2 -> TruthPages.coloured(seed / 2, dpi).raster();
            default -> TruthPages.colourLetter(seed, dpi).raster();
        };
    }

    private double bytes(ScanProfile profile, PageRaster page, TextReader reader) throws IOException {
        Source source = () -> page;
        return new Workshop(profile, reader, 1)
                .make(
                        List.of(source),
                        Files.createTempDirectory(folder, "page"),
                        new Description("t", "a", Instant.EPOCH, ZoneOffset.UTC))
                .files()
                .get(0)
                .bytes();
    }

    private static FileSettings spoken(FileSettings.Spoken as) {
        return new FileSettings(FileType.SPOKEN, null, false, false, false, null, null, null, as);
    }

    private static ScanProfile dots(int dpi) {
        Tone tone = new Tone(Tone.Content.PHOTO, null, null, 0, 0);
        return new ScanProfile(
                ColourMode.BLACK_AND_WHITE,
                new Resolution(dpi),
                Sides.ONE,
                ScanInput.FEEDER,
                tone,
                Tidy.NONE,
                Grouping.ONE_FILE,
                FileSettings.PDF);
    }

    private static ScanProfile profile(ColourMode colour, int dpi, FileSettings files) {
        return new ScanProfile(
                colour,
                new Resolution(dpi),
                Sides.ONE,
                ScanInput.FEEDER,
                Tone.USUAL,
                Tidy.NONE,
                Grouping.ONE_FILE,
                files);
    }
}
