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

    /** It may have been mended while the try was under way that found it broken. */
    private static final Duration FIRST_QUESTION = Duration.ofMinutes(1);

    /** What Courier itself cannot do is not tried for ever: somebody has to look at this machine. */
    static final Duration OWN_GIVE_UP = Duration.ofDays(1);

    private static final int MOST_DEATHS = 6;

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
        Duration seldom = asked == 0 ? FIRST_QUESTION : UNTIL_MENDED;
        Duration pause = setback.lasting() == Lasting.UNTIL_MENDED ? seldom : growing(asked + 1);
        return now.plus(jittered(wish.compareTo(pause) > 0 ? wish : pause, random));
    }

    /**
     * When Courier tries again what failed through its own fault, or nothing when it is time to stop.
     *
     * @param failures in a row, 1 or more
     * @param since when it was first tried
     */
    public static Optional<Instant> afterOwnFailure(int failures, Instant since, Instant now, RandomGenerator random) {
        Instant next = now.plus(jittered(growing(failures), random));
        return next.isAfter(since.plus(OWN_GIVE_UP)) ? Optional.empty() : Optional.of(next);
    }

    /**
     * When to go on with what a process was carrying that is gone; soon at first, as processes are stopped for many
     * reasons, and never when they keep dying of it.
     *
     * @param deaths in a row, 1 or more
     */
    public static Optional<Instant> afterDeath(int deaths, Instant now, RandomGenerator random) {
        if (deaths > MOST_DEATHS) {
            return Optional.empty();
        }
        return Optional.of(deaths <= 2 ? now : now.plus(jittered(growing(deaths), random)));
    }

    private static Duration growing(int tries) {
        return tries <= FIRST.size() ? FIRST.get(Math.max(0, tries - 1)) : LATER;
    }

    private static Duration jittered(Duration pause, RandomGenerator random) {
        return Duration.ofMillis(Math.round(pause.toMillis() * (1 + JITTER * random.nextDouble())));
    }
}
