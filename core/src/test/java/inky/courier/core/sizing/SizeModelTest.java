package inky.courier.core.sizing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.document.Description;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class SizeModelTest {
    @TempDir
    Path folder;

    // The pages are drawn from seeds that the table was not measured on.
    @ParameterizedTest
    @CsvSource({
        "COLOUR, 200, false, USUAL",
        "COLOUR, 150, false, SMALL",
        "GREY, 200, false, USUAL",
        "AS_FOUND, 200, false, USUAL",
        "COLOUR, 200, true, USUAL",
        "BLACK_AND_WHITE, 200, false, USUAL",
        "GREY, 120, false, FINE",
    })
    void theMedianIsWithinAFifthAndMostPagesWithinTheRange(
            ColourMode colour, int dpi, boolean light, FileSettings.Quality quality) throws IOException {
        ScanProfile profile = profile(
                colour, dpi, new FileSettings(FileType.PDF, null, light, false, false, null, quality, null, null));
        Range page = SizeModel.estimate(profile, MediaSizes.A4, 1, Optional.empty(), Observed.NONE)
                .file();
        double[] real = LongStream.range(TruthPages.HELD_BACK, TruthPages.HELD_BACK + 24)
                .mapToDouble(seed -> bytes(profile, page(seed, dpi)))
                .sorted()
                .toArray();
        double median = (real[11] + real[12]) / 2;
        assertEquals(1, page.p50() / median, 0.2, "expected " + page.p50() + ", real " + Arrays.toString(real));
        long within = Arrays.stream(real)
                .filter(b -> b >= page.p10() * 0.97 && b <= page.p90() * 1.03)
                .count();
        assertTrue(within >= 24 * 0.7, within + " of 24 within " + page + ": " + Arrays.toString(real));
    }

    @Test
    void whatAnOfficeReallyScansCorrectsTheTable() {
        ScanProfile profile = profile(ColourMode.GREY, 200, FileSettings.PDF);
        double table = p50(profile, Observed.NONE);
        double[] twice = new double[200];
        Arrays.fill(twice, 2);
        assertEquals(2, p50(profile, Observed.of(twice)) / table, 0.15);
        assertEquals(1.06, p50(profile, Observed.of(new double[] {2})) / table, 0.06, "one file proves little");
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
        assertEquals(List.of("fine grain of the paper behind the print"), some.givesUp());
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
        return SizeModel.estimate(profile, MediaSizes.A4, 10, Optional.empty(), observed)
                .file()
                .p50();
    }

    private static PageRaster page(long seed, int dpi) {
        return switch ((int) (seed % 4)) {
            case 0, 1 -> TruthPages.askew(seed, dpi).raster();
            case 2 -> TruthPages.coloured(seed / 2, dpi).raster();
            default -> TruthPages.colourLetter(seed, dpi).raster();
        };
    }

    private double bytes(ScanProfile profile, PageRaster page) {
        try {
            Source source = () -> page;
            return new Workshop(profile, null, 2)
                    .make(List.of(source), folder, new Description("t", "a", Instant.EPOCH, ZoneOffset.UTC))
                    .files()
                    .get(0)
                    .bytes();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static ScanProfile profile(ColourMode colour, int dpi, FileSettings files) {
        return new ScanProfile(colour, new Resolution(dpi), Sides.ONE, Tone.USUAL, Tidy.NONE, Grouping.ONE_FILE, files);
    }
}
