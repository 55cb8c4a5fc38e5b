package inky.courier.core.alert;

import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What signs make of alerts: what lasts becomes one, once; what is over ends it. */
public final class AlertBook {
    /** What is gone and back within so long was never gone. */
    public static final Duration SETTLED = Duration.ofMinutes(3);

    private AlertBook() {}

    /** Whether a person is to know of it. */
    public enum State {
        /** Seen, but not for long enough. */
        WATCHED,
        OPEN
    }

    /**
     * What is known of one that has not ended.
     *
     * @param since when what it is of began
     * @param seenAt when its sign was seen last
     */
    public record Known(String key, State state, Instant since, Instant seenAt) {}

    /** What is to be done with one alert. */
    public sealed interface Step {
        String key();
    }

    /** Something new is seen, and is an alert at once or not yet. */
    public record Begin(Sign sign, State state, Instant since, AlertWeight weight) implements Step {
        @Override
        public String key() {
            return sign.key();
        }
    }

    /** It is still seen, with what it says now, and has become an alert by now or not. */
    public record Renew(Sign sign, State state, AlertWeight weight) implements Step {
        @Override
        public String key() {
            return sign.key();
        }
    }

    /** It is over. What was only watched is forgotten. */
    public record End(String key) implements Step {}

    /**
     * @param known all that has not ended, each key once
     * @param signs what is seen now; of one key the first counts
     * @param now in the office's time
     */
    public static List<Step> compare(
            Collection<Known> known, List<Sign> signs, AlertSettings settings, ZonedDateTime now) {
        Map<String, Known> open = new HashMap<>();
        known.forEach(one -> open.put(one.key, one));
        Set<String> seen = new HashSet<>();
        List<Step> steps = new ArrayList<>();
        for (Sign sign : signs) {
            RuleSetting rule = settings.of(sign.rule(), sign.place());
            if (!rule.on() || !seen.add(sign.key())) {
                continue;
            }
            Optional<Known> before = Optional.ofNullable(open.get(sign.key()));
            Instant since = before.map(Known::since)
                    .or(() -> sign.since().filter(at -> at.isBefore(now.toInstant())))
                    .orElse(now.toInstant());
            boolean isOpen = before.filter(one -> one.state == State.OPEN).isPresent()
                    || rule.hours().hold(now) && !since.plus(patience(rule)).isAfter(now.toInstant());
            State state = isOpen ? State.OPEN : State.WATCHED;
            steps.add(
                    before.isPresent()
                            ? new Renew(sign, state, rule.weight())
                            : new Begin(sign, state, since, rule.weight()));
        }
        known.stream()
                .filter(one ->
                        !seen.contains(one.key) && !one.seenAt.plus(SETTLED).isAfter(now.toInstant()))
                .forEach(one -> steps.add(new End(one.key)));
        return steps;
    }

    private static Duration patience(RuleSetting rule) {
        return rule.rule().unit() == AlertRule.Unit.MINUTES ? Duration.ofMinutes(rule.amount()) : Duration.ZERO;
    }
}
