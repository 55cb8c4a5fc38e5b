package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Visitor;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** For kinds whose folder depends on who scans, and where: it says which one it is. */
public interface AccessSource {
    Set<DestinationKind> kinds();

    /** @throws FarSideException when there is none for these */
    FolderAccess accessFor(Visitor visitor) throws FarSideException;

    /** What a refusal means here. */
    default Setback refused(Visitor visitor, Setback setback) {
        return setback;
    }

    /** Tries settings for nobody in particular; empty where that is done as for any folder. */
    default Optional<ProbeReport> probe(FolderAccess access) {
        return Optional.empty();
    }

    /** Asks a route that is no destination of its own; empty when it is none of these. */
    default Optional<ProbeReport> ask(UUID routeId) {
        return Optional.empty();
    }
}
