package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.connection.SafeAddress;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;

/** The cloud folder of the person who scans, who has given consent (RFC 8628). */
final class CloudFolder extends ServerRules {
    CloudFolder() {
        super(Family.CLOUD_FOLDER);
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
    boolean isPersonal() {
        return true;
    }

    @Override
    List<Field> fields() {
        return all(
                List.of(WEB_ADDRESS, PORT_IN_ADDRESS),
                certificate("host", "^https"),
                List.of(
                        Field.of("consent.codes", Type.CODE).at("CONSENT"),
                        Field.of("consent.tokens", Type.CODE).at("CONSENT"),
                        Field.of("consent.revocation", Type.CODE).at("CONSENT"),
                        Field.of("consent.clientId", Type.CODE).beside().at("CONSENT"),
                        Field.of("consent.scope", Type.CODE).beside().at("CONSENT"),
                        Field.of("secret", Type.CLIENT_SECRET)
                                .called("client-secret")
                                .at("CONSENT"),
                        // What is in somebody's folder is tried when they scan.
                        PATH,
                        MAKE_FOLDERS,
                        WHEN_TAKEN,
                        SIDECAR,
                        AT_ONCE));
    }

    @Override
    String place(FolderSettings folder) {
        return "their folder at " + folder.host().replaceFirst("^https?://", "").replaceFirst("/.*$", "");
    }

    @Override
    List<Problem> problems(FolderSettings settings) {
        ConsentSettings consent = settings.consent();
        List<Problem> problems = new ArrayList<>(super.problems(settings));
        if (!SafeAddress.isForSecrets(consent.codes())) {
            problems.add(problem(
                    "consent.codes",
                    Message.of("problem.destination.consent.codes"),
                    Message.of("problem.destination.consent.codes.remedy")));
        }
        if (!SafeAddress.isForSecrets(consent.tokens())) {
            problems.add(problem(
                    "consent.tokens",
                    Message.of("problem.destination.consent.tokens"),
                    Message.of("problem.destination.consent.tokens.remedy")));
        }
        if (!consent.revocation().isBlank() && !SafeAddress.isForSecrets(consent.revocation())) {
            problems.add(problem(
                    "consent.revocation",
                    Message.of("problem.destination.consent.revocation"),
                    Message.of("problem.destination.consent.revocation.remedy")));
        }
        if (consent.clientId().isBlank()
                || consent.clientId().length() > LONGEST
                || !PlainText.isLine(consent.clientId())) {
            problems.add(problem(
                    "consent.clientId",
                    Message.of("problem.destination.consent.client"),
                    Message.of("problem.destination.consent.client.remedy")));
        }
        if (consent.scope().length() > LONGEST || !PlainText.isLine(consent.scope())) {
            problems.add(problem(
                    "consent.scope",
                    Message.of("problem.destination.consent.scope"),
                    Message.of("problem.destination.consent.scope.remedy")));
        }
        return problems;
    }
}
