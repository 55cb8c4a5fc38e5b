package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** How a profile wants its pages. */
public enum ColourMode {
    /** Colour where a page has colour, grey where it has none. */
    AS_FOUND,
    COLOUR,
    GREY,
    /** Scanned in grey and made bitonal here, where the threshold is ours. */
    BLACK_AND_WHITE;

    public Message words() {
        return Message.of("profile.colour." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }
}
