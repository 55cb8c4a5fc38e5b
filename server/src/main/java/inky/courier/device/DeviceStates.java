package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.fleet.StateHistory;
import inky.courier.core.fleet.StateHistory.Change;
import inky.courier.core.message.Message;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What became of devices, change by change. */
@Component
public class DeviceStates {
    /** A quarter, and what it is compared with at its end. */
    private static final Duration KEPT = Duration.ofDays(100);

    /** A device that was asked so much later than it should have been was not watched in between: Courier was not running. */
    private static final Duration LATE = Duration.ofMinutes(15);

    private static final int MOST_DAYS = 92;

    /** As fine as a time line is drawn. */
    private static final int STEPS = 480;

    private static final int MOST_TOLD = 20;

    private final JdbcClient jdbc;
    private final Clock clock;

    DeviceStates(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @param state absent while nobody looked */
    public record StateSpan(
            Instant from, Instant until, @Nullable State state, Message words) {
        private static List<StateSpan> of(List<StateHistory.Span> spans) {
            return spans.stream()
                    .map(span -> new StateSpan(
                            span.from(), span.until(), span.state().orElse(null), span.words()))
                    .toList();
        }
    }

    /**
     * How a device was.
     *
     * @param spans without gaps, the oldest first; of a long time in steps, each with the gravest that was in it
     * @param usable how much of the time that somebody looked it could be used, 0 to 1; absent where nobody looked
     * @param interruptions how often it could not be used
     * @param stops the latest of them, the latest first
     */
    public record DeviceHistory(
            List<StateSpan> spans, @Nullable Double usable, int interruptions, List<StateSpan> stops) {}

    /**
     * @param device one that whoever asks may see
     * @param days up to now, 1 to 92
     */
    @Transactional(readOnly = true)
    public DeviceHistory history(UUID device, int days) {
        if (days < 1 || days > MOST_DAYS) {
            throw Invalid.of("device.days", "days");
        }
        Instant now = clock.instant();
        StateHistory history = read(device, now.minus(Duration.ofDays(days)), now);
        List<StateHistory.Span> stops = history.interruptions();
        OptionalDouble usable = history.usable();
        return new DeviceHistory(
                StateSpan.of(history.inSteps(STEPS).spans()),
                usable.isPresent() ? usable.getAsDouble() : null,
                stops.size(),
                StateSpan.of(stops.subList(0, Math.min(MOST_TOLD, stops.size()))));
    }

    /**
     * Keeps how a device is, where that differs from what is known of it; in the transaction of whoever calls.
     *
     * @param due when it should have been asked
     */
    void keep(UUID device, DeviceCondition condition, Instant due, Instant now) {
        Optional<Change> last = last(device);
        boolean unwatched = due.plus(LATE).isBefore(now);
        if (unwatched && last.isPresent() && last.get().at().isBefore(due)) {
            insert(device, new Change(due, Optional.empty(), Message.none()));
        }
        // Whoever scans there finds it well.
        Change change = condition.state() == State.BUSY
                ? new Change(now, Optional.of(State.READY), Message.of("device.ready"))
                : new Change(now, Optional.of(condition.state()), condition.sentence());
        boolean same = !unwatched
                && last.filter(one -> one.state().equals(change.state())
                                && one.words().equals(change.words()))
                        .isPresent();
        if (!same) {
            insert(device, change);
            forget(device, now.minus(KEPT));
        }
    }

    private void insert(UUID device, Change change) {
        jdbc.sql("insert into device_state (device_id, since, state, words) values (?, ?, ?, ?) "
                        + "on conflict (device_id, since) do update set state = excluded.state, words = excluded.words")
                .params(
                        device,
                        change.at().atOffset(ZoneOffset.UTC),
                        change.state().map(Enum::name).orElse(""),
                        MessageColumn.write(change.words()))
                .update();
    }

    /** The last before that time stays: it says how the device was then. */
    private void forget(UUID device, Instant before) {
        jdbc.sql("delete from device_state where device_id = :device and since < "
                        + "(select max(since) from device_state where device_id = :device and since < :before)")
                .param("device", device)
                .param("before", before.atOffset(ZoneOffset.UTC))
                .update();
    }

    /** Since when each device is as it is now. */
    public Map<UUID, Instant> since() {
        Map<UUID, Instant> all = new HashMap<>();
        jdbc.sql("select d.id, (select max(since) from device_state where device_id = d.id) as since from device d")
                .query(row -> {
                    Timestamp since = row.getTimestamp("since");
                    if (since != null) {
                        all.put(row.getObject(1, UUID.class), since.toInstant());
                    }
                });
        return all;
    }

    private Optional<Change> last(UUID device) {
        return jdbc.sql("select since, state, words from device_state where device_id = ? order by since desc limit 1")
                .param(device)
                .query((row, n) -> change(row.getTimestamp(1), row.getString(2), row.getString(3)))
                .optional();
    }

    private StateHistory read(UUID device, Instant from, Instant until) {
        List<Change> changes = new ArrayList<>(jdbc.sql("""
                        select since, state, words from device_state where device_id = :device and since >=
                            coalesce((select max(since) from device_state where device_id = :device and since < :from), :from)
                        order by since""")
                .param("device", device)
                .param("from", from.atOffset(ZoneOffset.UTC))
                .query((row, n) -> change(row.getTimestamp(1), row.getString(2), row.getString(3)))
                .list());
        return StateHistory.of(changes, from, until);
    }

    private static Change change(Timestamp since, String state, String words) {
        return new Change(
                since.toInstant(),
                state.isEmpty() ? Optional.empty() : Optional.of(State.valueOf(state)),
                MessageColumn.read(words));
    }
}
