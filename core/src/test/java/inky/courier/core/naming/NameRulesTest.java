package inky.courier.core.naming;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class NameRulesTest {
    // MS-FSCC section 2.1.5: these and the characters 0x00 to 0x1F are not allowed in a file name
    @ParameterizedTest
    @ValueSource(chars = {'"', '\\', '/', ':', '|', '<', '>', '*', '?', '\0', '\u0001', '\n', '\r', '\u001f'})
    void windowsTakesNoneOfTheForbiddenCharacters(char forbidden) {
        String name = "tide" + forbidden + "table";
        assertFalse(NameRules.WINDOWS.accepts(name + ".pdf"));
        NameRules.Fitted fitted = NameRules.WINDOWS.fit(name, "pdf");
        assertTrue(NameRules.WINDOWS.accepts(fitted.name()), fitted.name());
        assertEquals(1, fitted.changes().size());
    }

    // "Naming Files, Paths, and Namespaces", Win32 (from memory): reserved also with an extension, and in any case
    @ParameterizedTest
    @ValueSource(
            strings = {
                "CON",
                "prn",
                "Aux",
                "NUL",
                "COM1",
                "com9",
                "LPT1",
                "lpt9",
                "COM\u00b9",
                "LPT\u00b3",
                "nul.tar",
                "con "
            })
    void windowsReservedNamesAreNeverMade(String reserved) {
        assertFalse(NameRules.WINDOWS.accepts(reserved.strip() + ".pdf"));
        assertTrue(
                NameRules.WINDOWS.accepts(NameRules.WINDOWS.fit(reserved, "pdf").name()));
        assertTrue(NameRules.POSIX.accepts(reserved.strip() + ".pdf"));
    }

    // MS-FSCC section 2.1.5.2 and Win32: no trailing dot or space
    @ParameterizedTest
    @CsvSource({
        "'berth.', berth.pdf",
        "'berth ', berth.pdf",
        "'berth. .', berth.pdf",
        "' berth', berth.pdf",
        "COM10, COM10.pdf"
    })
    void windowsNamesEndCleanly(String base, String expected) {
        assertEquals(expected, NameRules.WINDOWS.fit(base, "pdf").name());
    }

    // POSIX.1-2017 section 3.282: any byte but slash and NUL; dot and dot-dot are special (section 3.170)
    @ParameterizedTest
    @CsvSource({"., 'no name.pdf'", ".., 'no name.pdf'", "'', 'no name.pdf'", "a/b, a-b.pdf", "'a:b?', 'a:b?.pdf'"})
    void posixTakesAllButSlash(String base, String expected) {
        assertEquals(expected, NameRules.POSIX.fit(base, "pdf").name());
    }

    // NAME_MAX is 255 bytes on the common file systems; NTFS counts 255 UTF-16 units
    @Test
    void theLimitIsCountedInTheUnitOfTheDestination() {
        String long200 = "\u00e5".repeat(200);
        assertEquals(204, NameRules.WINDOWS.fit(long200, "pdf").name().length());
        String cut = NameRules.POSIX.fit(long200, "pdf").name();
        assertEquals(254, cut.getBytes(StandardCharsets.UTF_8).length);
        assertTrue(cut.endsWith(".pdf"));
        String emoji = NameRules.WINDOWS.fit("\ud83d\udea2".repeat(200), "pdf").name();
        assertTrue(emoji.length() <= 255 && NameRules.WINDOWS.accepts(emoji), "no half of a surrogate pair is left");
    }

    // UAX 15: e followed by U+0301 composes to U+00E9
    @Test
    void namesAreComposed() {
        assertEquals("caf\u00e9.pdf", NameRules.POSIX.fit("cafe\u0301", "pdf").name());
    }

    @Test
    void theTimeOfTheMockedOfficeLosesItsColonOnWindowsOnly() {
        assertEquals(
                "2026-11-24 10.41.pdf",
                NameRules.WINDOWS.fit("2026-11-24 10:41", "pdf").name());
        assertEquals(
                "2026-11-24 10:41.pdf",
                NameRules.POSIX.fit("2026-11-24 10:41", "pdf").name());
    }

    @ParameterizedTest
    @EnumSource(NameRules.class)
    void whateverIsTypedBecomesANameThatIsAcceptedAndStaysSo(NameRules rules) {
        Random random = new Random(2026);
        for (int i = 0; i < 2000; i++) {
            StringBuilder base = new StringBuilder();
            int length = random.nextInt(300);
            for (int c = 0; c < length; c++) {
                base.append((char) (random.nextInt(8) == 0 ? random.nextInt(0x10000) : 32 + random.nextInt(96)));
            }
            String name = rules.fit(base.toString(), "pdf").name();
            assertTrue(rules.accepts(name), name);
            assertFalse(name.contains("/") || name.contains("\n") || name.contains("\r"), name);
            assertEquals(
                    name,
                    rules.fit(name.substring(0, name.length() - 4), "pdf").name(),
                    "fitting twice changes nothing");
            assertTrue(Normalizer.isNormalized(name, Normalizer.Form.NFC));
        }
    }
}
