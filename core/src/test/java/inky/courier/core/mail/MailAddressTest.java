package inky.courier.core.mail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.Invalid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MailAddressTest {
    // RFC 5321 section 4.1.2 (Dot-string) with the characters of RFC 5322 section 3.2.3
    @ParameterizedTest
    @ValueSource(
            strings = {
                "oda.fennick@wherrymoor.example",
                "a@b",
                "x!#$%&'*+/=?^_`{|}~-y@office.example",
                "scan+mail@sub.office.example"
            })
    void addressesOfTheGrammarAreTaken(String address) {
        assertEquals(address, new MailAddress(address).text());
    }

    // RFC 6531 section 3.3; the domain as RFC 5890 section 2.3.2.1 has it for people
    @ParameterizedTest
    @CsvSource({
        "kj\u00f8lv@wherrymoor.example, true",
        "\u00e1sa.kj\u00f8lv@b\u00fcro.example, true",
        "\u7f8e\u6e2f@wherrymoor.example, true",
        "oda@b\u00fcro.example, false",
        "oda@office.example, false"
    })
    void lettersOutsideAsciiMayStandInBothParts(String address, boolean needsUtf8) {
        assertEquals(needsUtf8, new MailAddress(address).needsUtf8());
    }

    /** In octets of UTF-8: RFC 6531 section 3.3 keeps the limits of RFC 5321. */
    @Test
    void theLimitsCountOctets() {
        new MailAddress("\u00f8".repeat(32) + "@office.example");
        assertThrows(Invalid.class, () -> new MailAddress("\u00f8".repeat(33) + "@office.example"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "a\u00a0b@office.example",
                "a\u200bb@office.example",
                "a\u202eb@office.example",
                "oda@off\u2028ice.example",
                "oda@\u2013office.example",
                "",
                "oda",
                "@office.example",
                "oda@",
                ".oda@office.example",
                "oda.@office.example",
                "o..da@office.example",
                "oda@-office.example",
                "oda@office..example",
                "oda fennick@office.example",
                "oda@office.example\r\nBcc: x@y.example",
                "oda@office.example,x@y.example",
                "<oda@office.example>"
            })
    void everythingElseIsRefusedWithARemedy(String address) {
        Invalid invalid = assertThrows(Invalid.class, () -> new MailAddress(address));
        assertEquals("mail.address", invalid.problems().get(0).code());
    }

    // RFC 5321 section 4.5.3.1: local part 64, path 256 with its brackets
    @Test
    void theLimitsAreThoseOfTheStandard() {
        new MailAddress("a".repeat(64) + "@office.example");
        assertThrows(Invalid.class, () -> new MailAddress("a".repeat(65) + "@office.example"));
        String label = "b".repeat(63) + ".";
        String domain = label + label + label;
        assertEquals(
                254,
                new MailAddress("c".repeat(64) + "@" + domain.substring(0, 189 - 2) + "bb")
                                .text()
                                .length()
                        + 0);
        assertThrows(Invalid.class, () -> new MailAddress("c".repeat(64) + "@" + domain.substring(0, 189 - 2) + "bbb"));
    }
}
