package inky.courier.mail;

import inky.courier.core.Invalid;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.office.MailServerItem;
import inky.courier.mail.MailServers.MailServerForm;
import jakarta.annotation.Nullable;
import java.util.UUID;

/** Checks what is entered for a mail server. */
final class MailForms {
    static final int LONGEST_SECRET = 500;

    private MailForms() {}

    static MailServerItem item(UUID id, MailServerForm form) {
        return new MailServerItem(
                id,
                form.name(),
                form.host(),
                form.port(),
                form.encryption(),
                form.certificateCheck(),
                form.fingerprint(),
                form.signIn(),
                form.account(),
                form.sender(),
                form.senderIsPerson(),
                form.sizeLimitMb(),
                text(form.tokenEndpoint()),
                text(form.clientId()));
    }

    /** @throws Invalid when a secret is none */
    static void checkSecrets(MailServerForm form) {
        if (text(form.clientSecret()).length() > LONGEST_SECRET) {
            throw new Invalid(
                    "mail.client-secret",
                    "clientSecret",
                    Message.of("problem.mail.client-secret.long"),
                    Message.of("problem.mail.client-secret.long.remedy").with("n", LONGEST_SECRET));
        }
    }

    /** Where a test message goes. @throws Invalid when that is no address */
    static String recipient(String testTo) {
        try {
            return new MailAddress(testTo.strip()).text();
        } catch (Invalid invalid) {
            throw invalid.at("testTo");
        }
    }

    /** What was entered, or nothing. */
    static String text(@Nullable String given) {
        return given == null ? "" : given.strip();
    }
}
