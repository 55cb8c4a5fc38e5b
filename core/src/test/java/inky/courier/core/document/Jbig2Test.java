package inky.courier.core.document;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.truth.TruthPages;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.HexFormat;
import java.util.Random;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.filter.FilterFactory;
import org.junit.jupiter.api.Test;

class Jbig2Test {
    // ITU-T T.88 (08/2018), H.2: the test sequence for the arithmetic coder, from memory
    @Test
    void theCoderMakesTheSequenceOfTheStandard() {
        byte[] bits = HexFormat.of().parseHex("00020051000000C00352872AAAAAAAAA82C02000FCD79EF6BF7FED904F46A3BF");
        ArithmeticCoder coder = new ArithmeticCoder(1);
        for (byte eight : bits) {
            for (int i = 7; i >= 0; i--) {
                coder.code(0, eight >> i & 1);
            }
        }
        assertEquals(
                "84C73BFCE1A1430402200000410DBB86F4317FFF88FF37471ADB6ADFFFAC",
                HexFormat.of().withUpperCase().formatHex(coder.finish()));
    }

    // Read by Apache's JBIG2 reader, which is not ours
    @Test
    void whateverIsOnThePageIsReadAsItWas() throws Exception {
        Random random = new Random(88);
        for (int i = 0; i < 60; i++) {
            int width = 1 + random.nextInt(200);
            int height = 1 + random.nextInt(60);
            byte[] packed = new byte[(width + 7) / 8 * height];
            // From nearly white to nearly black, in runs, with rows that repeat.
            for (int k = 0; k < packed.length; k++) {
                int stride = (width + 7) / 8;
                boolean repeats = k >= stride && random.nextInt(4) > 0;
                packed[k] = repeats ? packed[k - stride] : (byte) (random.nextInt(1 + i) > 5 ? random.nextInt() : -1);
            }
            assertSame(packed, read(Jbig2.code(packed, width, height), width, height), width);
        }
    }

    // Against T.6 on the same pages: what the coder was taken for
    @Test
    void printIsAQuarterSmallerThanByTheCoderOfFax() throws Exception {
        long fax = 0;
        long ours = 0;
        for (long seed = TruthPages.HELD_BACK; seed < TruthPages.HELD_BACK + 4; seed++) {
            PageRaster page = TruthPages.askew(seed, 200).raster();
            byte[] packed = BlackAndWhite.local(page);
            byte[] coded = Jbig2.code(packed, page.width(), page.height());
            assertSame(packed, read(coded, page.width(), page.height()), page.width());
            ours += coded.length;
            fax += Fax.code(packed, page.width(), page.height()).length;
        }
        assertTrue(ours < 0.75 * fax, ours + " and " + fax);
    }

    private static byte[] read(byte[] coded, int width, int height) throws IOException {
        COSDictionary image = new COSDictionary();
        image.setInt(COSName.WIDTH, width);
        image.setInt(COSName.HEIGHT, height);
        image.setInt(COSName.BITS_PER_COMPONENT, 1);
        image.setItem(COSName.FILTER, COSName.JBIG2_DECODE);
        ByteArrayOutputStream read = new ByteArrayOutputStream();
        FilterFactory.INSTANCE.getFilter(COSName.JBIG2_DECODE).decode(new ByteArrayInputStream(coded), read, image, 0);
        return read.toByteArray();
    }

    /** Bits beyond the width say nothing. */
    private static void assertSame(byte[] packed, byte[] read, int width) {
        int stride = (width + 7) / 8;
        byte[] expected = packed.clone();
        byte[] got = read.clone();
        int beyond = (1 << stride * 8 - width) - 1;
        for (int end = stride - 1; end < expected.length; end += stride) {
            expected[end] |= (byte) beyond;
            got[end] |= (byte) beyond;
        }
        assertArrayEquals(expected, got);
    }
}
