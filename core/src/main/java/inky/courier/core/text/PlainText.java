package inky.courier.core.text;

/**
 * Texts of one line as people may give them: without signs that are not seen and change what is. Control characters (Unicode
 * general category Cc) break lines and protocols; bidirectional marks (Unicode UAX 9, section 2) turn a name around, so that
 * {@code exe.pdf} can be shown where {@code fdp.exe} stands (Unicode UTS 39, section 2; CVE-2021-42574).
 */
public final class PlainText {
    private PlainText() {}

    /** Whether it is a control character, a line or paragraph separator, a bidirectional mark, or half a sign. */
    public static boolean isUnseen(int codePoint) {
        return Character.isISOControl(codePoint)
                || codePoint == 0x061c
                || codePoint == 0x200e
                || codePoint == 0x200f
                || codePoint >= 0x2028 && codePoint <= 0x202e
                || codePoint >= 0x2066 && codePoint <= 0x2069
                || codePoint == 0xfeff
                || codePoint >= 0xd800 && codePoint <= 0xdfff;
    }

    public static boolean isLine(String text) {
        return text.codePoints().noneMatch(PlainText::isUnseen);
    }

    /** Whether it can be the name of something: a line that is not blank. @param longest in UTF-16 units */
    public static boolean isName(String text, int longest) {
        return !text.isBlank() && text.length() <= longest && isLine(text);
    }

    /** The same without what is not seen, each run of it a space. */
    public static String line(String text) {
        StringBuilder line = new StringBuilder();
        text.codePoints().forEach(c -> {
            if (!isUnseen(c)) {
                line.appendCodePoint(c);
            } else if (!line.isEmpty() && line.charAt(line.length() - 1) != ' ') {
                line.append(' ');
            }
        });
        return line.toString().strip();
    }

    /** The same, cut where it is longer; no sign is cut in two. @param longest in UTF-16 units */
    public static String line(String text, int longest) {
        String line = line(text);
        if (line.length() <= longest) {
            return line;
        }
        int end = Character.isHighSurrogate(line.charAt(longest - 1)) ? longest - 1 : longest;
        return line.substring(0, end).strip();
    }
}
