package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** Which sides of the paper are scanned. */
public enum Sides {
    ONE,
    TWO_LONG_EDGE,
    TWO_SHORT_EDGE;

    public Message words() {
        return Message.of("profile.sides." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    public boolean both() {
        return this != ONE;
    }
}
