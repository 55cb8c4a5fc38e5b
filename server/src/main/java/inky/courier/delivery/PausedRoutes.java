package inky.courier.delivery;

import inky.courier.connection.ProbeReport;
import inky.courier.destination.Connectors;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Probes a paused route once for all legs that wait for it; when it works again, they go. */
@Component
class PausedRoutes {
    private static final Logger LOG = LoggerFactory.getLogger(PausedRoutes.class);

    private final Ledger ledger;
    private final Routes routes;
    private final Connectors connectors;

    PausedRoutes(Ledger ledger, Routes routes, Connectors connectors) {
        this.ledger = ledger;
        this.routes = routes;
        this.connectors = connectors;
    }

    void ask(UUID routeId) {
        Optional<RouteBook.Known> known = routes.known(routeId);
        if (known.isEmpty() || routes.pause(routeId).isEmpty()) {
            return;
        }
        ProbeReport report = connectors.connectorOf(known.get().kind()).ask(routeId);
        LOG.info("route {} asked: {}", routeId, report.passed() ? "well" : report.cause());
        ledger.together(() -> {
            routes.answered(routeId, report);
            return true;
        });
    }
}
