package inky.courier.signin;

import inky.courier.core.people.Throttle;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Counts failed sign-ins by a key (an account, a device) and slows the next. An attempt is counted before it is checked
 * and forgiven when it was right, so that many at once gain nothing.
 */
@Component
public class Attempts {
    private final JdbcClient jdbc;
    private final Clock clock;

    Attempts(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private record Row(int failures, Instant lastAt) {}

    /** @throws Refusal when it is too early for another attempt, or when only an administrator may open again */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void begin(String key) {
        Instant now = clock.instant();
        // In one statement: between two, whoever signs in could remove it.
        Row row = jdbc.sql("insert into sign_in_attempt (key, failures, last_at) values (?, 0, ?) "
                        + "on conflict (key) do update set key = excluded.key returning failures, last_at")
                .params(key, OffsetDateTime.now(clock))
                .query((r, n) -> new Row(
                        r.getInt(1), r.getObject(2, OffsetDateTime.class).toInstant()))
                .single();
        if (Throttle.locked(row.failures)) {
            throw new Refusal(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "sign-in.locked",
                    "Too many wrong attempts: signing in is locked here.",
                    "An administrator can open it again.");
        }
        Duration pause = Throttle.pauseAfter(row.failures);
        Duration left = Duration.between(now, row.lastAt.plus(pause));
        if (!pause.isZero() && !left.isNegative()) {
            long seconds = Math.max(1, left.toSeconds() + 1);
            throw new Refusal(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "sign-in.wait",
                    "Too many wrong attempts just now.",
                    "Try again in " + seconds + " s.");
        }
        jdbc.sql("update sign_in_attempt set failures = failures + 1, last_at = ? where key = ?")
                .params(OffsetDateTime.now(clock), key)
                .update();
    }

    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void succeeded(String key) {
        jdbc.sql("delete from sign_in_attempt where key = ?").param(key).update();
    }
}
