package inky.courier.queue;

import java.time.Duration;
import java.util.List;

/** How long something is left alone that a far side has not taken: at first little, then an hour. */
public final class Pauses {
    private static final List<Duration> FIRST =
            List.of(Duration.ofMinutes(1), Duration.ofMinutes(5), Duration.ofMinutes(15));
    private static final Duration LONGEST = Duration.ofHours(1);

    private Pauses() {}

    /** @param failures before the one that has just been */
    public static Duration after(int failures) {
        return failures < FIRST.size() ? FIRST.get(failures) : LONGEST;
    }
}
