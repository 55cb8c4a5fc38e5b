package inky.courier.core.destination;

import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.naming.NameRules;
import java.util.List;

/** A folder of a WebDAV server (RFC 4918). */
final class WebDavFolder extends ServerRules {
    WebDavFolder() {
        super(Family.SERVER_FOLDER);
    }

    @Override
    NameRules names() {
        return NameRules.WINDOWS;
    }

    @Override
    boolean hasWebAddress() {
        return true;
    }

    @Override
    List<Field> fields() {
        return all(
                List.of(WEB_ADDRESS, PORT_IN_ADDRESS),
                certificate("host", "^https"),
                List.of(ACCOUNT, PASSWORD),
                inTheFolder());
    }

    @Override
    String place(FolderSettings folder) {
        return folder.host().replaceFirst("/+$", "") + below(folder.path(), "/");
    }
}
