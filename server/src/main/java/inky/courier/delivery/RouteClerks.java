package inky.courier.delivery;

import inky.courier.core.destination.DestinationKind;
import inky.courier.destination.Connectors;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** As many clerks as the connector lets through at once. */
@Component
class RouteClerks implements Clerks {
    private final Connectors connectors;

    RouteClerks(Connectors connectors) {
        this.connectors = connectors;
    }

    @Override
    public int of(DestinationKind kind, UUID route) {
        return Math.max(1, connectors.connectorOf(kind).atOnce(route));
    }
}
