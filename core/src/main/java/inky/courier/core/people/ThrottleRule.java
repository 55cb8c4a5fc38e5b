package inky.courier.core.people;

import java.time.Duration;
import java.time.Instant;

/**
 * How wrong sign-ins slow the next ones. Each adds one to a level that falls by time alone, by one every
 * {@code forgiven}; a right sign-in takes back only itself. Up to {@code free} costs nothing, then each doubles the pause,
 * up to {@code forgiven}: from there on the level stays where it is, so nobody is ever locked out for good, and nobody
 * guesses faster than once in that time.
 *
 * @param free how many are free of any pause, 1 or more
 * @param forgiven after how long one is forgotten
 */
public record ThrottleRule(int free, Duration forgiven) {
    /** NIST SP 800-63B section 5.2.2: no more than 100 failures. */
    private static final int MOST = 100;

    private static final long FIRST_PAUSE_SECONDS = 5;

    /** One device's panel. */
    public static final ThrottleRule PANEL = new ThrottleRule(4, Duration.ofMinutes(10));

    /** One address from which people sign in; several panels may share one. */
    public static final ThrottleRule SOURCE = new ThrottleRule(10, Duration.ofMinutes(10));

    /** All panels together, since a PIN is somebody's at every one of them. */
    public static final ThrottleRule OFFICE = new ThrottleRule(MOST, Duration.ofMinutes(15));

    /** One administrator's account, from browsers in which it never signed in. */
    public static final ThrottleRule ACCOUNT = new ThrottleRule(20, Duration.ofMinutes(15));

    /** A browser in which this account has signed in before: nobody else can use up what it has. */
    public static final ThrottleRule BROWSER = new ThrottleRule(4, Duration.ofMinutes(5));

    /** The passcode of one download link. */
    public static final ThrottleRule LINK = new ThrottleRule(4, Duration.ofHours(1));

    /** The passcode of a folder of the shelf, whoever tries it. */
    public static final ThrottleRule SHELF = new ThrottleRule(4, Duration.ofMinutes(10));

    /** The code by which the first administrator is made. */
    public static final ThrottleRule FIRST_START = new ThrottleRule(4, Duration.ofMinutes(2));

    private static final double ROUNDING = 1e-6;

    public ThrottleRule {
        if (free < 1 || free > MOST || forgiven.compareTo(Duration.ofSeconds(FIRST_PAUSE_SECONDS)) < 0) {
            throw new IllegalArgumentException("1 to " + MOST + " free, one forgiven in 5 s or more");
        }
    }

    /**
     * What is known by one key.
     *
     * @param level failures that are not forgiven yet, as it was then; 0 or more
     * @param at when the last attempt was made
     */
    public record Level(double level, Instant at) {
        public static final Level NONE = new Level(0, Instant.EPOCH);
    }

    public double levelAt(Level known, Instant now) {
        double passed = Math.max(0, Duration.between(known.at, now).toMillis());
        return Math.max(0, known.level - passed / forgiven.toMillis());
    }

    /** How long until another attempt counts; zero for now. */
    public Duration pause(Level known, Instant now) {
        // In whole failures as they were at the last attempt: while one waits, the pause must not shrink to nothing.
        double above = Math.ceil(known.level) - free;
        if (above <= 0) {
            return Duration.ZERO;
        }
        double wanted = FIRST_PAUSE_SECONDS * Math.pow(2, Math.min(above - 1, 40));
        Duration whole = Duration.ofMillis((long) Math.min(wanted * 1000, forgiven.toMillis()));
        Duration left = whole.minus(Duration.between(known.at, now));
        return left.isNegative() ? Duration.ZERO : left;
    }

    public Level attempted(Level known, Instant now) {
        return new Level(levelAt(known, now) + 1, now);
    }

    /**
     * An attempt was right: it takes back itself, and nothing of what was before it.
     *
     * @param known as it is now; others may have tried, or been right, since
     * @param before as it was before that attempt
     * @param attempted when it was made
     */
    public Level right(Level known, Level before, Instant attempted) {
        boolean alone = known.at.equals(attempted) && Math.abs(known.level - 1 - levelAt(before, attempted)) < ROUNDING;
        return alone ? before : less(known);
    }

    /** One wrong attempt is forgiven. */
    public Level less(Level known) {
        return new Level(Math.max(0, known.level - 1), known.at);
    }

    /** How many wrong attempts one who never rests has in a time, from an empty level: what {@link #pause} allows. */
    public int mostIn(Duration time) {
        Instant start = Instant.EPOCH;
        Instant now = start;
        Level level = Level.NONE;
        int made = 0;
        while (!now.isAfter(start.plus(time))) {
            level = attempted(level, now);
            made++;
            now = now.plus(pause(level, now));
        }
        return made;
    }
}
