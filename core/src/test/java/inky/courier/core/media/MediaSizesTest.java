package inky.courier.core.media;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MediaSizesTest {
    // ISO 216 tables 1 and 2, ISO/IEC 7810 section 5.1, ASME Y14.1; names of PWG 5101.1 tables 5 to 8 (from memory)
    @ParameterizedTest
    @CsvSource({
        "iso_a3_297x420mm, 297, 420, A3",
        "iso_a4_210x297mm, 210, 297, A4",
        "iso_a5_148x210mm, 148, 210, A5",
        "iso_a6_105x148mm, 105, 148, A6",
        "iso_a7_74x105mm, 74, 105, A7",
        "iso_b4_250x353mm, 250, 353, B4",
        "iso_b5_176x250mm, 176, 250, B5",
        "na_letter_8.5x11in, 215.9, 279.4, Letter",
        "na_legal_8.5x14in, 215.9, 355.6, Legal",
        "na_ledger_11x17in, 279.4, 431.8, Ledger",
        "na_foolscap_8.5x13in, 215.9, 330.2, Foolscap",
        "na_executive_7.25x10.5in, 184.15, 266.7, Executive",
        "na_invoice_5.5x8.5in, 139.7, 215.9, Half letter",
        "na_5x7_5x7in, 127, 177.8, 5 x 7 in",
        "na_index-4x6_4x6in, 101.6, 152.4, 4 x 6 in",
        "oe_photo-l_3.5x5in, 88.9, 127, 3.5 x 5 in",
        "iso_dl_110x220mm, 110, 220, DL envelope",
        "iso_id-1_53.98x85.6mm, 53.98, 85.6, ID-1 card",
    })
    void everyStandardSizeHasItsNameAndMeasure(String name, double width, double height, String label) {
        MediaSize size = MediaSizes.byName(name).orElseThrow();
        assertEquals(Math.round(width * 100), size.width());
        assertEquals(Math.round(height * 100), size.height());
        assertEquals(label, size.label());
        assertEquals(size, MediaSizes.snap(size.width(), size.height()));
        assertEquals(size, MediaSizes.snap(size.height(), size.width()));
    }

    // PWG 5101.1 section 5: the size stands in the name, in millimetres or inches
    @Test
    void everyNameTellsItsOwnSize() {
        for (MediaSize size : MediaSizes.standard()) {
            String[] numbers = size.name().replaceFirst(".*_", "").split("x");
            double unit = size.name().endsWith("in") ? 2540 : 100;
            assertEquals(size.width(), Math.round(Double.parseDouble(numbers[0]) * unit), size.name());
            assertEquals(
                    size.height(),
                    Math.round(Double.parseDouble(numbers[1].replaceAll("(mm|in)$", "")) * unit),
                    size.name());
        }
    }

    // ISO 216 clause 5: 1.5 mm up to 150 mm, 2 mm up to 600 mm, 3 mm above
    @ParameterizedTest
    @CsvSource({"10500, 150", "15000, 150", "15100, 200", "29700, 200", "60000, 200", "84100, 300"})
    void tolerancesAreThoseOfTheStandard(int length, int tolerance) {
        assertEquals(tolerance, MediaSizes.isoTolerance(length));
    }

    @Test
    void paperWithinToleranceKeepsItsName() {
        Random random = new Random(216);
        for (int i = 0; i < 500; i++) {
            MediaSize size = MediaSizes.standard()
                    .get(random.nextInt(MediaSizes.standard().size()));
            int width = size.width() + random.nextInt(301) - 150;
            int height = size.height() + random.nextInt(301) - 150;
            assertEquals(size, MediaSizes.snap(width, height), size.name());
        }
    }

    @Test
    void aReceiptKeepsItsOwnSize() {
        MediaSize receipt = MediaSizes.snap(8000, 20000);
        assertEquals("custom_80x200mm", receipt.name());
        assertEquals("80 x 200 mm", receipt.label());
    }

    // A4 at 300 dpi: 210 / 25.4 * 300 = 2480.3, 297 / 25.4 * 300 = 3507.9
    @ParameterizedTest
    @CsvSource({"200, 1654, 2339", "300, 2480, 3508", "600, 4961, 7016"})
    void pixelsFollowFromTheResolution(int dpi, int width, int height) {
        Resolution resolution = new Resolution(dpi);
        assertEquals(width, resolution.pixels(MediaSizes.A4.width()));
        assertEquals(height, resolution.pixels(MediaSizes.A4.height()));
        assertEquals(
                MediaSizes.A4, MediaSizes.snap(resolution.hundredthsOfMm(width), resolution.hundredthsOfMm(height)));
    }

    @Test
    void a4InPointsIsThatOfPrinters() {
        // 1 point = 1/72 inch (ISO 32000-1 section 8.3.2.3): 595.276 x 841.890
        assertEquals(595.276, MediaSizes.A4.widthPoints(), 0.001);
        assertEquals(841.890, MediaSizes.A4.heightPoints(), 0.001);
        assertTrue(MediaSizes.A4.height() > MediaSizes.A4.width());
    }
}
