package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** How a profile wants its pages; the names in IPP's {@code input-color-mode} (PWG 5100.15) stand beside them. */
public enum ColourMode {
    /** Colour where a page has colour, grey where it has none ({@code auto}). */
    AS_FOUND("auto"),
    COLOUR("color"),
    GREY("monochrome"),
    /** Scanned in grey ({@code monochrome}) and made bitonal here, where the threshold is ours. */
    BLACK_AND_WHITE("monochrome");

    private final String ipp;

    ColourMode(String ipp) {
        this.ipp = ipp;
    }

    /** What is asked of the device. */
    public String ippKeyword() {
        return ipp;
    }

    public Message words() {
        return Message.of("profile.colour." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }
}
