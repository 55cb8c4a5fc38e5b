package inky.courier.core.document;

/** Text that XML 1.0 can hold. */
final class Ooxml {
    private Ooxml() {}

    /** Without control characters, which no XML may carry. */
    static String text(String text) {
        return text.codePoints()
                .filter(point ->
                        point >= 0x20 && point != 0xfffe && point != 0xffff && !(point >= 0xd800 && point <= 0xdfff))
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }
}
