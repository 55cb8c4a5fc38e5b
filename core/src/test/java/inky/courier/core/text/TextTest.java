package inky.courier.core.text;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TextTest {
    // OWASP, CSV Injection: cells that begin with one of these are run by spreadsheets
    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+1", "-1", "@SUM(A1)", "\t=1", "\r=1", "\uff1d1"})
    void aCellThatASpreadsheetWouldRunIsText(String cell) {
        String row = Csv.row(List.of(cell)).replace("\"", "");
        assertEquals("'" + cell + "\r\n", row);
    }

    // RFC 4180 section 2, rules 5 to 7
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {"plain | plain", "a,b | \"a,b\"", "a\"b | \"a\"\"b\"", "2026-11-24 | 2026-11-24", "a=b | a=b"})
    void quotesStandWhereTheyMust(String cell, String expected) {
        assertEquals(expected + "\r\n", Csv.row(List.of(cell)));
    }

    // Unicode UAX 9 section 2: the explicit directional formatting characters; the others change what is seen as well
    @ParameterizedTest
    @ValueSource(ints = {0x202a, 0x202b, 0x202c, 0x202d, 0x202e, 0x2066, 0x2067, 0x2068, 0x2069, 0x200e, 0x200f, 0x61c})
    void bidirectionalMarksAreUnseen(int mark) {
        String name = "ship" + Character.toString(mark) + "fdp.exe";
        assertFalse(PlainText.isName(name, 80));
        assertEquals("ship fdp.exe", PlainText.line(name));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"\u00c1sa Kj\u00f8lv", "\u05d3\u05e0\u05d4", "\u6f6e\u898b", "Quay House 4", "\ud83d\udea2 list"
            })
    void namesInAnyScriptStay(String name) {
        assertTrue(PlainText.isName(name, 80));
        assertEquals(name, PlainText.line(name));
    }

    @Test
    void brokenAndBlankNamesAreNone() {
        assertFalse(PlainText.isName(" ", 80));
        assertFalse(PlainText.isName("\ud800", 80));
        assertFalse(PlainText.isName("abc", 2));
    }
}
