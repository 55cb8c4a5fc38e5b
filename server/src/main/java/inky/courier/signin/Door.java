package inky.courier.signin;

import inky.courier.core.people.GuessLimit;
import java.util.UUID;

/** Where somebody can guess. @param of which one of its kind; empty where there is only one */
public record Door(Kind kind, String of) {
    public enum Kind {
        PANEL(GuessLimit.PANEL),
        SOURCE(GuessLimit.SOURCE),
        OFFICE(GuessLimit.OFFICE),
        ACCOUNT(GuessLimit.ACCOUNT),
        BROWSER(GuessLimit.BROWSER),
        LINK(GuessLimit.LINK),
        FIRST_START(GuessLimit.FIRST_START);

        final GuessLimit limit;

        Kind(GuessLimit limit) {
            this.limit = limit;
        }
    }

    /** All panels together. */
    public static final Door OFFICE = new Door(Kind.OFFICE, "");

    static final Door FIRST_START = new Door(Kind.FIRST_START, "");

    public static Door panel(UUID device) {
        return new Door(Kind.PANEL, device.toString());
    }

    public static Door link(UUID link) {
        return new Door(Kind.LINK, link.toString());
    }

    static Door account(UUID administrator) {
        return new Door(Kind.ACCOUNT, administrator.toString());
    }

    static Door browser(String mark) {
        return new Door(Kind.BROWSER, mark);
    }

    public static Door source(Source source) {
        return new Door(Kind.SOURCE, source.network());
    }
}
