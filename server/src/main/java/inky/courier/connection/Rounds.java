package inky.courier.connection;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Probes the ways out once a day, one at a time and with pauses between, so that trouble shows before anybody scans. */
@Component
public class Rounds {
    private static final Logger LOG = LoggerFactory.getLogger(Rounds.class);
    private static final Duration OLD = Duration.ofHours(24);

    private final ObjectProvider<Visited> all;
    private final Probes probes;
    private final Clock clock;

    Rounds(ObjectProvider<Visited> all, Probes probes, Clock clock) {
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

    /** Probes the one that was probed longest ago, if that is more than a day. @return which */
    public Optional<UUID> visitNext() {
        Optional<Due> due = all.orderedStream()
                .flatMap(module -> module.routes().stream()
                        .map(route ->
                                new Due(module, route, probes.lastAt(route).orElse(Instant.EPOCH))))
                .filter(one -> one.last.isBefore(clock.instant().minus(OLD)))
                .min(Comparator.comparing(Due::last));
        due.ifPresent(one -> {
            ProbeReport report = one.module.visit(one.route);
            LOG.info("route {} probed on its round: {}", one.route, report.passed() ? "well" : report.cause());
        });
        return due.map(Due::route);
    }
}
