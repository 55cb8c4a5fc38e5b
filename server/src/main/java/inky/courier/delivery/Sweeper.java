package inky.courier.delivery;

import inky.courier.core.destination.DestinationKind;
import inky.courier.queue.Queue;
import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Finds everything that should have a task and has none, and gives it one. By the engine's rules there is never anything to
 * find; how often there was is counted as {@code courier_sweeper_mended_total}, which should stay 0.
 */
@Component
public class Sweeper {
    private static final Logger LOG = LoggerFactory.getLogger(Sweeper.class);

    /** What has been due for less may be on its way to a task at this moment. */
    private static final Duration GRACE = Duration.ofSeconds(30);

    private final Ledger ledger;
    private final JdbcClient jdbc;
    private final Queue queue;
    private final Agenda agenda;
    private final Clerks clerks;
    private final RouteBook routes;
    private final Clock clock;
    private final Counter mended;

    Sweeper(
            Ledger ledger,
            JdbcClient jdbc,
            Queue queue,
            Agenda agenda,
            Clerks clerks,
            RouteBook routes,
            Clock clock,
            MeterRegistry meters) {
        this.ledger = ledger;
        this.jdbc = jdbc;
        this.queue = queue;
        this.agenda = agenda;
        this.clerks = clerks;
        this.routes = routes;
        this.clock = clock;
        this.mended = Counter.builder("courier.sweeper.mended")
                .description("things to do that had no task, and were given one")
                .register(meters);
    }

    /** @return how many things it had to mend */
    public int sweep() {
        Instant now = clock.instant();
        Instant before = now.minus(GRACE);
        int found = 0;
        Map<UUID, DestinationKind> carried = ledger.routesWithWork(before);
        for (UUID route : queue.without(DeliveryTasks.SERVE, List.copyOf(carried.keySet()))) {
            agenda.carrying(route, clerks.of(carried.get(route), route), now);
            found++;
        }
        for (UUID delivery : queue.without(DeliveryTasks.PREPARE, unmade(before))) {
            agenda.making(delivery, now);
            found++;
        }
        for (UUID route : queue.without(DeliveryTasks.ASK, routes.paused())) {
            agenda.asking(route, now);
            found++;
        }
        if (found > 0) {
            LOG.warn("{} things to do had no task; each has one now", found);
            mended.increment(found);
        }
        return found;
    }

    private List<UUID> unmade(Instant before) {
        return jdbc.sql(
                        "select id from delivery d where made_revision <> wanted_revision and making_next < ? and exists "
                                + "(select 1 from leg l where l.delivery_id = d.id and l.state in ('WAITING', 'HELD'))")
                .param(before.atOffset(ZoneOffset.UTC))
                .query(UUID.class)
                .list();
    }
}
