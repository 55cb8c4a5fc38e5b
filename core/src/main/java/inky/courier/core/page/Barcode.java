package inky.courier.core.page;

/**
 * A barcode on a page.
 *
 * @param symbology which standard it is of
 * @param box where it is, in pixels
 */
public record Barcode(Symbology symbology, String text, Box box) {
    /** What a separator sheet's barcode begins with; the rest is free text for the name of what follows. */
    public static final String SEPARATOR = "COURIER-SPLIT";

    /** The symbologies that are read. */
    public enum Symbology {
        /** ISO/IEC 18004. */
        QR("QR"),
        /** ISO/IEC 15417. */
        CODE_128("Code 128"),
        /** ISO/IEC 16388. */
        CODE_39("Code 39");

        private final String words;

        Symbology(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public boolean isSeparator() {
        return text.startsWith(SEPARATOR);
    }

    /** What a separator sheet says of the document after it; empty when it says nothing. */
    public String separatorText() {
        String rest = text.substring(SEPARATOR.length());
        return rest.replaceFirst("^[:\\s]+", "").strip();
    }
}
