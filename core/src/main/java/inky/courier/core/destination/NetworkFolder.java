package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import java.util.ArrayList;
import java.util.List;

/** A share of a file server, SMB 2 and 3. */
final class NetworkFolder extends ServerRules {
    NetworkFolder() {
        super(Family.SERVER_FOLDER, ENCRYPTED);
    }

    @Override
    NameRules names() {
        return NameRules.WINDOWS;
    }

    @Override
    List<Field> fields() {
        return all(
                List.of(
                        HOST,
                        PORT.called("port-smb"),
                        Field.choice("encryption", Encryption.NONE, Encryption.TLS)
                                .called("encryption-smb")
                                .at("ENCRYPTED"),
                        ACCOUNT.beside(),
                        Field.of("domain", Type.CODE).beside().at("SIGNED_IN"),
                        PASSWORD,
                        Field.of("share", Type.CODE).at("FOLDER")),
                inTheFolder());
    }

    @Override
    String place(FolderSettings folder) {
        return "\\\\" + folder.host() + "\\" + folder.share() + below(folder.path(), "\\");
    }

    @Override
    List<Problem> problems(FolderSettings settings) {
        List<Problem> problems = new ArrayList<>(super.problems(settings));
        if (!settings.share().strip().matches("[^\\\\/:*?\"<>|\\p{Cntrl}]{1,80}")) {
            problems.add(problem(
                    "share", Message.of("problem.destination.share"), Message.of("problem.destination.share.remedy")));
        }
        return problems;
    }
}
