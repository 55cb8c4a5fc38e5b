package inky.courier.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class JobNameTest {
    private static final String MARK = "8e7f6d5c-4b3a-2918-0706-050403020100.12";

    // RFC 8011 section 5.1.3: name has at most 255 octets
    @ParameterizedTest
    @ValueSource(strings = {"a", "\u00e9", "\u6f6e", "\ud83d\ude00"})
    void aLongNameIsCutBetweenLettersAndKeepsItsMark(String letter) {
        for (int length = 1; length < 300; length += 7) {
            String file = letter.repeat(length) + ".pdf";
            String name = PrintConnector.jobName(file, MARK);
            assertThat(name.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(255);
            assertThat(name).endsWith(" " + MARK);
            String kept = name.substring(0, name.length() - MARK.length() - 1);
            assertThat(file).startsWith(kept);
            assertThat(kept.codePoints().noneMatch(c -> c >= 0xd800 && c <= 0xdfff))
                    .isTrue();
        }
    }
}
