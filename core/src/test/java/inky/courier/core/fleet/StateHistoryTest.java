package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.fleet.StateHistory.Change;
import inky.courier.core.fleet.StateHistory.Span;
import inky.courier.core.message.Message;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;

class StateHistoryTest {
    private static final Instant START = Instant.parse("2026-11-02T00:00:00Z");

    private static Instant hour(double hour) {
        return START.plusSeconds((long) (hour * 3600));
    }

    private static Change change(double hour, State state) {
        return new Change(hour(hour), Optional.ofNullable(state), Message.text(String.valueOf(state)));
    }

    @Test
    void aDayAsItWas() {
        StateHistory day = StateHistory.of(
                List.of(
                        change(-50, State.READY),
                        change(6, State.STOPPED),
                        change(7.5, State.CARE),
                        change(12, null),
                        change(18, State.READY),
                        change(30, State.UNREACHABLE)),
                hour(0),
                hour(24));
        assertEquals(
                List.of(hour(0), hour(6), hour(7.5), hour(12), hour(18)),
                day.spans().stream().map(Span::from).toList());
        assertEquals(hour(24), day.spans().get(4).until());
        assertEquals(Duration.ofMinutes(90), day.lengths().get(State.STOPPED));
        // 6 + 4.5 + 6 hours of 18 in which somebody looked
        assertEquals(16.5 / 18, day.usable().orElseThrow(), 1e-9);
    }

    @Test
    void whatFollowsOnEachOtherIsOneInterruption() {
        StateHistory day = StateHistory.of(
                List.of(
                        change(0, State.READY),
                        change(6, State.STOPPED),
                        change(7, State.UNREACHABLE),
                        change(8, State.CARE),
                        change(9, State.UNREACHABLE),
                        change(10, null),
                        change(11, State.STOPPED)),
                hour(0),
                hour(12));
        assertEquals(
                List.of(hour(11), hour(9), hour(6)),
                day.interruptions().stream().map(Span::from).toList());
        assertEquals(hour(8), day.interruptions().get(2).until());
        assertEquals(Optional.of(State.STOPPED), day.interruptions().get(2).state());
    }

    @Test
    void ofADeviceThatIsNewNothingIsSaid() {
        assertEquals(
                OptionalDouble.empty(),
                StateHistory.of(List.of(), hour(0), hour(24)).usable());
        StateHistory since = StateHistory.of(List.of(change(20, State.READY)), hour(0), hour(24));
        assertEquals(Optional.empty(), since.spans().get(0).state());
        assertEquals(1, since.usable().orElseThrow());
    }

    /** Whatever happened: the time is covered without gap or overlap, and nothing grave is lost by drawing it coarser. */
    @Test
    void coveredInOrderAndNothingGraveIsLost() {
        Random random = new Random(26);
        for (int n = 0; n < 500; n++) {
            List<Change> changes = new ArrayList<>();
            double hour = -3 + random.nextDouble();
            for (int i = random.nextInt(200); i > 0; i--) {
                hour += random.nextInt(5) == 0 ? 0 : random.nextDouble() / 3;
                State state = random.nextInt(8) == 0 ? null : State.values()[random.nextInt(State.values().length)];
                changes.add(change(hour, state));
            }
            StateHistory history = StateHistory.of(changes, hour(0), hour(24));
            isWhole(history);
            int steps = 1 + random.nextInt(60);
            StateHistory drawn = history.inSteps(steps);
            isWhole(drawn);
            assertTrue(drawn.spans().size() <= Math.max(steps, 1));
            assertEquals(gravest(history), gravest(drawn));
            for (Span span : history.spans()) {
                boolean seen = drawn.spans().stream()
                        .anyMatch(one -> one.from().isBefore(span.until())
                                && span.from().isBefore(one.until())
                                && rank(one) >= rank(span));
                assertTrue(seen, "each shows where it was, unless something graver does");
            }
        }
    }

    private static void isWhole(StateHistory history) {
        List<Span> spans = history.spans();
        assertEquals(hour(0), spans.get(0).from());
        assertEquals(hour(24), spans.get(spans.size() - 1).until());
        for (int i = 0; i < spans.size(); i++) {
            assertTrue(spans.get(i).from().isBefore(spans.get(i).until()));
            assertTrue(i == 0 || spans.get(i - 1).until().equals(spans.get(i).from()));
        }
    }

    private static int gravest(StateHistory history) {
        return history.spans().stream().mapToInt(StateHistoryTest::rank).max().orElseThrow();
    }

    private static int rank(Span span) {
        return span.state().map(State::ordinal).orElse(-1);
    }
}
