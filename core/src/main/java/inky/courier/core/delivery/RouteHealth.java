package inky.courier.core.delivery;

import java.time.Instant;
import java.util.random.RandomGenerator;

/**
 * Whether a way out works. One that fails repeatedly is paused as a whole: its legs wait, one question asks after it,
 * and they all go when it is well.
 */
public sealed interface RouteHealth {
    /** Failures of different legs in a row before a route is paused; what a person must mend pauses it at once. */
    int FAILURES = 3;

    /** Works, as far as is known. @param failures in a row, fewer than {@link #FAILURES} */
    record Well(int failures) implements RouteHealth {}

    /** @param asked how often it has been asked in vain */
    record Paused(Setback setback, Instant since, int asked, Instant nextQuestion) implements RouteHealth {}

    RouteHealth WELL = new Well(0);

    default RouteHealth afterSuccess() {
        return WELL;
    }

    /** After a leg has failed; what is about that one alone changes nothing. */
    default RouteHealth afterFailure(Setback setback, Instant now, RandomGenerator random) {
        if (!setback.isAboutTheRoute() || this instanceof Paused) {
            return this;
        }
        int failures = ((Well) this).failures + 1;
        return failures >= FAILURES || setback.lasting() == Lasting.UNTIL_MENDED
                ? new Paused(setback, now, 0, RetrySchedule.nextQuestion(setback, 0, now, random))
                : new Well(failures);
    }

    /** After a question in vain. */
    default RouteHealth afterQuestion(Setback setback, Instant now, RandomGenerator random) {
        if (!(this instanceof Paused paused)) {
            return this;
        }
        int asked = paused.asked + 1;
        return new Paused(setback, paused.since, asked, RetrySchedule.nextQuestion(setback, asked, now, random));
    }
}
