package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** For kinds whose folder depends on who scans, or where: it says which one it is. */
public interface AccessSource {
    Set<DestinationKind> kinds();

    /** @throws FarSideException when this person or device has none */
    FolderAccess accessFor(Consignment consignment) throws FarSideException;

    /** For asking after a route that is no destination, such as a device. */
    default Optional<FolderAccess> access(UUID routeId) {
        return Optional.empty();
    }
}
