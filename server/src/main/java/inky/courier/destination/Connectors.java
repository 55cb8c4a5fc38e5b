package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;

/** Which connector carries a kind of destination. */
public interface Connectors {
    Connector connectorOf(DestinationKind kind);
}
