package inky.courier.core.delivery;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * When to try a leg again. A submitting client may begin quickly; from there on the pause is the 30 minutes that RFC
 * 5321 section 4.5.4.1 asks for, and it gives up after 4 days, the same section's least.
 */
public final class RetrySchedule {
    private static final List<Duration> FIRST =
            List.of(Duration.ofSeconds(15), Duration.ofMinutes(1), Duration.ofMinutes(3), Duration.ofMinutes(10));
    private static final Duration LATER = Duration.ofMinutes(30);

    /** How long a leg is tried before somebody is told that it will not go. */
    public static final Duration GIVE_UP = Duration.ofDays(4);

    /** What waits for a person asks seldom: an account that is refused too often gets locked. */
    private static final Duration UNTIL_MENDED = Duration.ofMinutes(15);

    /** A far side that asks for more than this is asked all the same. */
    private static final Duration LONGEST_WISH = Duration.ofHours(6);

    /** So that many legs that failed together do not come back together. */
    private static final double JITTER = 0.2;

    private RetrySchedule() {}

    /**
     * The next try, or nothing when it is time to give up. What the far side wishes counts when it is longer.
     *
     * @param tries how many have failed, 1 or more
     * @param since when the leg first wanted to go
     */
    public static Optional<Instant> next(
            Setback setback, int tries, Instant since, Instant now, RandomGenerator random) {
        if (setback.lasting() == Lasting.FOR_GOOD) {
            return Optional.empty();
        }
        Duration pause = setback.lasting() == Lasting.UNTIL_MENDED ? UNTIL_MENDED : growing(tries);
        Duration wish = setback.wish().orElse(Duration.ZERO);
        if (wish.compareTo(LONGEST_WISH) > 0) {
            wish = LONGEST_WISH;
        }
        Instant next = now.plus(jittered(wish.compareTo(pause) > 0 ? wish : pause, random));
        return next.isAfter(since.plus(GIVE_UP)) ? Optional.empty() : Optional.of(next);
    }

    /** When a paused route is asked again. @param asked how often it has been asked in vain, 0 or more */
    public static Instant nextQuestion(Setback setback, int asked, Instant now, RandomGenerator random) {
        Duration wish = setback.wish().orElse(Duration.ZERO);
        Duration pause = setback.lasting() == Lasting.UNTIL_MENDED ? UNTIL_MENDED : growing(asked + 1);
        return now.plus(jittered(wish.compareTo(pause) > 0 ? wish : pause, random));
    }

    private static Duration growing(int tries) {
        return tries <= FIRST.size() ? FIRST.get(Math.max(0, tries - 1)) : LATER;
    }

    private static Duration jittered(Duration pause, RandomGenerator random) {
        return Duration.ofMillis(Math.round(pause.toMillis() * (1 + JITTER * random.nextDouble())));
    }
}
