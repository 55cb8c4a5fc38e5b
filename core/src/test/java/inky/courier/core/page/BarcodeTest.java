package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.MultiFormatWriter;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.SeparatorSheet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

// ISO/IEC 18004, 15417 and 16388, as another library writes them
class BarcodeTest {
    @ParameterizedTest
    @CsvSource({
        "QR_CODE, QR, 240, 240, 200",
        "QR_CODE, QR, 160, 160, 300",
        "CODE_128, CODE_128, 420, 110, 200",
        "CODE_128, CODE_128, 600, 150, 300",
        "CODE_39, CODE_39, 560, 110, 200",
    })
    void isReadWhereItStandsAmongPrint(
            BarcodeFormat format, Barcode.Symbology symbology, int width, int height, int dpi) throws WriterException {
        PageRaster page = TruthPages.text(4, dpi, 3).raster();
        Box place = new Box(page.width() / 2 - width / 2, page.height() / 2, width, height);
        print(page, format, "BERTH 4711", place);
        List<Barcode> found = PageAnalyser.analyse(page).barcodes();
        assertEquals(1, found.size());
        assertEquals(symbology, found.get(0).symbology());
        assertEquals("BERTH 4711", found.get(0).text());
        Box box = found.get(0).box();
        assertTrue(box.x() >= place.x() - 20 && box.x() + box.width() <= place.x() + place.width() + 20, "" + box);
        assertTrue(box.y() >= place.y() - 20 && box.y() + box.height() <= place.y() + place.height() + 20, "" + box);
    }

    @Test
    void plainPrintHasNone() {
        for (long seed = 0; seed < 4; seed++) {
            assertEquals(
                    List.of(),
                    PageAnalyser.analyse(TruthPages.askew(seed, 200).raster()).barcodes());
        }
    }

    @Test
    void ourSeparatorSheetSaysWhatFollows() {
        PageAnalysis sheet = PageAnalyser.analyse(SeparatorSheet.draw("Berth 4", 200));
        assertEquals("Berth 4", sheet.separator().orElseThrow().separatorText());
        assertEquals(
                "",
                PageAnalyser.analyse(SeparatorSheet.draw("", 200))
                        .separator()
                        .orElseThrow()
                        .separatorText());
    }

    private static void print(PageRaster page, BarcodeFormat format, String text, Box place) throws WriterException {
        BitMatrix bars = new MultiFormatWriter().encode(text, format, place.width(), place.height());
        for (int y = 0; y < place.height(); y++) {
            for (int x = 0; x < place.width(); x++) {
                int at = ((place.y() + y) * page.width() + place.x() + x) * 3;
                java.util.Arrays.fill(page.samples(), at, at + 3, (byte) (bars.get(x, y) ? 30 : 248));
            }
        }
    }
}
