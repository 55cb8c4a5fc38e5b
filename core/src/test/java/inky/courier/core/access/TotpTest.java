package inky.courier.core.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TotpTest {
    private static final byte[] KEY = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);

    // RFC 6238 appendix B; its errata 2866: the keys of SHA-256 and SHA-512 are 32 and 64 bytes
    @ParameterizedTest
    @CsvSource({
        "59, 94287082, 46119246, 90693936",
        "1111111109, 07081804, 68084774, 25091201",
        "1111111111, 14050471, 67062674, 99943326",
        "1234567890, 89005924, 91819424, 93441116",
        "2000000000, 69279037, 90698825, 38618901",
        "20000000000, 65353130, 77737706, 47863826",
    })
    void testVectors(long time, String sha1, String sha256, String sha512) {
        String digits = "1234567890".repeat(7);
        assertEquals(sha1, Totp.code("HmacSHA1", key(digits, 20), time / 30, 8));
        assertEquals(sha256, Totp.code("HmacSHA256", key(digits, 32), time / 30, 8));
        assertEquals(sha512, Totp.code("HmacSHA512", key(digits, 64), time / 30, 8));
    }

    private static byte[] key(String digits, int length) {
        return digits.substring(0, length).getBytes(StandardCharsets.US_ASCII);
    }

    // RFC 4648 section 10, and the key of RFC 4226 appendix D
    @ParameterizedTest
    @CsvSource({
        "f, MY",
        "fo, MZXQ",
        "foo, MZXW6",
        "foob, MZXW6YQ",
        "fooba, MZXW6YTB",
        "foobar, MZXW6YTBOI",
        "12345678901234567890, GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ"
    })
    void keysAsPeopleTypeThem(String text, String base32) {
        assertEquals(base32, Totp.base32(text.getBytes(StandardCharsets.US_ASCII)));
    }

    @Test
    void aCodeHoldsForAStepOnEitherSideAndIsTakenOnce() {
        long now = 1_234_567_890;
        String code = Totp.code("HmacSHA1", KEY, now / 30, 6);
        assertEquals(
                OptionalLong.of(now / 30), Totp.stepOf(KEY, code.substring(0, 3) + " " + code.substring(3), now, 0));
        assertTrue(Totp.stepOf(KEY, code, now + 30, 0).isPresent());
        assertTrue(Totp.stepOf(KEY, code, now - 30, 0).isPresent());
        assertTrue(Totp.stepOf(KEY, code, now + 90, 0).isEmpty());
        assertTrue(Totp.stepOf(KEY, code, now, now / 30).isEmpty(), "a second time");
        assertTrue(Totp.stepOf(KEY, "", now, 0).isEmpty());
    }
}
