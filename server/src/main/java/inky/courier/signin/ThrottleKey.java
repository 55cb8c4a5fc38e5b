package inky.courier.signin;

import inky.courier.core.people.ThrottleRule;
import java.util.UUID;

/** What wrong attempts are counted by: where, from where, or at whose account. @param of which one of its kind; empty where there is only one */
public record ThrottleKey(Kind kind, String of) {
    public enum Kind {
        PANEL(ThrottleRule.PANEL),
        SOURCE(ThrottleRule.SOURCE),
        OFFICE(ThrottleRule.OFFICE),
        ACCOUNT(ThrottleRule.ACCOUNT),
        BROWSER(ThrottleRule.BROWSER),
        LINK(ThrottleRule.LINK),
        SHELF(ThrottleRule.SHELF),
        MAIL(ThrottleRule.SOURCE),
        FILES(ThrottleRule.SOURCE),
        FIRST_START(ThrottleRule.FIRST_START);

        final ThrottleRule rule;

        Kind(ThrottleRule rule) {
            this.rule = rule;
        }
    }

    /** All panels together. */
    public static final ThrottleKey OFFICE = new ThrottleKey(Kind.OFFICE, "");

    static final ThrottleKey FIRST_START = new ThrottleKey(Kind.FIRST_START, "");

    public static ThrottleKey panel(UUID device) {
        return new ThrottleKey(Kind.PANEL, device.toString());
    }

    public static ThrottleKey link(UUID link) {
        return new ThrottleKey(Kind.LINK, link.toString());
    }

    /** The passcode of a folder. */
    public static ThrottleKey shelf(UUID folder) {
        return new ThrottleKey(Kind.SHELF, folder.toString());
    }

    static ThrottleKey account(UUID administrator) {
        return new ThrottleKey(Kind.ACCOUNT, administrator.toString());
    }

    static ThrottleKey browser(String mark) {
        return new ThrottleKey(Kind.BROWSER, mark);
    }

    /** A device that signs in to send mail; whoever stands before its panel is not held up by it. */
    public static ThrottleKey mail(Source source) {
        return new ThrottleKey(Kind.MAIL, source.network());
    }

    /** A device that signs in to send files. */
    public static ThrottleKey files(Source source) {
        return new ThrottleKey(Kind.FILES, source.network());
    }

    public static ThrottleKey source(Source source) {
        return new ThrottleKey(Kind.SOURCE, source.network());
    }
}
