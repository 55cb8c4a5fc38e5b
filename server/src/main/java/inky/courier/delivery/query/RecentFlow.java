package inky.courier.delivery.query;

import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which ways deliveries took in the last week. */
@Service
public class RecentFlow {
    private static final Duration WEEK = Duration.ofDays(7);

    private final JdbcClient jdbc;
    private final Clock clock;

    RecentFlow(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * By one job, from one device, to one destination or to any of those that were asked for.
     *
     * @param deviceId null for what came from none
     * @param destinationId null for any
     * @param waiting how many of them have not arrived: they wait, are held or stopped
     */
    public record Way(UUID jobId, UUID deviceId, UUID destinationId, int deliveries, int waiting) {}

    /** @param deliveries of that person at one device */
    public record Sender(UUID personId, String name, UUID deviceId, int deliveries, int waiting) {}

    private Map<String, Object> values(Collection<UUID> jobs, Collection<UUID> destinations) {
        // SQL has no empty list.
        List<UUID> nothing = List.of(new UUID(0, 0));
        return Map.of(
                "since",
                clock.instant().minus(WEEK).atOffset(ZoneOffset.UTC),
                "jobs",
                jobs.isEmpty() ? nothing : jobs,
                "destinations",
                destinations.isEmpty() ? nothing : destinations,
                "any",
                destinations.isEmpty());
    }

    /** A delivery that goes to several of them counts once for each, and once for all. @param destinations none for any */
    @Transactional(readOnly = true)
    public List<Way> ways(Collection<UUID> jobs, Collection<UUID> destinations) {
        return jdbc.sql("""
                        select d.job_id, d.device_id, l.destination_id, count(distinct d.id) as deliveries,
                            count(distinct d.id) filter (where l.state in ('WAITING', 'HELD', 'STOPPED')) as waiting
                        from delivery d join leg l on l.delivery_id = d.id
                        where d.scanned_at > :since and d.job_id in (:jobs) and l.destination_id is not null
                            and (:any or l.destination_id in (:destinations))
                        group by grouping sets ((d.job_id, d.device_id, l.destination_id), (d.job_id, d.device_id))""")
                .params(values(jobs, destinations))
                .query((r, n) -> new Way(
                        r.getObject("job_id", UUID.class),
                        r.getObject("device_id", UUID.class),
                        r.getObject("destination_id", UUID.class),
                        r.getInt("deliveries"),
                        r.getInt("waiting")))
                .list();
    }

    /** Who scanned by these jobs to these destinations, those with the most first. @param destinations none for any */
    @Transactional(readOnly = true)
    public List<Sender> senders(Collection<UUID> jobs, Collection<UUID> destinations) {
        return jdbc.sql("""
                        select d.person_id, max(d.person_name) as name, d.device_id, count(distinct d.id) as deliveries,
                            count(distinct d.id) filter (where l.state in ('WAITING', 'HELD', 'STOPPED')) as waiting
                        from delivery d join leg l on l.delivery_id = d.id
                        where d.scanned_at > :since and d.job_id in (:jobs) and (:any or l.destination_id in (:destinations))
                        group by d.person_id, d.device_id order by waiting desc, deliveries desc""")
                .params(values(jobs, destinations))
                .query((r, n) -> new Sender(
                        r.getObject("person_id", UUID.class),
                        r.getString("name"),
                        r.getObject("device_id", UUID.class),
                        r.getInt("deliveries"),
                        r.getInt("waiting")))
                .list();
    }

    /** How many deliveries the office had. */
    @Transactional(readOnly = true)
    public int all() {
        return jdbc.sql("select count(*) from delivery where scanned_at > :since")
                .param("since", clock.instant().minus(WEEK).atOffset(ZoneOffset.UTC))
                .query(Integer.class)
                .single();
    }
}
