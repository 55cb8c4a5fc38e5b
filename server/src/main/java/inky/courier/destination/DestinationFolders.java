package inky.courier.destination;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.FolderPath;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks into the folders of destinations, and makes new ones; never outside a destination's root. */
@Service
public class DestinationFolders {
    private final DestinationService destinations;
    private final FolderAccounts accounts;
    private final ChangeLog changes;
    private final TransactionTemplate transaction;

    DestinationFolders(
            DestinationService destinations,
            FolderAccounts accounts,
            ChangeLog changes,
            TransactionTemplate transaction) {
        this.destinations = destinations;
        this.accounts = accounts;
        this.changes = changes;
        this.transaction = transaction;
    }

    public Folders.FolderListing browse(UUID id, String path, String after) {
        FolderAccess access = browsable(id);
        return folders(access.kind()).list(access, FolderPath.of(path), after);
    }

    public Folders.FolderListing makeFolder(UUID id, String path, String name) {
        FolderAccess access = browsable(id);
        Folders.FolderListing listing = makeFolder(access, path, name);
        transaction.executeWithoutResult(status -> changes.record(
                "destination",
                id,
                access.name(),
                null,
                "made the folder " + FolderPath.of(path).then(FolderPath.of(name))));
        return listing;
    }

    /** The same for who stands at a device: in a cloud, their own folders. */
    public Folders.FolderListing browse(Visitor visitor, String path, String after) {
        FolderAccess access = openFor(visitor);
        return folders(access.kind()).list(access, FolderPath.of(path), after);
    }

    public Folders.FolderListing makeFolder(Visitor visitor, String path, String name) {
        FolderAccess access = openFor(visitor);
        if (!access.settings().makeFolders()) {
            throw Invalid.of("folder.make", "name");
        }
        return makeFolder(access, path, name);
    }

    private FolderAccess openFor(Visitor visitor) {
        DestinationKind kind = destinations.get(visitor.destinationId()).kind();
        return folders(kind).open(kind, visitor);
    }

    private Folders.FolderListing makeFolder(FolderAccess access, String path, String name) {
        FolderPath parent = FolderPath.of(path);
        FolderPath made = FolderPath.of(name);
        if (made.names().size() != 1) {
            throw Invalid.of("folder.name", "name");
        }
        folders(access.kind()).make(access, parent.then(made));
        return folders(access.kind()).list(access, parent, "");
    }

    private FolderAccess browsable(UUID id) {
        return accounts.access(id)
                .filter(access -> access.kind().isBrowsable())
                .orElseThrow(() -> Invalid.of("destination.browse", "kind"));
    }

    private Folders folders(DestinationKind kind) {
        return (Folders) destinations.connectorOf(kind);
    }
}
