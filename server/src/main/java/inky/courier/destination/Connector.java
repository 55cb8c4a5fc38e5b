package inky.courier.destination;

import inky.courier.connection.ProbeReport;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * A way out: one implementation for each protocol. A route is what it goes through: a mail server, a folder's server, a
 * device.
 */
public interface Connector {
    /** How many go at the same time where nothing else is said. */
    int USUAL_AT_ONCE = 4;

    record Route(UUID id, String name) {}

    Set<DestinationKind> kinds();

    Optional<Route> route(UUID id);

    /** Carries files there. Does not throw for anything that the far side or the line does. */
    Outcome deliver(Consignment consignment, Progress progress);

    /** Asks a route how it is. Nothing is left behind there and nobody gets anything. */
    ProbeReport ask(UUID routeId);

    /** Tries settings that may not be saved yet. @throws Invalid when this kind has none */
    default ProbeReport probe(FolderAccess access) {
        throw Invalid.of("destination.probe", "kind");
    }

    /** What of settings a route cannot do, by the fields of their form; nothing where it cannot be asked. */
    default List<Problem> lacks(UUID routeId, DestinationSettings settings) {
        return List.of();
    }

    /** Transfers at the same time through a route. */
    default int atOnce(UUID routeId) {
        return USUAL_AT_ONCE;
    }
}
