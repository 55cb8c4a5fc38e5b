package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** Which sides of the paper are scanned; keywords of IPP's {@code input-sides} (PWG 5100.15). */
public enum Sides {
    ONE("one-sided"),
    TWO_LONG_EDGE("two-sided-long-edge"),
    TWO_SHORT_EDGE("two-sided-short-edge");

    private final String ipp;

    Sides(String ipp) {
        this.ipp = ipp;
    }

    public String ippKeyword() {
        return ipp;
    }

    public Message words() {
        return Message.of("profile.sides." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    public boolean both() {
        return this != ONE;
    }
}
