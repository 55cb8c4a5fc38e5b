package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PixelLimitTest {
    private static final long MB = 1024 * 1024;

    /** A4 at 600 dpi has 4960 x 7016 pixels (ISO 216: 210 x 297 mm). */
    @ParameterizedTest
    @CsvSource({
        "4960, 7016, 512, true",
        "9921, 14031, 512, false",
        "9921, 14031, 2048, true",
        "12000, 12000, 512, false",
        "20001, 10, 4096, false",
        "1654, 2339, 64, true",
    })
    void theLimitComesFromTheHeap(int width, int height, long megabytes, boolean opened) throws IOException {
        if (opened) {
            assertDoesNotThrow(() -> PixelLimit.check(width, height, megabytes * MB));
        } else {
            assertThrows(PixelLimit.TooLarge.class, () -> PixelLimit.check(width, height, megabytes * MB));
        }
    }

    /** A head that promises more than anybody can hold, and hardly a byte behind it: refused by the head alone. */
    @Test
    void itIsRefusedBeforeItIsOpened() {
        byte[] head = {
            (byte) 0xff,
            (byte) 0xd8,
            (byte) 0xff,
            (byte) 0xc0,
            0,
            11,
            8,
            0x75,
            0x30,
            0x75,
            0x30,
            1,
            1,
            0x11,
            0,
            (byte) 0xff,
            (byte) 0xd9
        };
        assertThrows(IOException.class, () -> JpegPages.decode(head, new Resolution(200)));
        assertThrows(PixelLimit.TooLarge.class, () -> JpegPages.extent(head));
    }
}
