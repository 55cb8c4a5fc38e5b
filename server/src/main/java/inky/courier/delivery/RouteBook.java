package inky.courier.delivery;

import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.destination.DestinationKind;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Where it is kept how the routes are; a route of which nothing is kept is well. */
interface RouteBook {
    /** A route's health with the kind of destination that it was seen through. */
    record Known(DestinationKind kind, RouteHealth health) {}

    Optional<Known> find(UUID route);

    /** The same, nobody else's until the transaction ends. */
    RouteHealth hold(UUID route, DestinationKind kind);

    void put(UUID route, DestinationKind kind, RouteHealth health);

    /** @return whether there was something to forget */
    boolean remove(UUID route);

    List<UUID> paused();
}
