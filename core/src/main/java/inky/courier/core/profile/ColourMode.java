package inky.courier.core.profile;

/** How a profile wants its pages; the names in IPP's {@code input-color-mode} (PWG 5100.15) stand beside them. */
public enum ColourMode {
    /** Colour where a page has colour, grey where it has none ({@code auto}). */
    AS_FOUND("auto", "colour as found"),
    COLOUR("color", "colour"),
    GREY("monochrome", "grey"),
    /** Scanned in grey ({@code monochrome}) and made bitonal here, where the threshold is ours. */
    BLACK_AND_WHITE("monochrome", "black and white");

    private final String ipp;
    private final String words;

    ColourMode(String ipp, String words) {
        this.ipp = ipp;
        this.words = words;
    }

    /** What is asked of the device. */
    public String ippKeyword() {
        return ipp;
    }

    public String words() {
        return words;
    }
}
