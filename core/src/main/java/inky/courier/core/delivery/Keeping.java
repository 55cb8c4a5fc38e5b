package inky.courier.core.delivery;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * How long pages and files are kept.
 *
 * @param accepted after the last leg was accepted
 * @param others after the scan, when it was never accepted
 */
public record Keeping(Duration accepted, Duration others) {
    /** What may still go is kept, so a time shorter than the tries would promise what is not done. */
    public static final Duration LEAST_OTHERS = RetrySchedule.GIVE_UP.plusDays(1);

    /** What becomes of the contents. */
    public enum Verdict {
        STAY,
        /** They go, and what a person had put aside ends with them. */
        END_HELD_AND_REMOVE,
        REMOVE
    }

    /** Whether the contents of a delivery have to go. What may still be sent by itself stays, however old it is. */
    public Verdict of(List<LegPhase> legs, Instant scannedAt, Optional<Instant> lastAccepted, Instant now) {
        boolean mayGo = legs.stream().anyMatch(leg -> leg == LegPhase.WAITING || leg == LegPhase.MOVING);
        if (mayGo) {
            return Verdict.STAY;
        }
        boolean old = scannedAt.plus(others).isBefore(now);
        if (legs.contains(LegPhase.HELD)) {
            return old ? Verdict.END_HELD_AND_REMOVE : Verdict.STAY;
        }
        return until(legs, scannedAt, lastAccepted).isBefore(now) ? Verdict.REMOVE : Verdict.STAY;
    }

    /** How long the contents stay where nothing more happens; what may still be sent by itself stays longer. */
    public Instant until(List<LegPhase> legs, Instant scannedAt, Optional<Instant> lastAccepted) {
        boolean allAccepted = legs.stream().allMatch(leg -> leg == LegPhase.ACCEPTED);
        return lastAccepted
                .filter(at -> allAccepted)
                .map(at -> at.plus(accepted))
                .orElseGet(() -> scannedAt.plus(others));
    }
}
