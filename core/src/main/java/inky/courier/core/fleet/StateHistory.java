package inky.courier.core.fleet;

import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.message.Message;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/** How a device was over some time: spans without gaps, the oldest first. */
public record StateHistory(List<Span> spans) {
    private static final List<State> USABLE = List.of(State.READY, State.BUSY, State.CARE);

    /**
     * @param state empty while nobody looked
     * @param until after {@code from}
     */
    public record Span(Instant from, Instant until, Optional<State> state, Message words) {
        private Duration length() {
            return Duration.between(from, until);
        }

        private boolean isLike(Span other) {
            return state.equals(other.state) && words.equals(other.words);
        }
    }

    /** A device became so then. @param state empty: nobody looked from then on */
    public record Change(Instant at, Optional<State> state, Message words) {}

    /**
     * What changes make of a time: before the first of them nobody looked.
     *
     * @param changes the oldest first; those before {@code from} count as of then
     */
    public static StateHistory of(List<Change> changes, Instant from, Instant until) {
        List<Span> spans = new ArrayList<>();
        Change current = new Change(from, Optional.empty(), Message.none());
        for (Change change : changes) {
            if (change.at.isAfter(current.at) && change.at.isBefore(until)) {
                spans.add(new Span(current.at, change.at, current.state, current.words));
            }
            if (change.at.isBefore(until)) {
                Instant at = change.at.isBefore(from) ? from : change.at;
                current = new Change(at, change.state, change.words);
            }
        }
        spans.add(new Span(current.at, until, current.state, current.words));
        return new StateHistory(joined(spans));
    }

    private static List<Span> joined(List<Span> spans) {
        List<Span> joined = new ArrayList<>();
        for (Span span : spans) {
            Span last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last != null && last.isLike(span)) {
                joined.set(joined.size() - 1, new Span(last.from, span.until, last.state, last.words));
            } else {
                joined.add(span);
            }
        }
        return List.copyOf(joined);
    }

    /**
     * The same in a picture of so many steps: where more happens within a step, it shows the gravest of it, so that a short halt of a
     * device is seen in a quarter of a year too.
     *
     * @param steps 1 or more
     */
    public StateHistory inSteps(int steps) {
        if (spans.size() <= steps) {
            return this;
        }
        Instant from = spans.get(0).from;
        Duration whole = Duration.between(from, spans.get(spans.size() - 1).until);
        List<Span> drawn = new ArrayList<>();
        int next = 0;
        for (int step = 0; step < steps; step++) {
            Instant begin = from.plus(whole.multipliedBy(step).dividedBy(steps));
            Instant end = from.plus(whole.multipliedBy(step + 1L).dividedBy(steps));
            while (next < spans.size() - 1 && !spans.get(next).until.isAfter(begin)) {
                next++;
            }
            Span gravest = spans.get(next);
            for (int i = next; i < spans.size() && spans.get(i).from.isBefore(end); i++) {
                gravest = GRAVER.compare(spans.get(i), gravest) > 0 ? spans.get(i) : gravest;
            }
            drawn.add(new Span(begin, end, gravest.state, gravest.words));
        }
        return new StateHistory(joined(drawn));
    }

    private static final Comparator<Span> GRAVER =
            Comparator.comparing(span -> span.state.map(State::ordinal).orElse(-1));

    /**
     * When it could not be used, the latest first; what follows on each other is one, with the words of its beginning. A halt during
     * which the device was switched off as well is no second one.
     */
    public List<Span> interruptions() {
        List<Span> interruptions = new ArrayList<>();
        for (Span span : spans) {
            if (span.state.isEmpty() || USABLE.contains(span.state.get())) {
                continue;
            }
            Span last = interruptions.isEmpty() ? null : interruptions.get(0);
            if (last != null && last.until.equals(span.from)) {
                interruptions.set(0, new Span(last.from, span.until, last.state, last.words));
            } else {
                interruptions.add(0, span);
            }
        }
        return List.copyOf(interruptions);
    }

    /** How long it was so; states that it was never in are left out. */
    public Map<State, Duration> lengths() {
        Map<State, Duration> lengths = new EnumMap<>(State.class);
        spans.forEach(span -> span.state.ifPresent(state -> lengths.merge(state, span.length(), Duration::plus)));
        return lengths;
    }

    /** How much of the time that somebody looked it could be used, 0 to 1; empty where nobody looked. */
    public OptionalDouble usable() {
        Map<State, Duration> lengths = lengths();
        double all = lengths.values().stream().mapToDouble(Duration::toMillis).sum();
        double well = USABLE.stream()
                .mapToDouble(state -> lengths.getOrDefault(state, Duration.ZERO).toMillis())
                .sum();
        return all == 0 ? OptionalDouble.empty() : OptionalDouble.of(well / all);
    }
}
