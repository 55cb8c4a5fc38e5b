package inky.courier.delivery.query;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How many deliveries stand for one cause now, and how many failed at that route before. */
@Component
public class FailureRates {
    private static final int DAYS = 28;
    private static final Duration NOW = Duration.ofHours(1);

    private final JdbcClient jdbc;
    private final Clock clock;
    private final ZoneId zone;
    private Earlier earlier = new Earlier(LocalDate.MIN, Map.of());

    FailureRates(JdbcClient jdbc, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.zone = zone;
    }

    private record Before(int legs, int failed) {}

    private record Earlier(LocalDate day, Map<UUID, Before> of) {}

    /**
     * What stands for a cause at a route of what was sent in the last hour.
     *
     * @param failed how many
     * @param sent by that route in this hour, whatever became of it
     * @param failedBefore of those that were sent in four weeks before today, for whatever cause
     * @param sentBefore in those weeks
     */
    public record Rate(UUID routeId, String cause, int failed, int sent, int failedBefore, int sentBefore) {}

    public List<Rate> now() {
        Map<UUID, Before> before = before();
        return jdbc.sql("""
                        with recent as (select l.route_id, l.cause, l.state from delivery d join leg l on l.delivery_id = d.id
                            where d.scanned_at >= :since)
                        select route_id, cause, count(*) as failed,
                            (select count(*) from recent r where r.route_id = recent.route_id) as sent
                        from recent where state in ('WAITING', 'STOPPED') and cause not in ('', 'CALLED_OFF') group by route_id, cause""")
                .param("since", clock.instant().minus(NOW).atOffset(ZoneOffset.UTC))
                .query((row, n) -> {
                    UUID route = row.getObject("route_id", UUID.class);
                    Before of = before.getOrDefault(route, new Before(0, 0));
                    return new Rate(
                            route,
                            row.getString("cause"),
                            row.getInt("failed"),
                            row.getInt("sent"),
                            of.failed,
                            of.legs);
                })
                .list();
    }

    /** Routes that anything was sent by in the last weeks. */
    public int routes() {
        return before().size();
    }

    private synchronized Map<UUID, Before> before() {
        LocalDate today = LocalDate.now(clock.withZone(zone));
        if (!earlier.day.equals(today) || earlier.of.isEmpty()) {
            OffsetDateTime end = today.atStartOfDay(zone).toOffsetDateTime();
            Map<UUID, Before> of = new HashMap<>();
            // One that was accepted at a later try had failed before; its cause is not kept.
            jdbc.sql(
                            "select l.route_id, count(*), count(*) filter (where l.tries > 1 or l.cause not in ('', 'CALLED_OFF')) "
                                    + "from delivery d join leg l on l.delivery_id = d.id where d.scanned_at >= :start and d.scanned_at < :end group by 1")
                    .param("start", end.minusDays(DAYS))
                    .param("end", end)
                    .query(row -> {
                        of.put(row.getObject(1, UUID.class), new Before(row.getInt(2), row.getInt(3)));
                    });
            earlier = new Earlier(today, of);
        }
        return earlier.of;
    }
}
