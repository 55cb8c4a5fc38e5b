package inky.courier.delivery.query;

import static inky.courier.delivery.query.DeliveryQueries.at;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.delivery.PlaceLimit;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What holds deliveries up, grouped by what mends it. */
@Component
public class Troubles {
    /** What has lost its pages can no longer be mended; it is told of for so long. */
    private static final Duration TOLD = Duration.ofDays(3);

    private final JdbcClient jdbc;
    private final Clock clock;
    private final Cached<List<Trouble>> causes;
    private final Cached<List<Unmade>> unmade;

    Troubles(JdbcClient jdbc, Clock clock, Live live) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.causes = new Cached<>(live, this::readCauses, "delivery");
        this.unmade = new Cached<>(live, this::readUnmade, "delivery");
    }

    private OffsetDateTime recently() {
        return clock.instant().minus(TOLD).atOffset(ZoneOffset.UTC);
    }

    /**
     * What stands for one cause at one route.
     *
     * @param nextQuestion when Courier asks after the route by itself; null when each delivery asks for itself
     */
    public record Trouble(
            UUID routeId,
            DestinationKind kind,
            String routeName,
            String cause,
            Message sentence,
            Message remedy,
            String reply,
            boolean waits,
            int deliveries,
            int people,
            Instant since,
            @Nullable Instant nextQuestion) {}

    /**
     * Deliveries whose files could not be made.
     *
     * @param waits whether Courier tries again by itself
     */
    public record Unmade(Message sentence, boolean waits, int deliveries, int people, Instant since) {}

    public List<Trouble> byCause() {
        return PlaceLimit.now().isPresent() ? readCauses() : causes.get();
    }

    public List<Unmade> unmade() {
        return PlaceLimit.now().isPresent() ? readUnmade() : unmade.get();
    }

    private List<Trouble> readCauses() {
        Map<String, Object> values = new HashMap<>(Map.of("recently", recently()));
        String there = PlaceLimit.and(values);
        return jdbc.sql("""
                        select l.route_id, max(l.kind) as kind, max(l.route_name) as route_name, max(h.next_question) as next_question, l.cause, l.state = 'WAITING' as waits,
                            (array_agg(l.sentence order by d.number desc))[1] as sentence, (array_agg(l.remedy order by d.number desc))[1] as remedy,
                            (array_agg(l.reply order by l.reply = '', d.number desc))[1] as reply, count(distinct d.id) as deliveries,
                            count(distinct d.person_id) as people, min(d.scanned_at) as since
                        from leg l join delivery d on d.id = l.delivery_id
                            left join route_health h on h.route_id = l.route_id
                        where l.state in ('WAITING', 'STOPPED') and l.cause not in ('', 'CALLED_OFF')
                            and (d.contents_removed_at is null or d.contents_removed_at > :recently) %s
                        group by l.route_id, l.cause, l.state = 'WAITING' order by deliveries desc, since""".formatted(there))
                .params(values)
                .query((r, n) -> new Trouble(
                        r.getObject("route_id", UUID.class),
                        DestinationKind.valueOf(r.getString("kind")),
                        r.getString("route_name"),
                        r.getString("cause"),
                        MessageColumn.read(r.getString("sentence")),
                        MessageColumn.read(r.getString("remedy")),
                        r.getString("reply"),
                        r.getBoolean("waits"),
                        r.getInt("deliveries"),
                        r.getInt("people"),
                        at(r, "since"),
                        at(r, "next_question")))
                .list();
    }

    private List<Unmade> readUnmade() {
        Map<String, Object> values = new HashMap<>(Map.of("recently", recently()));
        String there = PlaceLimit.and(values);
        return jdbc.sql(
                        "select trouble, state = 'WAITING' as waits, count(*) as deliveries, count(distinct person_id) as people, "
                                + "min(scanned_at) as since from delivery d where trouble <> '' and state in ('WAITING', 'STOPPED') "
                                + "and (contents_removed_at is null or contents_removed_at > :recently)" + there
                                + " group by trouble, state = 'WAITING' order by deliveries desc, since")
                .params(values)
                .query((r, n) -> new Unmade(
                        MessageColumn.read(r.getString("trouble")),
                        r.getBoolean("waits"),
                        r.getInt("deliveries"),
                        r.getInt("people"),
                        at(r, "since")))
                .list();
    }

    /** Sentences of routes at which something waits, for the labels at a panel. */
    public Map<UUID, Message> routes() {
        return byCause().stream()
                .filter(Trouble::waits)
                .collect(Collectors.toMap(Trouble::routeId, Trouble::sentence, (a, b) -> a));
    }
}
