package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.connection.SafeAddress;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * A mail server; its password is kept apart.
 *
 * @param fingerprint SHA-256 of the certificate to trust, where exactly that is wanted
 * @param sizeLimitMb what the server takes; 0 when only the server itself decides
 * @param tokenEndpoint where tokens are had, for a sign-in by bearer token
 */
public record MailServerItem(
        UUID id,
        String name,
        String host,
        int port,
        Encryption encryption,
        CertificateCheck certificateCheck,
        String fingerprint,
        MailSignIn signIn,
        String account,
        String sender,
        boolean senderIsPerson,
        int sizeLimitMb,
        String tokenEndpoint,
        String clientId)
        implements Item {
    private static final int MOST_MB = 2000;
    private static final int LONGEST_NAME = 200;

    public MailServerItem {
        Required.value(encryption, "encryption");
        Required.value(certificateCheck, "certificateCheck");
        Required.value(signIn, "signIn");
        name = Required.value(name, "name").strip();
        host = Required.value(host, "host").strip();
        fingerprint = Required.value(fingerprint, "fingerprint").strip();
        account = Required.value(account, "account").strip();
        sender = Required.value(sender, "sender").strip();
        tokenEndpoint = Required.value(tokenEndpoint, "tokenEndpoint").strip();
        clientId = Required.value(clientId, "clientId").strip();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.MAIL_SERVER;
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, 60)) {
            problems.add(Problem.of("mail.name", "name"));
        }
        if (!HostAddress.isValid(host)) {
            problems.add(Problem.of("mail.host", "host"));
        }
        if (port < 1 || port > 65_535) {
            problems.add(Problem.of("mail.port", "port"));
        }
        if (!certificateCheck.knowsWhom(fingerprint)) {
            problems.add(Problem.of("mail.fingerprint", "fingerprint"));
        }
        if (signIn == MailSignIn.BEARER && !SafeAddress.isForSecrets(tokenEndpoint)) {
            problems.add(Problem.of("mail.token", "tokenEndpoint"));
        }
        if (clientId.length() > LONGEST_NAME || !PlainText.isLine(clientId)) {
            problems.add(Problem.of("mail.client", "clientId"));
        }
        if (signIn != MailSignIn.NONE && (account.isBlank() || account.length() > LONGEST_NAME)) {
            problems.add(Problem.of("mail.account", "account"));
        }
        if (sizeLimitMb < 0 || sizeLimitMb > MOST_MB) {
            problems.add(new Problem(
                    "mail.size",
                    "sizeLimitMb",
                    Message.of("problem.mail.size").with("mb", MOST_MB),
                    Message.of("problem.mail.size.remedy")));
        }
        try {
            new MailAddress(sender);
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("sender").problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }
}
