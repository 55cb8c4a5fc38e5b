package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import java.util.Set;

/** For kinds whose folder depends on who scans: it says which one it is. */
public interface AccessSource {
    Set<DestinationKind> kinds();

    /** @throws FarSideException when this person has none */
    FolderAccess accessFor(Consignment consignment) throws FarSideException;
}
