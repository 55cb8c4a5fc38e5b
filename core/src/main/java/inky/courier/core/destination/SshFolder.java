package inky.courier.core.destination;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.naming.NameRules;
import java.util.List;

/** A folder of an SSH server (SFTP). */
final class SshFolder extends ServerRules {
    SshFolder() {
        super(Family.SERVER_FOLDER);
    }

    @Override
    NameRules names() {
        return NameRules.POSIX;
    }

    @Override
    List<Field> fields() {
        return all(
                List.of(
                        HOST,
                        PORT.called("port-ssh"),
                        // No authority vouches for the key of an SSH server.
                        Field.choice("certificateCheck", CertificateCheck.EXACTLY_THIS, CertificateCheck.OFF)
                                .called("server-key")
                                .at("ENCRYPTED"),
                        Field.of("fingerprint", Type.FINGERPRINT)
                                .when("certificateCheck", "^EXACTLY_THIS$")
                                .at("ENCRYPTED"),
                        Field.warning("not-checked")
                                .when("certificateCheck", "^OFF$")
                                .at("ENCRYPTED"),
                        ACCOUNT.beside(),
                        Field.either("signsInByKey").beside().at("SIGNED_IN"),
                        PASSWORD.when("signsInByKey", "^false$"),
                        Field.of("secret", Type.PRIVATE_KEY)
                                .called("private-key")
                                .when("signsInByKey", "^true$")
                                .at("SIGNED_IN")),
                inTheFolder());
    }

    @Override
    String place(FolderSettings folder) {
        return address("sftp", folder);
    }
}
