package inky.courier.core.connection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.connection.DeviceGrant.AskAgain;
import inky.courier.core.connection.DeviceGrant.Next;
import inky.courier.core.connection.DeviceGrant.TooLate;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** RFC 8628, from memory. */
class DeviceGrantTest {
    private static final Instant NOW = Instant.parse("2026-11-25T09:00:00Z");

    private static DeviceGrant grant(int interval) {
        // Section 3.2's example: a code of 1800 s, asked for every 5 s.
        return new DeviceGrant(Duration.ofSeconds(interval), NOW.plusSeconds(1800));
    }

    // Section 3.5: what each error asks of the client, and the interval of its next question in seconds.
    @ParameterizedTest
    @CsvSource({
        "authorization_pending, AskAgain, 5",
        "slow_down, AskAgain, 10",
        "access_denied, Declined, 0",
        "expired_token, TooLate, 0",
        // RFC 6749 section 5.2.
        "invalid_client, Refused, 0",
        "unauthorized_client, Refused, 0",
        "invalid_grant, Refused, 0",
        // RFC 6749 section 4.1.2.1; treated as no answer.
        "temporarily_unavailable, AskAgain, 10",
    })
    void eachErrorHasItsNextStep(String error, String next, int seconds) {
        Next after = grant(5).after(error, NOW);
        assertEquals(next, after.getClass().getSimpleName());
        if (after instanceof AskAgain again) {
            assertEquals(Duration.ofSeconds(seconds), again.grant().interval());
            assertEquals(NOW.plusSeconds(seconds), again.at());
        }
    }

    @Test
    void slowDownHoldsForAllLaterQuestions() {
        Next slower = grant(5).after("slow_down", NOW);
        DeviceGrant grant = ((AskAgain) slower).grant();
        AskAgain later = (AskAgain) grant.after("authorization_pending", NOW);
        assertEquals(Duration.ofSeconds(10), later.grant().interval());
    }

    @Test
    void withoutAnAnswerThePausesDoubleUpToTwoMinutes() {
        DeviceGrant grant = grant(5);
        for (int expected : List.of(10, 20, 40, 80, 120, 120)) {
            AskAgain again = (AskAgain) grant.afterNoAnswer(NOW);
            grant = again.grant();
            assertEquals(expected, grant.interval().toSeconds());
        }
    }

    /** Whatever the cloud says, nobody asks after the code has ended, nor sooner than was asked for. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void questionsEndWithTheCodeAndNeverComeSooner(long seed) {
        Random random = new Random(seed);
        List<String> errors = List.of("authorization_pending", "slow_down", "server_error");
        DeviceGrant grant = grant(1 + random.nextInt(10));
        Instant now = NOW;
        Next next = new AskAgain(grant, grant.firstQuestion(now));
        while (next instanceof AskAgain again) {
            assertTrue(again.at().isBefore(grant.expires()));
            assertTrue(again.grant().interval().compareTo(grant.interval()) >= 0);
            grant = again.grant();
            now = again.at();
            next = grant.after(errors.get(random.nextInt(errors.size())), now);
        }
        assertInstanceOf(TooLate.class, next);
    }
}
