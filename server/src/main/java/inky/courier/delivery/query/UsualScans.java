package inky.courier.delivery.query;

import inky.courier.core.alert.UsualWeek;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How often people come to devices. Who scans several times within ten minutes has come once. */
@Component
public class UsualScans {
    /** Whole weeks that make the usual one. */
    private static final int MOST_WEEKS = 8;

    private static final Duration RECENT = Duration.ofDays(14);

    /** What came lately is counted anew after so long. */
    private static final Duration FRESH = Duration.ofMinutes(5);

    private static final String VISITS =
            "count(distinct (person_login, date_bin('10 minutes', scanned_at, timestamptz 'epoch')))";

    private final JdbcClient jdbc;
    private final Clock clock;
    private final ZoneId zone;
    private Weeks weeks = new Weeks(LocalDate.MIN, Map.of());
    private Recent recent = new Recent(Instant.MIN, Map.of());

    UsualScans(JdbcClient jdbc, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.zone = zone;
    }

    private record Weeks(LocalDate day, Map<UUID, UsualWeek> of) {}

    private record Recent(Instant at, Map<UUID, Map<Instant, Integer>> of) {}

    /** The usual week at each device at which anybody scanned in it; none in the first week of an office. */
    public synchronized Map<UUID, UsualWeek> weeks() {
        LocalDate today = LocalDate.now(clock.withZone(zone));
        // None is asked for again: an office may have taken over what it knows of earlier weeks just now.
        if (!weeks.day.equals(today) || weeks.of.isEmpty()) {
            weeks = new Weeks(today, read(today));
        }
        return weeks.of;
    }

    private Map<UUID, UsualWeek> read(LocalDate today) {
        OffsetDateTime end = today.atStartOfDay(zone).toOffsetDateTime();
        Timestamp first = jdbc.sql("select min(scanned_at) from delivery")
                .query((row, n) -> Optional.ofNullable(row.getTimestamp(1)))
                .single()
                .orElse(null);
        int whole = first == null
                ? 0
                : (int) Math.min(
                        MOST_WEEKS, ChronoUnit.WEEKS.between(first.toInstant().atZone(zone), end));
        Map<UUID, int[]> counts = new HashMap<>();
        if (whole > 0) {
            jdbc.sql(
                            "select device_id, extract(isodow from scanned_at at time zone :zone) as day, "
                                    + "extract(hour from scanned_at at time zone :zone) as hour, " + VISITS
                                    + " as visits "
                                    + "from delivery where scanned_at >= :start and scanned_at < :end and device_id is not null group by 1, 2, 3")
                    .param("zone", zone.getId())
                    .param("start", today.minusWeeks(whole).atStartOfDay(zone).toOffsetDateTime())
                    .param("end", end)
                    .query(row -> {
                        counts.computeIfAbsent(row.getObject(1, UUID.class), id -> new int[UsualWeek.HOURS])[
                                        (row.getInt("day") - 1) * 24 + row.getInt("hour")] =
                                row.getInt("visits");
                    });
        }
        Map<UUID, UsualWeek> all = new HashMap<>();
        counts.forEach((device, of) -> all.put(device, new UsualWeek(whole, of)));
        return Map.copyOf(all);
    }

    /** Visits of all devices from an hour on, by device. @param from within the last two weeks */
    public Map<UUID, Integer> visitsSince(ZonedDateTime from) {
        Instant start = from.toInstant();
        Map<UUID, Integer> sums = new HashMap<>();
        recent().forEach((device, hours) -> hours.forEach((hour, visits) -> {
            if (!hour.isBefore(start)) {
                sums.merge(device, visits, Integer::sum);
            }
        }));
        return sums;
    }

    private synchronized Map<UUID, Map<Instant, Integer>> recent() {
        Instant now = clock.instant();
        if (recent.at.isBefore(now.minus(FRESH))) {
            Map<UUID, Map<Instant, Integer>> of = new HashMap<>();
            jdbc.sql("select device_id, date_trunc('hour', scanned_at) as hour, " + VISITS + " as visits from delivery "
                            + "where scanned_at >= :start and device_id is not null group by 1, 2")
                    .param("start", now.minus(RECENT).atZone(zone).toOffsetDateTime())
                    .query(row -> {
                        of.computeIfAbsent(row.getObject(1, UUID.class), id -> new HashMap<>())
                                .put(row.getTimestamp("hour").toInstant(), row.getInt("visits"));
                    });
            recent = new Recent(now, of);
        }
        return recent.of;
    }

    /** The sum of several weeks, which were counted alike. @param of at least one */
    public static UsualWeek together(Collection<UsualWeek> of) {
        int[] counts = new int[UsualWeek.HOURS];
        of.forEach(week -> {
            for (int hour = 0; hour < counts.length; hour++) {
                counts[hour] += week.counts()[hour];
            }
        });
        return new UsualWeek(of.iterator().next().weeks(), counts);
    }
}
