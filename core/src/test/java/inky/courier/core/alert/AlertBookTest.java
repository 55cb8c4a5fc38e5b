package inky.courier.core.alert;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.alert.AlertBook.Begin;
import inky.courier.core.alert.AlertBook.End;
import inky.courier.core.alert.AlertBook.Known;
import inky.courier.core.alert.AlertBook.Renew;
import inky.courier.core.alert.AlertBook.State;
import inky.courier.core.alert.AlertBook.Step;
import inky.courier.core.message.Message;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class AlertBookTest {
    private static final Instant MONDAY = Instant.parse("2026-11-30T09:00:00Z");

    private final Map<String, Known> known = new HashMap<>();
    private final List<String> told = new ArrayList<>();
    private final List<String> ended = new ArrayList<>();
    private AlertSettings settings = AlertSettings.USUAL;

    private static Sign jam(String device) {
        return new Sign(
                AlertRule.DEVICE_DOWN,
                device,
                "Quay",
                Message.text("Paper jam."),
                Message.none(),
                Optional.empty(),
                List.of());
    }

    private void minute(int minute, Sign... signs) {
        Instant now = MONDAY.plusSeconds(60L * minute);
        for (Step step : AlertBook.compare(known.values(), List.of(signs), settings, now.atZone(ZoneOffset.UTC))) {
            Known before = known.get(step.key());
            if (step instanceof Begin begin) {
                known.put(step.key(), new Known(step.key(), begin.state(), begin.since(), now));
                tell(step.key(), begin.state(), null);
            } else if (step instanceof Renew renew) {
                known.put(step.key(), new Known(step.key(), renew.state(), before.since(), now));
                tell(step.key(), renew.state(), before.state());
            } else if (step instanceof End) {
                known.remove(step.key());
                if (before.state() == State.OPEN) {
                    ended.add(step.key() + " " + minute);
                }
            }
            lastMinute = minute;
        }
        lastMinute = minute;
    }

    private int lastMinute;

    private void tell(String key, State state, State before) {
        if (state == State.OPEN && before != State.OPEN) {
            told.add(key + " " + lastMinute);
        }
    }

    @Test
    void aJamThatMendsItselfIsNoneAndOneThatLastsIsOne() {
        for (int minute = 0; minute < 30; minute++) {
            if (minute < 4) {
                minute(minute, jam("a"));
            } else if (minute >= 10 && minute < 20) {
                minute(minute, jam("b"));
            } else {
                minute(minute);
            }
        }
        assertEquals(1, told.size(), told.toString());
        assertTrue(told.get(0).startsWith("DEVICE_DOWN b"), told.toString());
        assertEquals(1, ended.size());
        assertTrue(known.isEmpty());
    }

    /** Since it is known since when, a restart of Courier does not begin the patience anew. */
    @Test
    void whatIsKnownToHaveLastedIsOneAtOnce() {
        Sign old = new Sign(
                AlertRule.DEVICE_DOWN,
                "a",
                "",
                Message.none(),
                Message.none(),
                Optional.of(MONDAY.minusSeconds(3600)),
                List.of());
        minute(0, old);
        assertEquals(1, told.size());
        assertEquals(MONDAY.minusSeconds(3600), known.values().iterator().next().since());
    }

    @Test
    void beyondItsHoursNothingBecomesOneAndWhatIsOneStays() {
        settings = new AlertSettings(
                List.of(new RuleSetting(
                        AlertRule.DEVICE_DOWN,
                        "",
                        true,
                        AlertWeight.URGENT,
                        5,
                        new WatchHours(List.of(DayOfWeek.MONDAY), 10, 11))),
                List.of(),
                null,
                "");
        IntStream.range(0, 58).forEach(minute -> minute(minute, jam("a")));
        assertEquals(List.of(), told);
        IntStream.range(58, 180).forEach(minute -> minute(minute, jam("a")));
        assertEquals(1, told.size());
        assertEquals(List.of(), ended);
    }

    @Test
    void atAPlaceItsOwnRuleCounts() {
        settings = new AlertSettings(
                List.of(new RuleSetting(AlertRule.DEVICE_DOWN, "Quay", false, null, null, null)), List.of(), null, "");
        IntStream.range(0, 20).forEach(minute -> minute(minute, jam("a")));
        assertEquals(List.of(), told);
        assertTrue(known.isEmpty());
    }

    /** Whatever comes and goes: told of once in each time that it lasted, never before its patience, and ended after it is over. */
    @Test
    void whatComesAndGoesIsToldOfOnceEachTimeThatItLasts() {
        Random random = new Random(9);
        for (int history = 0; history < 300; history++) {
            known.clear();
            told.clear();
            ended.clear();
            boolean[] there = new boolean[240];
            boolean is = false;
            for (int minute = 0; minute < there.length - 10; minute++) {
                is = random.nextInt(is ? 6 : 5) == 0 != is;
                there[minute] = is;
            }
            for (int minute = 0; minute < there.length; minute++) {
                minute(minute, there[minute] ? new Sign[] {jam("a")} : new Sign[0]);
            }
            List<String> expected = new ArrayList<>();
            int since = -1;
            int seen = -1;
            boolean open = false;
            for (int minute = 0; minute < there.length; minute++) {
                if (there[minute]) {
                    since = since < 0 ? minute : since;
                    seen = minute;
                    if (!open && minute - since >= 5) {
                        open = true;
                        expected.add("DEVICE_DOWN a " + minute);
                    }
                } else if (since >= 0 && minute - seen >= 3) {
                    since = -1;
                    open = false;
                }
            }
            assertEquals(expected.size(), told.size());
            assertEquals(told.size(), ended.size());
            assertTrue(known.isEmpty());
        }
    }
}
