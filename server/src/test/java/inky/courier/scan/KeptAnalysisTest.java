package inky.courier.scan;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.SeparatorSheet;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What was found of a page is kept whole, and counts only as long as it would be found again. */
class KeptAnalysisTest {
    private static final List<String> SAMPLES =
            List.of("letter", "form", "manifest", "receipt", "card", "back", "book", "receipts", "photo");

    /** What this version of the analysis finds. When a line changes, raise {@link PageAnalyser#VERSION}. */
    private static final int VERSION = 1;

    private static final List<String> FOUND = List.of(
            "letter: COLOUR, odds 100.00, ink 2740.4, skew -2.402, upright 0 (1.00), iso_a4_210x297mm 210.0 x 297.0 turned 0.00, DOCUMENT (1.00), no portrait, []",
            "form: BITONAL, odds 100.00, ink 1631.7, skew 1.200, upright 0 (1.00), iso_a4_210x297mm 206.0 x 293.1 turned 1.20, DOCUMENT (1.00), no portrait, []",
            "manifest: BITONAL, odds 100.00, ink 2659.9, skew 0.800, upright 90 (1.00), iso_a4_210x297mm 297.0 x 210.0 turned 0.00, DOCUMENT (1.00), no portrait, []",
            "receipt: BITONAL, odds 100.00, ink 436.3, skew -1.484, upright 0 (1.00), custom_76.29x127.1mm 76.3 x 127.1 turned -1.52, RECEIPT (0.70), no portrait, []",
            "card: COLOUR, odds 100.00, ink 582.4, skew 1.169, upright 0 (1.00), iso_id-1_53.98x85.6mm 85.9 x 54.3 turned 1.12, CARD (0.95), Box[x=441, y=184, width=129, height=160], []",
            "back: BITONAL, odds -4.77, ink 0.0, skew -0.562, upright 0 (0.00), iso_a4_210x297mm 210.0 x 297.0 turned 0.00, DOCUMENT (1.00), no portrait, []",
            "book: GREY, odds 100.00, ink 5082.2, skew 0.015, upright 0 (1.00), iso_a4_210x297mm 296.0 x 210.0 turned 0.00, DOCUMENT (1.00), no portrait, []",
            "receipts: COLOUR, odds 100.00, ink 22190.1, skew 0.000, upright 0 (1.00), custom_215.9x297.01mm 215.9 x 297.0 turned 0.00, DOCUMENT (1.00), no portrait, []",
            "photo: COLOUR, odds 100.00, ink 2285.5, skew -0.060, upright 0 (0.00), na_index-4x6_4x6in 150.0 x 100.1 turned 0.00, PHOTO (0.98), no portrait, []");

    @Test
    void itComesBackAsItWas() throws IOException {
        List<PageRaster> pages = new ArrayList<>(List.of(SeparatorSheet.draw("Berth 4", 150)));
        for (String sample : SAMPLES) {
            pages.add(page(sample));
        }
        for (PageRaster page : pages) {
            PageAnalysis found = PageAnalyser.analyse(page);
            assertThat(KeptAnalysis.read(KeptAnalysis.write(Optional.of(found))))
                    .contains(found);
        }
    }

    @Test
    void whatAnotherVersionFoundCountsNoMore() throws IOException {
        String kept = KeptAnalysis.write(Optional.of(PageAnalyser.analyse(page("back"))));
        String before = kept.replaceFirst("\"version\":\\d+", "\"version\":" + (PageAnalyser.VERSION - 1));
        assertThat(before).isNotEqualTo(kept);
        assertThat(KeptAnalysis.read(before)).isEmpty();
        assertThat(KeptAnalysis.read("")).isEmpty();
    }

    @Test
    void anAnalysisThatFindsOtherwiseHasAnotherVersion() throws IOException {
        List<String> found = new ArrayList<>();
        for (String sample : SAMPLES) {
            found.add(sample + ": " + words(PageAnalyser.analyse(page(sample))));
        }
        assertThat(PageAnalyser.VERSION).isEqualTo(VERSION);
        assertThat(found).isEqualTo(FOUND);
    }

    private static String words(PageAnalysis a) {
        return String.format(
                        Locale.ROOT,
                        "%s, odds %.2f, ink %.1f, skew %.3f, upright %d (%.2f), %s %.1f x %.1f turned %.2f, %s (%.2f), %s, %s",
                        a.colour(),
                        a.blankness().odds(),
                        a.blankness().inkMm2(),
                        a.skewDegrees(),
                        a.uprightDegrees(),
                        a.uprightConfidence(),
                        a.paper().media().name(),
                        a.paper().widthMm(),
                        a.paper().heightMm(),
                        a.paper().skewDegrees(),
                        a.kind(),
                        a.kindConfidence(),
                        a.portrait().map(Object::toString).orElse("no portrait"),
                        a.barcodes())
                .replace("-0.000", "0.000");
    }

    private static PageRaster page(String sample) throws IOException {
        try (InputStream in = KeptAnalysisTest.class.getResourceAsStream("/samples/" + sample + ".jpg")) {
            return JpegPages.decode(in.readAllBytes(), new Resolution(150));
        }
    }
}
