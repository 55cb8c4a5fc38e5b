package inky.courier.core.people;

import java.time.Duration;

/**
 * How guessing is slowed: a few slips cost nothing, then every failure doubles the pause. NIST SP 800-63B section 5.2.2
 * allows 100 failures in a row at the most; here it is {@value #LOCK_AFTER}, then only an administrator opens again.
 */
public final class Throttle {
    public static final int FREE = 3;
    public static final int LOCK_AFTER = 50;
    private static final Duration LONGEST = Duration.ofMinutes(15);

    private Throttle() {}

    /** How long to wait after so many failures in a row before the next try counts. */
    public static Duration pauseAfter(int failures) {
        if (failures <= FREE) {
            return Duration.ZERO;
        }
        long seconds = 5L << Math.min(failures - FREE - 1, 20);
        return Duration.ofSeconds(Math.min(seconds, LONGEST.toSeconds()));
    }

    public static boolean locked(int failures) {
        return failures >= LOCK_AFTER;
    }

    /**
     * The chance that guesses at random meet anybody's PIN.
     *
     * @param people who have a PIN of this length, all different
     * @param length digits
     * @param guesses different ones
     */
    public static double guessOdds(int people, int length, int guesses) {
        double pins = Math.pow(10, length);
        double missed = 1;
        for (int i = 0; i < guesses && missed > 0; i++) {
            missed *= Math.max(0, (pins - people - i) / (pins - i));
        }
        return 1 - missed;
    }
}
