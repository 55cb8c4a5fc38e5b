package inky.courier.folder;

import static org.assertj.core.api.Assertions.assertThat;

import com.hierynomus.security.Mac;
import com.hierynomus.security.bc.BCSecurityProvider;
import java.util.HexFormat;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The examples of RFC 4493 section 4, and Bouncy Castle beside it. */
class AesCmacTest {
    private static final byte[] KEY = HexFormat.of().parseHex("2b7e151628aed2a6abf7158809cf4f3c");
    private static final byte[] MESSAGE = HexFormat.of()
            .parseHex("6bc1bee22e409f96e93d7e117393172aae2d8a571e03ac9c9eb76fac45af8e51"
                    + "30c81c46a35ce411e5fbc1191a0a52eff69f2445df4f9b17ad2b417be66c3710");

    @ParameterizedTest
    @CsvSource({
        "0, bb1d6929e95937287fa37d129b756746",
        "16, 070a16b46b4d4144f79bdd9dd04a287c",
        "40, dfa66747de9ae63030ca32611497c827",
        "64, 51f0bebf7e3b9d92fc49741779363cfe"
    })
    void theExamplesOfTheStandard(int length, String expected) throws Exception {
        Mac mac = new AesCmac();
        mac.init(KEY);
        mac.update(MESSAGE, 0, length);
        assertThat(HexFormat.of().formatHex(mac.doFinal())).isEqualTo(expected);
    }

    @Test
    void whateverItIsFedInAndHoweverOftenItIsUsedItSaysWhatBouncyCastleSays() throws Exception {
        Random random = new Random(4493);
        Mac ours = new AesCmac();
        Mac theirs = new BCSecurityProvider().getMac("AesCmac");
        for (int i = 0; i < 300; i++) {
            byte[] key = new byte[16];
            random.nextBytes(key);
            ours.init(key);
            theirs.init(key);
            for (int message = 0; message < 2; message++) {
                byte[] bytes = new byte[random.nextInt(i % 10 == 0 ? 200_000 : 200)];
                random.nextBytes(bytes);
                theirs.update(bytes);
                int at = 0;
                while (at < bytes.length) {
                    int piece = Math.min(bytes.length - at, 1 + random.nextInt(i % 10 == 0 ? 90_000 : 40));
                    ours.update(bytes, at, piece);
                    at += piece;
                }
                assertThat(ours.doFinal()).isEqualTo(theirs.doFinal());
            }
            ours.update(MESSAGE);
            ours.reset();
            ours.update(MESSAGE, 0, 7);
            theirs.update(MESSAGE, 0, 7);
            assertThat(ours.doFinal()).isEqualTo(theirs.doFinal());
        }
    }
}
