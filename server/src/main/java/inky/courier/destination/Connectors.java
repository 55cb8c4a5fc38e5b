package inky.courier.destination;

/** Which connector carries a kind of destination. */
public interface Connectors {
    Connector connectorOf(DestinationKind kind);
}
