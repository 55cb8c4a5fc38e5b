package inky.courier.delivery.query;

import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
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

    /** @param senders those with the most first */
    public record Flow(List<Way> ways, List<Sender> senders) {}

    /**
     * What went by these jobs to these destinations, and who scanned it. A delivery that goes to several of them counts once for each,
     * and once for all.
     *
     * @param destinations none for any
     */
    @Transactional(readOnly = true)
    public Flow of(Collection<UUID> jobs, Collection<UUID> destinations) {
        List<Way> ways = new ArrayList<>();
        List<Sender> senders = new ArrayList<>();
        jdbc.sql("""
                        select d.job_id, d.device_id, l.destination_id, d.person_id, max(d.person_name) as name,
                            grouping(d.person_id) as by_way, grouping(l.destination_id) as to_any, count(distinct d.id) as deliveries,
                            count(distinct d.id) filter (where l.state in ('WAITING', 'HELD', 'STOPPED')) as waiting
                        from delivery d join leg l on l.delivery_id = d.id
                        where d.scanned_at > :since and d.job_id in (:jobs) and (:any or l.destination_id in (:destinations))
                        group by grouping sets
                            ((d.job_id, d.device_id, l.destination_id), (d.job_id, d.device_id), (d.person_id, d.device_id))
                        order by waiting desc, deliveries desc""").params(values(jobs, destinations)).query(row -> {
            UUID device = row.getObject("device_id", UUID.class);
            UUID destination = row.getObject("destination_id", UUID.class);
            int deliveries = row.getInt("deliveries");
            int waiting = row.getInt("waiting");
            if (row.getInt("by_way") == 0) {
                UUID person = row.getObject("person_id", UUID.class);
                senders.add(new Sender(person, row.getString("name"), device, deliveries, waiting));
            } else if (destination != null || row.getInt("to_any") == 1) {
                UUID job = row.getObject("job_id", UUID.class);
                ways.add(new Way(job, device, destination, deliveries, waiting));
            }
        });
        return new Flow(ways, senders);
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
