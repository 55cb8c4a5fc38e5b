package inky.courier.core.sizing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import jakarta.mail.internet.MimeUtility;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailSizeTest {
    // RFC 4648 section 10: the encoded vectors, each with one line end
    @ParameterizedTest
    @CsvSource({"0, 0", "1, 6", "2, 6", "3, 6", "4, 10", "5, 10", "6, 10"})
    void theVectorsOfTheStandard(long bytes, long encoded) {
        assertEquals(encoded, MailSize.base64(bytes));
    }

    // RFC 2045 section 6.8: 76 characters a line; against the bytes that Jakarta Mail really writes
    @Test
    void theSizeIsWhatAMailLibraryWrites() throws Exception {
        Random random = new Random(2045);
        for (int i = 0; i < 200; i++) {
            int length = i < 160 ? i : random.nextInt(200_000);
            byte[] content = new byte[length];
            random.nextBytes(content);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (OutputStream encoder = MimeUtility.encode(out, "base64")) {
                encoder.write(content);
            }
            assertEquals(out.size(), MailSize.base64(length), "for " + length + " bytes");
        }
    }

    @Test
    void theLargestAttachmentJustFits() {
        for (long limit = 9_000; limit < 12_000; limit += 7) {
            long largest = MailSize.largestAttachment(limit, 8_192);
            assertTrue(MailSize.base64(largest) + 8_192 <= limit || largest == 0, "limit " + limit);
            assertTrue(MailSize.base64(largest + 3) + 8_192 > limit, "limit " + limit);
        }
    }

    @ParameterizedTest
    @CsvSource({"740, 740 bytes", "757760, 740 KB", "10905190, 10.4 MB"})
    void sizesAreToldAsMailServersCount(long bytes, String words) {
        assertEquals(words, Bytes.words(bytes));
    }
}
