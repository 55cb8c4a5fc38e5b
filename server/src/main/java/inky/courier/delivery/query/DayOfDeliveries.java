package inky.courier.delivery.query;

import inky.courier.delivery.DeliveryState;
import inky.courier.delivery.PlaceLimit;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How the day goes, beside the same weekday of earlier weeks. */
@Component
public class DayOfDeliveries {
    private static final int SLOT_MINUTES = 30;
    private static final int STATES = DeliveryState.values().length;

    /** How many earlier weeks make the usual day. */
    private static final int USUAL_WEEKS = 3;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final ZoneId zone;

    /** Days of earlier weeks do not change any more, so far as their usual course goes. */
    private final Map<LocalDate, List<Counted>> earlier = new ConcurrentHashMap<>();

    private final Cached<List<Counted>> today;

    DayOfDeliveries(JdbcClient jdbc, Clock clock, ZoneId zone, Live live) {
        this.jdbc = jdbc;
        this.today = new Cached<>(live, () -> counted(LocalDate.now(clock.withZone(zone))), "delivery");
        this.clock = clock;
        this.zone = zone;
    }

    public record Totals(int scanned, int accepted, int moving, int waiting, int stopped) {}

    /** Documents that began in one slot of the day. */
    public record Slot(int startMinute, int accepted, int moving, int waiting, int stopped, double usual) {}

    public record Day(Totals now, Totals usual, List<Slot> slots) {}

    public Day day() {
        LocalDate today = LocalDate.now(clock.withZone(zone));
        LocalDateTime now = LocalDateTime.now(clock.withZone(zone));
        // What is kept in memory is of the whole office.
        boolean limited = PlaceLimit.now().isPresent();
        Map<Integer, int[]> slots = new LinkedHashMap<>();
        int[] totals = new int[STATES];
        for (Counted c : limited ? counted(today) : this.today.get()) {
            slots.computeIfAbsent(c.slot(), s -> new int[STATES])[c.state.ordinal()] += c.count;
            totals[c.state.ordinal()] += c.count;
        }
        double[] usual = new double[24 * 60 / SLOT_MINUTES];
        int[] usualByNow = new int[STATES];
        int weeks = 0;
        int minuteNow = now.getHour() * 60 + now.getMinute();
        earlier.keySet().removeIf(day -> day.isBefore(today.minusWeeks(USUAL_WEEKS)));
        for (int week = 1; week <= USUAL_WEEKS; week++) {
            LocalDate day = today.minusWeeks(week);
            List<Counted> then = limited ? counted(day) : earlier.computeIfAbsent(day, this::counted);
            weeks += then.isEmpty() ? 0 : 1;
            for (Counted c : then) {
                usual[c.slot()] += c.count;
                usualByNow[c.state.ordinal()] += c.minute < minuteNow ? c.count : 0;
            }
        }
        List<Slot> all = new ArrayList<>();
        for (int slot = 0; slot < usual.length; slot++) {
            int[] c = slots.getOrDefault(slot, new int[STATES]);
            all.add(new Slot(
                    slot * SLOT_MINUTES,
                    c[DeliveryState.ACCEPTED.ordinal()],
                    c[DeliveryState.MOVING.ordinal()],
                    c[DeliveryState.WAITING.ordinal()] + c[DeliveryState.HELD.ordinal()],
                    c[DeliveryState.STOPPED.ordinal()],
                    weeks == 0 ? 0 : usual[slot] / weeks));
        }
        return new Day(totals(totals, 1), totals(usualByNow, Math.max(1, weeks)), all);
    }

    /** Documents that began in one minute of a day. */
    private record Counted(int minute, DeliveryState state, int count) {
        int slot() {
            return Math.min(minute / SLOT_MINUTES, 24 * 60 / SLOT_MINUTES - 1);
        }
    }

    private List<Counted> counted(LocalDate day) {
        Map<String, Object> values = new HashMap<>(Map.of("start", start(day), "until", start(day.plusDays(1))));
        String there = PlaceLimit.and(values);
        return jdbc.sql(
                        "select floor(extract(epoch from (scanned_at - cast(:start as timestamptz))) / 60)::int, state, count(*) "
                                + "from delivery d where scanned_at >= :start and scanned_at < :until" + there
                                + " group by 1, 2")
                .params(values)
                .query((r, n) -> new Counted(r.getInt(1), DeliveryState.valueOf(r.getString(2)), r.getInt(3)))
                .list();
    }

    private static Totals totals(int[] c, int weeks) {
        int accepted = Math.round((float) c[DeliveryState.ACCEPTED.ordinal()] / weeks);
        int moving = Math.round((float) c[DeliveryState.MOVING.ordinal()] / weeks);
        int held = c[DeliveryState.HELD.ordinal()];
        int waiting = Math.round((float) (c[DeliveryState.WAITING.ordinal()] + held) / weeks);
        int stopped = Math.round((float) c[DeliveryState.STOPPED.ordinal()] / weeks);
        int calledOff = Math.round((float) c[DeliveryState.CALLED_OFF.ordinal()] / weeks);
        return new Totals(accepted + moving + waiting + stopped + calledOff, accepted, moving, waiting, stopped);
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }
}
