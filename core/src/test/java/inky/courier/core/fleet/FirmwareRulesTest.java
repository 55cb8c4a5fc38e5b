package inky.courier.core.fleet;

import static inky.courier.core.fleet.StagedUpdate.Step.DONE;
import static inky.courier.core.fleet.StagedUpdate.Step.FAILED;
import static inky.courier.core.fleet.StagedUpdate.Step.UPDATING;
import static inky.courier.core.fleet.StagedUpdate.Step.WAITING;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.AllowedVersions.Standing;
import inky.courier.core.fleet.StagedUpdate.Step;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which versions are allowed, and which devices of an update begin when. */
class FirmwareRulesTest {
    @ParameterizedTest
    @CsvSource({
        "2.10.2, WANTED, true",
        "2.10.2.0, WANTED, true",
        "2.10.0, BEHIND, true",
        "2.9.4, BEHIND, false",
        "2.11, AHEAD, false",
        "3.0, AHEAD, true",
        "'', UNTOLD, false"
    })
    void aVersionStandsToWhatIsWanted(String version, Standing standing, boolean allowed) {
        AllowedVersions versions = new AllowedVersions(" 2.10.2 ", List.of("3.0", "2.10.0", "2.10.2", "", "3.0"));
        assertEquals(List.of("2.10.0", "3.0"), versions.also());
        assertEquals(standing, versions.standing(version));
        assertEquals(allowed, !version.isEmpty() && versions.allows(version));
        assertEquals(List.of(), versions.problems());
    }

    @Test
    void versionsWithoutANumberAreRefused() {
        assertEquals(
                List.of("wanted", "also"),
                new AllowedVersions("latest", List.of("2.1", "newest"))
                        .problems().stream().map(problem -> problem.field()).toList());
        List<String> many = new ArrayList<>();
        for (int i = 0; i <= AllowedVersions.MOST_OTHERS; i++) {
            many.add("1." + (i + 1));
        }
        assertEquals("also", new AllowedVersions("2.0", many).problems().get(0).field());
    }

    @Test
    void whatADeviceOffersIsBoundedAndInOrder() {
        DeviceFirmware told = new DeviceFirmware("1.0\u0007", List.of("2.10", "2.9", "2.10", ""), false, 40);
        assertEquals("1.0", told.version());
        assertEquals(List.of("2.9", "2.10"), told.offered());
        assertEquals(0, told.progress());
        assertTrue(told.offers("2.9.0"));
        assertTrue(told.runs("1"));
        assertFalse(DeviceFirmware.UNKNOWN.runs(""));
    }

    /** A fleet is updated by the rule, devices failing at random: what the rule promises holds at every step. */
    @Test
    void oneFirstThenSomeTogetherAndNoneAfterAFailure() {
        for (int seed = 0; seed < 3_000; seed++) {
            Random random = new Random(seed);
            int atOnce = 1 + random.nextInt(5);
            List<Step> steps = new ArrayList<>(Collections.nCopies(1 + random.nextInt(12), WAITING));
            int looked = 0;
            boolean everWell = false;
            for (int turn = 0; turn < 400 && steps.contains(WAITING); turn++) {
                StagedUpdate stage = StagedUpdate.of(steps, atOnce, looked);
                int failed = Collections.frequency(steps, FAILED);
                assertEquals(failed > looked, stage.held());
                assertTrue(stage.held() || stage.mayBegin() > 0 || steps.contains(UPDATING), "waits for nothing");
                for (int i = 0; i < stage.mayBegin(); i++) {
                    steps.set(steps.indexOf(WAITING), UPDATING);
                }
                int together = Collections.frequency(steps, UPDATING);
                assertTrue(together <= (everWell ? atOnce : 1), "too many together");
                if (stage.held() && together == 0) {
                    looked = failed;
                } else if (together > 0) {
                    boolean well = random.nextInt(4) > 0;
                    steps.set(steps.indexOf(UPDATING), well ? DONE : FAILED);
                    everWell |= well;
                }
            }
            assertFalse(steps.contains(WAITING), "seed " + seed);
        }
    }
}
