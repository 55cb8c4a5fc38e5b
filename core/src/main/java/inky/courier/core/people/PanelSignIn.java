package inky.courier.core.people;

import inky.courier.core.Invalid;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;

/**
 * How people sign in at panels.
 *
 * @param way by PIN, by card, or by both
 * @param pinLength of PINs that Courier gives, and the least of those that people choose: 4 to 8 digits
 * @param choose whether people choose a new PIN themselves when they need one; otherwise it is given by chance
 * @param firstPinOnce whether a PIN that an administrator had made must be replaced when it is used first
 * @param pinDays after how many days a PIN must be replaced, 30 to 730; 0 for never
 * @param guests whether jobs for guests can be used without signing in; absent for no
 * @param claims whether people may claim what their device sent by itself and names nobody; absent for no
 */
public record PanelSignIn(
        Way way, int pinLength, boolean choose, boolean firstPinOnce, int pinDays, Boolean guests, Boolean claims) {
    public static final PanelSignIn USUAL = new PanelSignIn(Way.PIN, 6, false, false, 0, false, false);

    private static final int FEWEST_DAYS = 30;
    private static final int MOST_DAYS = 730;

    /** What somebody shows at the door. */
    public enum Way {
        PIN,
        /** A card alone, or a PIN. */
        CARD_OR_PIN,
        /** A card, and then its person's PIN; who has no card yet enrols one by their PIN. */
        CARD_AND_PIN
    }

    public PanelSignIn {
        way = Objects.requireNonNullElse(way, Way.PIN);
        // Absent in what was written before there was this; no is meant.
        guests = Boolean.TRUE.equals(guests);
        claims = Boolean.TRUE.equals(claims);
    }

    /** @throws Invalid when it breaks a rule */
    public void check() {
        if (pinLength < Pin.SHORTEST || pinLength > Pin.LONGEST) {
            throw Invalid.of("panel-sign-in.length", "pinLength");
        }
        if (pinDays != 0 && (pinDays < FEWEST_DAYS || pinDays > MOST_DAYS)) {
            throw Invalid.of("panel-sign-in.days", "pinDays");
        }
    }

    /** Why somebody who knows their PIN needs another. */
    public enum Replace {
        /** It was made by somebody else, for the first time only. */
        FIRST,
        TOO_OLD,
        TOO_SHORT,
        /** They asked for it themselves. */
        WANTED
    }

    /**
     * @param length of a PIN
     * @param madeByOther whether an administrator had it made and it was never replaced
     * @param madeAt when; absent where that is not known, which then counts from nowhere
     */
    public Optional<Replace> replaced(int length, boolean madeByOther, Optional<Instant> madeAt, Instant now) {
        if (firstPinOnce && madeByOther) {
            return Optional.of(Replace.FIRST);
        }
        if (length < pinLength) {
            return Optional.of(Replace.TOO_SHORT);
        }
        boolean old = pinDays > 0
                && madeAt.filter(at -> at.plus(Duration.ofDays(pinDays)).isBefore(now))
                        .isPresent();
        return old ? Optional.of(Replace.TOO_OLD) : Optional.empty();
    }
}
