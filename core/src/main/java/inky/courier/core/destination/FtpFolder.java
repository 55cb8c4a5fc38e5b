package inky.courier.core.destination;

import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.naming.NameRules;
import java.util.List;

/** A folder of an FTP server, with or without TLS. */
final class FtpFolder extends ServerRules {
    FtpFolder() {
        super(Family.SERVER_FOLDER, ENCRYPTED);
    }

    @Override
    NameRules names() {
        return NameRules.FTP;
    }

    @Override
    List<Field> fields() {
        return all(
                List.of(
                        HOST,
                        PORT.called("port-ftp"),
                        Field.choice("encryption", Encryption.values()).at("ENCRYPTED")),
                certificate("encryption", "^(STARTTLS|TLS)$"),
                List.of(Field.of("passive", Type.TICK).at("ENCRYPTED"), ACCOUNT, PASSWORD),
                inTheFolder());
    }

    @Override
    String place(FolderSettings folder) {
        return address("ftp", folder);
    }
}
