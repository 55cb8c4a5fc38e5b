package inky.courier.core.delivery;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What may leave, what is kept, and what is made again. */
class EngineRulesTest {
    private static final Instant NOW = Instant.parse("2026-11-26T08:00:00Z");

    @Test
    void whatWasMadeForAnotherRevisionIsNeverReady() {
        Making making = Making.first(NOW).begun(NOW);
        assertFalse(making.isReady());
        Making changed = making.changed(NOW);
        assertFalse(changed.isReady());
        Making done = changed.begun(NOW).done();
        assertTrue(done.isReady());
        assertEquals(Optional.empty(), done.next());
        assertFalse(done.changed(NOW).isReady());
    }

    @Test
    void whatThisMachineCannotMakeIsTriedEverMoreSeldomAndThenNoMore() {
        Random random = new Random(3);
        Making making = Making.first(NOW).begun(NOW);
        Instant now = NOW;
        Duration before = Duration.ZERO;
        int tries = 0;
        for (making = making.failed(now, random);
                !making.isStopped();
                making = making.begun(now).failed(now, random)) {
            Duration pause = Duration.between(now, making.next().orElseThrow());
            assertTrue(tries > 4 || pause.compareTo(before) > 0, pause + " after " + before);
            before = pause;
            now = making.next().orElseThrow();
            tries++;
        }
        assertTrue(Duration.between(NOW, now).compareTo(Duration.ofHours(22)) > 0, "for a day");
        assertTrue(tries < 100, tries + " tries");
        assertFalse(making.askedAgain(now).isStopped());
    }

    @Test
    void pagesOverWhichProcessesDieAreNotTriedForEver() {
        Making making = Making.first(NOW);
        for (int i = 0; i < Making.MOST_DEATHS; i++) {
            assertFalse(making.isDeadly());
            making = making.begun(NOW);
        }
        assertTrue(making.isDeadly());
        assertFalse(making.failed(NOW, new Random(1)).isDeadly());
    }

    @ParameterizedTest
    @CsvSource({
        "true,  false, 1, 1, MAY_GO",
        "false, false, 1, 1, NOT_READY",
        "true,  true,  0, 0, GONE",
        "true,  false, 2, 1, GONE",
        "true,  false, 0, 0, GONE",
        "false, true,  0, 0, GONE",
    })
    void onlyWhatIsThereWholeAndAsThePagesAreMayGo(
            boolean made, boolean removed, int files, int whole, Departure departure) {
        Making making = made ? Making.first(NOW).done() : Making.first(NOW);
        assertEquals(departure, Departure.of(making, removed, files, whole));
    }

    @ParameterizedTest
    @CsvSource({
        "WAITING,           400, 0,  STAY",
        "MOVING,            400, 0,  STAY",
        "ACCEPTED WAITING,  400, 30, STAY",
        "HELD,               29, 0,  STAY",
        "HELD,               31, 0,  END_HELD_AND_REMOVE",
        "ACCEPTED HELD,      31, 9,  END_HELD_AND_REMOVE",
        "STOPPED,            29, 0,  STAY",
        "STOPPED,            31, 0,  REMOVE",
        "ACCEPTED,            2, 23, STAY",
        "ACCEPTED,            2, 25, REMOVE",
        "ACCEPTED STOPPED,   31, 99, REMOVE",
    })
    void whatMayStillGoIsKept(String legs, int daysOld, int hoursAccepted, Keeping.Verdict verdict) {
        Keeping keeping = new Keeping(Duration.ofHours(24), Duration.ofDays(30));
        List<LegPhase> phases =
                Arrays.stream(legs.split(" ")).map(LegPhase::valueOf).toList();
        assertEquals(
                verdict,
                keeping.of(
                        phases,
                        NOW.minus(Duration.ofDays(daysOld)),
                        Optional.of(NOW.minus(Duration.ofHours(hoursAccepted))),
                        NOW));
    }
}
