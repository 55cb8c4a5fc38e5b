package inky.courier.core.connection;

import java.time.Duration;
import java.time.Instant;

/**
 * Waiting until a person has allowed something on another device (RFC 8628): when to ask the cloud next, and when to stop
 * asking.
 *
 * @param interval between two questions; 5 s where the cloud says none (section 3.2)
 * @param expires when the code that the person types is no longer good
 */
public record DeviceGrant(Duration interval, Instant expires) {
    public static final Duration USUAL_INTERVAL = Duration.ofSeconds(5);

    /** Section 3.5: by this much the interval grows for good each time the cloud asks for it. */
    private static final Duration SLOWER = Duration.ofSeconds(5);

    private static final Duration LONGEST_INTERVAL = Duration.ofMinutes(2);

    /** What an answer without tokens means. */
    public sealed interface Next {}

    /** Nobody has decided yet. */
    public record AskAgain(DeviceGrant grant, Instant at) implements Next {}

    /** The person said no. */
    public record Declined() implements Next {}

    /** The code has run out before anybody decided. */
    public record TooLate() implements Next {}

    /** The cloud does not take the question. */
    public record Refused(String error) implements Next {}

    public Instant firstQuestion(Instant now) {
        return now.plus(interval);
    }

    /** @param error the code of RFC 6749 section 5.2 or RFC 8628 section 3.5 */
    public Next after(String error, Instant now) {
        return switch (error) {
            case "authorization_pending" -> again(interval, now);
            case "slow_down" -> again(interval.plus(SLOWER), now);
            case "access_denied" -> new Declined();
            case "expired_token" -> new TooLate();
            // Errors of the moment, which RFC 6749 names for the other endpoint.
            case "server_error", "temporarily_unavailable" -> afterNoAnswer(now);
            default -> new Refused(error);
        };
    }

    /** Section 3.5: after a time-out the pauses double. */
    public Next afterNoAnswer(Instant now) {
        Duration doubled = interval.multipliedBy(2);
        Duration bounded = doubled.compareTo(LONGEST_INTERVAL) > 0 ? LONGEST_INTERVAL : doubled;
        // What the cloud has asked for is never undercut.
        return again(bounded.compareTo(interval) < 0 ? interval : bounded, now);
    }

    private Next again(Duration pause, Instant now) {
        Instant at = now.plus(pause);
        return at.isBefore(expires) ? new AskAgain(new DeviceGrant(pause, expires), at) : new TooLate();
    }
}
