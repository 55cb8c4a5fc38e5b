package inky.courier.core.alert;

import inky.courier.core.alert.Chance.Share;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * How unusual it is that nothing has happened for a while.
 *
 * @param chance that nothing would have happened in that time although all is as usual
 * @param usual how much happens in such a time
 */
public record Quiet(double chance, double usual) {
    /** After so many days without anything, nothing more is learned by waiting. */
    private static final int LONGEST_DAYS = 14;

    /** @param last when something happened last */
    public static Quiet of(UsualWeek week, ZonedDateTime last, ZonedDateTime now, Share others) {
        ZonedDateTime from = last.isBefore(now.minusDays(LONGEST_DAYS)) ? now.minusDays(LONGEST_DAYS) : last;
        double counted = week.counted(from, now);
        return new Quiet(Chance.ofNothing(counted, week.weeks(), others), counted / week.weeks());
    }

    /**
     * When it would be told of, where nothing happens from a time on and all others are as usual.
     *
     * @return to the hour; empty where too little happens in a week for it ever to be said
     */
    public static Optional<ZonedDateTime> toldAt(UsualWeek week, ZonedDateTime last, double limit) {
        for (int hour = 1; hour <= LONGEST_DAYS * 24; hour++) {
            ZonedDateTime at = last.plusHours(hour);
            if (of(week, last, at, Share.AS_USUAL).chance < limit) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }
}
