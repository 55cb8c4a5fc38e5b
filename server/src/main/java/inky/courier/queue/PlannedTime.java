package inky.courier.queue;

import inky.courier.core.Invalid;
import jakarta.annotation.Nullable;
import java.time.Duration;
import java.time.Instant;

/** When something is done that people plan for devices. */
public final class PlannedTime {
    private static final Duration LONGEST_AHEAD = Duration.ofDays(60);

    private PlannedTime() {}

    /** @param at absent, or past, for at once @throws Invalid where it is too far ahead */
    public static Instant of(@Nullable Instant at, Instant now) {
        if (at != null && at.isAfter(now.plus(LONGEST_AHEAD))) {
            throw Invalid.of("device.set-when", "at");
        }
        return at == null || at.isBefore(now) ? now : at;
    }
}
