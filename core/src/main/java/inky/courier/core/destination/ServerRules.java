package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.connection.SafeAddress;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** What all folders on servers have in common: an address, an account, and a probe that tries them step by step. */
abstract class ServerRules extends FolderRules {
    private static final String EXACTLY_THIS = "^EXACTLY_THIS$";

    static final Field HOST = Field.of("host", Type.CODE).at("NAME");
    static final Field WEB_ADDRESS =
            Field.of("host", Type.CODE).called("web-address").at("NAME");
    static final Field PORT = Field.of("port", Type.NUMBER).at("REACHED");
    static final Field PORT_IN_ADDRESS = Field.note("port-in-address").at("REACHED");
    static final Field ACCOUNT = Field.of("account", Type.CODE).at("SIGNED_IN");
    static final Field PASSWORD = Field.of("secret", Type.PASSWORD).at("SIGNED_IN");

    ServerRules(Family family) {
        super(family, FolderSettings.BLANK);
    }

    ServerRules(Family family, FolderSettings usual) {
        super(family, usual);
    }

    /** The rows of the line that is encrypted, shown where the condition holds. */
    static List<Field> certificate(String field, String pattern) {
        return Stream.of(
                        Field.choice("certificateCheck", CertificateCheck.values()),
                        Field.of("fingerprint", Type.FINGERPRINT).when("certificateCheck", EXACTLY_THIS),
                        Field.warning("not-checked").when("certificateCheck", "^OFF$"))
                .map(one -> one.when(field, pattern).at("ENCRYPTED"))
                .toList();
    }

    /** What is done there, after signing in. */
    static List<Field> inTheFolder() {
        return List.of(
                PATH.at("FOLDER"),
                MAKE_FOLDERS.at("FOLDER"),
                WHEN_TAKEN.at("WRITTEN"),
                Field.note("renamed").at("RENAMED"),
                SIDECAR.at("READ_BACK"),
                AT_ONCE.at("REMOVED"),
                Field.of("ownerId", Type.PERSON).at("SPACE"),
                Field.of("ownFolders", Type.TICK).at("SPACE"));
    }

    @SafeVarargs
    static List<Field> all(List<Field>... parts) {
        return Stream.of(parts).flatMap(List::stream).toList();
    }

    /** Whether the server is known by an address of the web instead of a name and a port. */
    boolean hasWebAddress() {
        return false;
    }

    @Override
    List<Problem> problems(FolderSettings settings) {
        List<Problem> problems = new ArrayList<>();
        if (hasWebAddress() && !SafeAddress.isWeb(settings.host())) {
            problems.add(problem(
                    "host",
                    Message.of("problem.destination.web-address"),
                    Message.of("problem.destination.web-address.remedy")));
        } else if (!hasWebAddress() && !HostAddress.isValid(settings.host())) {
            problems.add(problem(
                    "host", Message.of("problem.destination.host"), Message.of("problem.destination.host.remedy")));
        }
        if (settings.port() < 0 || settings.port() > 65_535) {
            problems.add(problem(
                    "port", Message.of("problem.destination.port"), Message.of("problem.destination.port.remedy")));
        }
        if (settings.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && settings.fingerprint().isBlank()) {
            problems.add(problem(
                    "fingerprint",
                    Message.of("problem.destination.fingerprint"),
                    Message.of("problem.destination.fingerprint.remedy")));
        }
        problems.addAll(super.problems(settings));
        return problems;
    }

    static String address(String scheme, FolderSettings folder) {
        String port = folder.port() == 0 ? "" : ":" + folder.port();
        String path = folder.path().startsWith("/") ? folder.path() : below(folder.path(), "/");
        return scheme + "://" + folder.host() + port + path;
    }

    /** As usual, encrypted. */
    static final FolderSettings ENCRYPTED = FolderSettings.BLANK.encrypted(Encryption.TLS);
}
