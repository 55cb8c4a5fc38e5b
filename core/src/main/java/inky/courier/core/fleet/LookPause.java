package inky.courier.core.fleet;

import java.time.Duration;
import java.time.LocalTime;

/** How long until a device is asked again how it is. */
public final class LookPause {
    private static final Duration IN_USE = Duration.ofSeconds(10);
    private static final Duration USUAL = Duration.ofSeconds(30);

    /** Less than after which a state counts as an old one. */
    private static final Duration AT_NIGHT = Duration.ofMinutes(2);

    private static final Duration LONGEST_AWAY = Duration.ofMinutes(10);
    private static final LocalTime NIGHT = LocalTime.of(21, 0);
    private static final LocalTime MORNING = LocalTime.of(6, 0);

    /** Devices that were asked together drift apart. */
    private static final double JITTER = 0.1;

    private static final int MOST_DOUBLINGS = 10;

    private LookPause() {}

    /**
     * @param unanswered how often in a row it did not answer; each time it is left alone twice as long
     * @param inUse whether somebody scans there, or has just begun to
     * @param clock of the office
     * @param chance 0 to 1
     */
    public static Duration after(int unanswered, boolean inUse, LocalTime clock, double chance) {
        Duration pause = USUAL;
        if (inUse) {
            pause = IN_USE;
        } else if (unanswered > 0) {
            Duration longer = USUAL.multipliedBy(1L << Math.min(unanswered - 1, MOST_DOUBLINGS));
            pause = longer.compareTo(LONGEST_AWAY) < 0 ? longer : LONGEST_AWAY;
        } else if (!clock.isBefore(NIGHT) || clock.isBefore(MORNING)) {
            pause = AT_NIGHT;
        }
        return pause.plusMillis((long) (pause.toMillis() * JITTER * (2 * chance - 1)));
    }
}
