package inky.courier.delivery;

import inky.courier.connection.ProbeReport;
import inky.courier.destination.DestinationService;
import inky.courier.destination.RouteMended;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Asks after a paused route, so that not every leg does. When it is well, all that waits for it goes. */
@Component
class Questions {
    private static final Logger LOG = LoggerFactory.getLogger(Questions.class);

    private final Routes routes;
    private final DestinationService destinations;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    Questions(
            Routes routes,
            DestinationService destinations,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.routes = routes;
        this.destinations = destinations;
        this.events = events;
        this.transaction = transaction;
    }

    /** @return when to ask again; empty when there is nothing more to ask */
    Optional<Instant> ask(UUID routeId) {
        Optional<Routes.Known> known = routes.known(routeId);
        if (known.isEmpty()) {
            return Optional.empty();
        }
        ProbeReport report = destinations.connectorOf(known.get().kind()).ask(routeId);
        LOG.info("route {} asked: {}", routeId, report.passed() ? "well" : report.cause());
        return transaction.execute(status -> {
            Optional<Instant> next = routes.answered(routeId, report);
            if (report.passed()) {
                events.publishEvent(new RouteMended(routeId));
            }
            return next;
        });
    }
}
