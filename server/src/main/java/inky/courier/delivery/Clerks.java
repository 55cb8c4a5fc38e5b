package inky.courier.delivery;

import inky.courier.core.destination.DestinationKind;
import java.util.UUID;

/** How many clerks a route has: so many transfers go through it at once. */
interface Clerks {
    int of(DestinationKind kind, UUID route);
}
