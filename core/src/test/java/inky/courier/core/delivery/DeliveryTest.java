package inky.courier.core.delivery;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeliveryTest {
    private static final Instant START = Instant.parse("2026-11-24T10:00:00Z");

    @ParameterizedTest
    @CsvSource({
        "WAITING, MOVING, true", "WAITING, STOPPED, true", "WAITING, ACCEPTED, false",
        "MOVING, ACCEPTED, true", "MOVING, WAITING, true", "MOVING, STOPPED, true",
        "STOPPED, WAITING, true", "STOPPED, MOVING, false", "STOPPED, ACCEPTED, false",
        "ACCEPTED, WAITING, false", "ACCEPTED, MOVING, false", "ACCEPTED, STOPPED, false",
    })
    void whatWasAcceptedIsNeverSentAgain(LegState from, LegState to, boolean allowed) {
        if (allowed) {
            assertEquals(to, from.to(to));
        } else {
            assertThrows(IllegalStateException.class, () -> from.to(to));
        }
    }

    // RFC 5321 section 4.5.4.1: at least 30 minutes between later tries, and giving up after 4 days at the earliest
    @Test
    void triesGrowRarerAndEndAfterFourDays() {
        Instant now = START;
        Random random = new Random(4541);
        int tries = 0;
        Duration last = Duration.ZERO;
        Optional<Instant> next = RetrySchedule.next(Lasting.PASSES, 1, START, now, random);
        while (next.isPresent()) {
            last = Duration.between(now, next.get());
            assertTrue(!last.isNegative() && !last.isZero());
            now = next.get();
            tries++;
            next = RetrySchedule.next(Lasting.PASSES, tries + 1, START, now, random);
        }
        assertTrue(
                last.compareTo(Duration.ofMinutes(30)) >= 0 && last.compareTo(Duration.ofMinutes(36)) <= 0,
                "last pause " + last);
        assertTrue(
                Duration.between(START, now).compareTo(Duration.ofDays(4).minusMinutes(37)) > 0,
                "gave up after " + Duration.between(START, now));
    }

    @Test
    void whatCannotGoIsNotTriedAndWhatWaitsForAPersonAsksSeldom() {
        Random random = new Random(1);
        assertEquals(Optional.empty(), RetrySchedule.next(Lasting.FOR_GOOD, 1, START, START, random));
        Instant next = RetrySchedule.next(Lasting.UNTIL_MENDED, 1, START, START, random)
                .orElseThrow();
        assertTrue(Duration.between(START, next).compareTo(Duration.ofMinutes(15)) >= 0);
    }

    @Test
    void legsThatFailedTogetherDoNotComeBackTogether() {
        Random random = new Random(2);
        long different = java.util.stream.IntStream.range(0, 200)
                .mapToObj(i -> RetrySchedule.next(Lasting.PASSES, 3, START, START, random)
                        .orElseThrow())
                .distinct()
                .count();
        assertTrue(different > 150);
    }
}
