package inky.courier.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.people.ThrottleRule.Level;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ThrottleRuleTest {
    private static final Duration DAY = Duration.ofDays(1);
    private static final int DEVICES = 200;

    /** An office whose doors count as the server's do: the panel, the address and all panels together, and the longest waits. */
    private static final class Doors {
        private final Map<String, Level> levels = new HashMap<>();

        private record Door(ThrottleRule limit, String of) {}

        private static List<Door> of(int device) {
            return List.of(
                    new Door(ThrottleRule.PANEL, "panel " + device),
                    new Door(ThrottleRule.SOURCE, "source " + device),
                    new Door(ThrottleRule.OFFICE, "office"));
        }

        private Level level(Door door) {
            return levels.getOrDefault(door.of, Level.NONE);
        }

        /** @return whether it counted */
        boolean tries(int device, boolean right, Instant now) {
            List<Door> doors = of(device);
            if (doors.stream()
                    .anyMatch(door -> !door.limit.pause(level(door), now).isZero())) {
                return false;
            }
            for (Door door : doors) {
                Level before = level(door);
                Level after = door.limit.attempted(before, now);
                levels.put(door.of, right ? door.limit.right(after, before, now) : after);
            }
            return true;
        }
    }

    // NIST SP 800-63B section 5.2.2 allows 100 failures on an account. A PIN alone names the account, so it is 100 for
    // the
    // whole office, however many devices are asked and however often the attacker's own PIN is entered between the
    // guesses.
    @Test
    void anAttackerWithAPinAndTwoHundredDevicesGetsNoMoreThanTheOfficeHas() {
        Doors doors = new Doors();
        Random random = new Random(12);
        int guesses = 0;
        Instant start = Instant.parse("2026-11-26T08:00:00Z");
        for (Instant now = start; now.isBefore(start.plus(DAY)); now = now.plusSeconds(2)) {
            int device = random.nextInt(DEVICES);
            guesses += doors.tries(device, false, now) ? 1 : 0;
            // The attacker's own PIN, at the same device at once
            doors.tries(device, true, now);
        }
        assertTrue(guesses > 100, "the office goes on: " + guesses);
        assertTrue(guesses <= ThrottleRule.OFFICE.mostIn(DAY), guesses + " of " + ThrottleRule.OFFICE.mostIn(DAY));
        // What docs/standards.md states: a day's guesses at 200 people with 6 digits meet one of them in less than 1 of
        // 20
        assertTrue(GuessOdds.of(200, 1_000_000, guesses) < 0.05);
    }

    private record Checked(Level before, Instant at, boolean right) {}

    // Beside one that counts the wrong attempts alone, as if nobody else had come.
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void whoIsRightLeavesNothingBehindHoweverManyAreCheckedAtOnce(long seed) {
        Random random = new Random(seed);
        ThrottleRule rule = ThrottleRule.SOURCE;
        Level level = Level.NONE;
        Level wrongAlone = Level.NONE;
        List<Checked> underWay = new ArrayList<>();
        Instant now = Instant.parse("2026-11-26T09:00:00Z");
        for (int i = 0; i < 600 || !underWay.isEmpty(); i++) {
            now = now.plusMillis(random.nextInt(20));
            if (i < 600 && random.nextInt(3) > 0 && underWay.size() < 8) {
                boolean right = random.nextInt(50) > 0;
                underWay.add(new Checked(level, now, right));
                level = rule.attempted(level, now);
                wrongAlone = right ? wrongAlone : rule.attempted(wrongAlone, now);
            } else if (!underWay.isEmpty()) {
                Checked done = underWay.remove(random.nextInt(underWay.size()));
                level = done.right ? rule.right(level, done.before, done.at) : level;
            }
        }
        assertEquals(rule.levelAt(wrongAlone, now), rule.levelAt(level, now), 0.05);
    }

    @Test
    void oneDeviceCannotUseUpWhatTheOfficeHas() {
        Doors doors = new Doors();
        Instant now = Instant.parse("2026-11-26T08:00:00Z");
        for (int second = 0; second < 8 * 3600; second++) {
            now = now.plusSeconds(1);
            doors.tries(1, false, now);
        }
        assertTrue(doors.tries(2, true, now), "another device is not slowed");
    }

    @Test
    void aFewFailuresCostNothingThenPausesDoubleAndNobodyIsLockedForGood() {
        ThrottleRule limit = ThrottleRule.PANEL;
        Instant now = Instant.parse("2026-11-26T08:00:00Z");
        Level level = Level.NONE;
        Duration before = Duration.ZERO;
        for (int failures = 1; failures <= 500; failures++) {
            level = limit.attempted(level, now);
            Duration pause = limit.pause(level, now);
            if (failures <= limit.free()) {
                assertEquals(Duration.ZERO, pause);
            }
            assertTrue(pause.compareTo(before) >= 0 || pause.equals(limit.forgiven()), "grows");
            assertTrue(pause.compareTo(limit.forgiven()) <= 0, "ends");
            before = pause;
            assertEquals(Duration.ZERO, limit.pause(level, now.plus(pause)));
            now = now.plus(pause);
        }
        assertEquals(limit.forgiven(), before);
        assertEquals(0, limit.levelAt(level, now.plus(DAY)));
    }

    // A right PIN forgives itself alone: otherwise whoever has one guesses as fast as it can be typed
    @Test
    void aRightOneForgivesNothingButItself() {
        ThrottleRule limit = ThrottleRule.PANEL;
        Instant now = Instant.parse("2026-11-26T08:00:00Z");
        Level level = limit.attempted(limit.attempted(Level.NONE, now), now);
        Instant later = now.plusSeconds(1);
        assertEquals(level, limit.right(limit.attempted(level, later), level, later), "as if it had not been made");
        // Somebody else guesses in the meantime
        Level between = limit.attempted(limit.attempted(level, later), later.plusSeconds(1));
        assertEquals(3, limit.levelAt(limit.right(between, level, later), later), 0.01);
    }

    // Sums by hand: free ones at once, pauses of 5 s doubling up to the time in which one is forgiven, then one in each
    @Test
    void whatOneWhoNeverRestsGets() {
        assertEquals(4 + 1, ThrottleRule.PANEL.mostIn(Duration.ZERO));
        int day = ThrottleRule.PANEL.mostIn(DAY);
        assertTrue(day >= 144 && day <= 144 + 13, "one in ten minutes and the first few: " + day);
        int office = ThrottleRule.OFFICE.mostIn(DAY);
        assertTrue(office >= 196 && office <= 96 + 100 + 10, "one in a quarter of an hour and a hundred: " + office);
    }

    // The chance that one of n guesses without repetition meets one of k in N: exact for one guess, k / N
    @Test
    void theOddsOfGuessing() {
        assertEquals(86 / 1e6, GuessOdds.of(86, 1_000_000, 1), 1e-12);
        assertEquals(86 / 1e4, GuessOdds.of(86, 10_000, 1), 1e-12);
        assertEquals(1, GuessOdds.of(5000, 10_000, 5001), 1e-12);
        // The office's hundred: 200 people with 6 digits
        assertTrue(GuessOdds.of(200, 1_000_000, ThrottleRule.OFFICE.free()) < 0.0201);
    }

    @Test
    void typosAreOneKeyAway() {
        Set<String> typos = Typo.of("274193");
        assertTrue(typos.containsAll(List.of("274194", "27419", "2741933", "274139", "0274193")));
        assertTrue(typos.stream().noneMatch(Set.of("274193", "247139", "27", "111111")::contains));
        // 54 with another key, 6 without one, at most 70 with one more, at most 5 in another order
        assertTrue(typos.size() <= 54 + 6 + 70 + 5 && typos.size() > 100);
    }
}
