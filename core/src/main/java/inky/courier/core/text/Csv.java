package inky.courier.core.text;

import java.util.List;
import java.util.stream.Collectors;

/**
 * Rows of comma-separated values (RFC 4180 section 2): lines end with CR LF, quotes stand around what holds a comma, a quote or
 * a line end, and are doubled within. Spreadsheets run cells that begin like a formula, so those begin with an apostrophe
 * instead, which spreadsheets take for "this is text" (OWASP, CSV Injection).
 */
public final class Csv {
    private Csv() {}

    public static String row(List<String> cells) {
        return cells.stream().map(Csv::cell).collect(Collectors.joining(",", "", "\r\n"));
    }

    private static String cell(String text) {
        String safe = text.matches("(?s)[=+\\-@\t\r\n\uff1d\uff0b\uff0d\uff20].*") ? "'" + text : text;
        return safe.matches("(?s).*[,\"\r\n].*") ? '"' + safe.replace("\"", "\"\"") + '"' : safe;
    }
}
