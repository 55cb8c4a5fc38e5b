package inky.courier.connection;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/**
 * Probes the ways out once a day, one at a time and with pauses between, so that trouble shows before anybody scans; and
 * those of a job before it is put on a device.
 */
@Component
public class DailyProbes {
    private static final Logger LOG = LoggerFactory.getLogger(DailyProbes.class);
    private static final Duration OLD = Duration.ofHours(24);
    private static final Duration PATIENCE = Duration.ofSeconds(40);
    private static final int AT_ONCE = 4;

    private final ObjectProvider<Visited> all;
    private final Probes probes;
    private final Clock clock;

    DailyProbes(ObjectProvider<Visited> all, Probes probes, Clock clock) {
        this.all = all;
        this.probes = probes;
        this.clock = clock;
    }

    /** A module whose ways out are probed. */
    public interface Visited {
        List<UUID> routes();

        /** Tries a route as it is saved and keeps what was found; nobody gets anything. */
        ProbeReport visit(UUID routeId);
    }

    private record Due(Visited module, UUID route, Instant last) {}

    /**
     * Probes these at once, a few at a time, and waits for what they say; who needs longer than people wait is left to
     * answer later. A route that no module knows is left out.
     */
    public void visit(Set<UUID> routes) {
        ExecutorService pool = Executors.newFixedThreadPool(AT_ONCE, task -> new Thread(task, "probe"));
        try {
            all.orderedStream()
                    .forEach(module -> module.routes().stream()
                            .filter(routes::contains)
                            .forEach(route -> pool.execute(() -> visit(module, route))));
        } finally {
            pool.shutdown();
        }
        try {
            pool.awaitTermination(PATIENCE.toSeconds(), TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void visit(Visited module, UUID route) {
        ProbeReport report = module.visit(route);
        LOG.info("route {} probed: {}", route, report.passed() ? "well" : report.cause());
    }

    /** Probes the one that was probed longest ago, if that is more than a day. @return which */
    public Optional<UUID> visitNext() {
        Optional<Due> due = all.orderedStream()
                .flatMap(module -> module.routes().stream()
                        .map(route ->
                                new Due(module, route, probes.lastAt(route).orElse(Instant.EPOCH))))
                .filter(one -> one.last.isBefore(clock.instant().minus(OLD)))
                .min(Comparator.comparing(Due::last));
        due.ifPresent(one -> visit(one.module, one.route));
        return due.map(Due::route);
    }
}
