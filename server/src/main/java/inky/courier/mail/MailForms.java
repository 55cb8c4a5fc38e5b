package inky.courier.mail;

import inky.courier.connection.SafeAddress;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import inky.courier.mail.MailServers.MailServerForm;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.List;

/** Checks what is entered for a mail server. */
final class MailForms {
    private static final int MOST_MB = 2000;
    private static final int LONGEST_SECRET = 500;
    private static final int LONGEST_NAME = 200;

    private MailForms() {}

    /** @throws Invalid with all that is wrong */
    static void check(MailServerForm form) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(form.name(), 60)) {
            problems.add(new Problem(
                    "mail.name",
                    "name",
                    "A mail server needs a name of 1 to 60 characters.",
                    "Name it as your office calls it."));
        }
        if (!HostAddress.isValid(form.host().strip())) {
            problems.add(new Problem(
                    "mail.host",
                    "host",
                    "This is not the name or address of a server.",
                    "For example mail.office.example."));
        }
        if (form.port() < 1 || form.port() > 65_535) {
            problems.add(new Problem(
                    "mail.port",
                    "port",
                    "A port is a number from 1 to 65535.",
                    "587 with STARTTLS or 465 with TLS are usual."));
        }
        if (form.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && !form.fingerprint().strip().matches("([0-9A-Fa-f]{2}:){31}[0-9A-Fa-f]{2}")) {
            problems.add(new Problem(
                    "mail.fingerprint",
                    "fingerprint",
                    "The fingerprint of the certificate is missing.",
                    "Run the probe, compare what it shows, then trust that one."));
        }
        if (form.signIn() == MailSignIn.BEARER && !SafeAddress.isForSecrets(text(form.tokenEndpoint()))) {
            problems.add(new Problem(
                    "mail.token",
                    "tokenEndpoint",
                    "This is not the address of a token endpoint over https.",
                    "It begins with https; the identity provider's administrator knows it."));
        }
        String client = text(form.clientId());
        if (client.length() > LONGEST_NAME || !PlainText.isLine(client)) {
            problems.add(new Problem(
                    "mail.client",
                    "clientId",
                    "This is not a client ID.",
                    "The identity provider's administrator gives it when Courier is registered."));
        }
        if (text(form.clientSecret()).length() > LONGEST_SECRET) {
            problems.add(new Problem(
                    "mail.client-secret",
                    "clientSecret",
                    "This is too long for a client's secret.",
                    "At most " + LONGEST_SECRET + " characters fit."));
        }
        if (form.signIn() != MailSignIn.NONE
                && (form.account().isBlank() || form.account().length() > LONGEST_NAME)) {
            problems.add(
                    new Problem("mail.account", "account", "The account is missing.", "It is often the mail address."));
        }
        if (form.sizeLimitMb() < 0 || form.sizeLimitMb() > MOST_MB) {
            problems.add(new Problem(
                    "mail.size",
                    "sizeLimitMb",
                    "A size limit is 0 to " + MOST_MB + " MB.",
                    "0 leaves it to the server."));
        }
        try {
            new MailAddress(form.sender().strip());
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("sender").problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
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
