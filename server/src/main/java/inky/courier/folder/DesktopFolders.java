package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Visitor;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The folder that belongs to the person who scans. */
@Component
class DesktopFolders implements AccessSource {
    private final FolderAccounts accounts;

    DesktopFolders(FolderAccounts accounts) {
        this.accounts = accounts;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.DESKTOP);
    }

    @Override
    public FolderAccess accessFor(Visitor visitor) throws FarSideException {
        return accounts.ofPerson(visitor.personId(), visitor.place())
                .orElseThrow(() -> new FarSideException(TransferCause.NO_OWN_FOLDER, visitor.personName()));
    }
}
