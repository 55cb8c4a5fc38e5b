package inky.courier.mail;

import inky.courier.core.Invalid;
import inky.courier.core.mail.Encryption;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailStep;
import inky.courier.core.mail.SmtpReply;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.sizing.MailSize;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.Outcome;
import jakarta.mail.Address;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import java.io.IOException;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.UUID;
import javax.net.ssl.SSLException;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPTransport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Sends by mail: RFC 5321 and RFC 6409, through Angus Mail. */
@Component
class MailConnector implements Connector {
    private static final Logger LOG = LoggerFactory.getLogger(MailConnector.class);

    /** Room for head and text of a message, beside its attachment. */
    static final int HEAD_AND_TEXT = 8 * 1024;

    /** The head of an attachment's part: type, encoding, a long name twice coded. */
    private static final int PART_HEAD = 1_200;

    private static final int MOST_RECIPIENTS = 100;

    private final MailServers servers;

    MailConnector(MailServers servers) {
        this.servers = servers;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.MAIL_TO_ME, DestinationKind.MAIL_FIXED);
    }

    @Override
    public Optional<Route> route(UUID id) {
        return servers.nameOf(id).map(name -> new Route(id, name));
    }

    @Override
    public List<String> checkRecipients(DestinationKind kind, List<String> recipients) {
        if (kind == DestinationKind.MAIL_TO_ME) {
            return List.of();
        }
        List<String> addresses = recipients.stream()
                .map(String::strip)
                .filter(r -> !r.isEmpty())
                .distinct()
                .toList();
        // RFC 5321 section 4.5.3.1.8: a server takes at least 100 recipients.
        if (addresses.isEmpty() || addresses.size() > MOST_RECIPIENTS) {
            throw new Invalid(
                    "destination.recipients",
                    "recipients",
                    "It needs 1 to 100 mail addresses.",
                    "Write one address a line.");
        }
        try {
            return addresses.stream()
                    .map(address -> new MailAddress(address).text())
                    .toList();
        } catch (Invalid invalid) {
            var problem = invalid.problems().get(0);
            throw new Invalid(problem.code(), "recipients", problem.sentence(), problem.remedy());
        }
    }

    @Override
    public Outcome deliver(Consignment consignment, Runnable handingOver) {
        Optional<Submission> found = servers.submission(consignment.routeId());
        if (found.isEmpty()) {
            return failed(MailCause.NAME_NOT_FOUND, "");
        }
        Submission server = found.get();
        long asMail = HEAD_AND_TEXT;
        for (Consignment.FileToSend file : consignment.files()) {
            asMail += MailSize.base64(file.bytes()) + PART_HEAD;
        }
        if (server.sizeLimitMb() > 0 && asMail > server.sizeLimitMb() * Bytes.MB) {
            return tooLarge(asMail, server.name(), server.sizeLimitMb() * Bytes.MB);
        }
        TrustPolicy policy = server.trustPolicy();
        Session session = Session.getInstance(properties(server, policy));
        try (SMTPTransport transport = new SMTPTransport(session, null)) {
            connect(transport, server);
            long announced = announcedSize(transport);
            if (announced > 0 && asMail > announced) {
                return tooLarge(asMail, server.name(), announced);
            }
            MailMessage message = MailMessage.of(session, server, consignment, handingOver);
            return send(transport, message, consignment);
        } catch (MessagingException e) {
            return connecting(e, policy);
        } catch (IOException e) {
            return failed(MailCause.LINE_LOST, "");
        }
    }

    private static void connect(SMTPTransport transport, Submission server) throws MessagingException {
        boolean signsIn = server.signIn() == MailSignIn.PASSWORD;
        transport.connect(
                server.host(), server.port(), signsIn ? server.account() : null, signsIn ? server.password() : null);
    }

    private static Outcome send(SMTPTransport transport, MailMessage message, Consignment consignment)
            throws MessagingException {
        Address[] recipients = new Address[consignment.recipients().size()];
        for (int i = 0; i < recipients.length; i++) {
            recipients[i] = new InternetAddress(consignment.recipients().get(i));
        }
        try {
            transport.sendMessage(message, recipients);
            return new Outcome.Accepted(oneLine(transport.getLastServerResponse()), message.bytes());
        } catch (SendFailedException e) {
            return sending(e);
        }
    }

    private static Outcome sending(SendFailedException e) {
        MailStep step = MailStep.ACCEPTED;
        String words = e.getMessage();
        if (e instanceof SMTPSendFailedException failed && failed.getCommand() != null) {
            step = stepOf(failed.getCommand().toUpperCase(Locale.ROOT));
        }
        // The reply to each recipient hangs on the exception for all.
        for (Exception next = e; next instanceof MessagingException m; next = m.getNextException()) {
            if (next instanceof SMTPAddressFailedException address) {
                step = MailStep.RECIPIENT;
                words = address.getMessage();
            }
        }
        MailStep failedStep = step;
        return SmtpReply.parse(words)
                .map(reply -> failed(MailCause.of(failedStep, reply), reply.line()))
                .orElseGet(() -> failed(MailCause.LINE_LOST, ""));
    }

    private static MailStep stepOf(String command) {
        if (command.startsWith("MAIL")) {
            return MailStep.SENDER;
        }
        return command.startsWith("RCPT") ? MailStep.RECIPIENT : MailStep.ACCEPTED;
    }

    private static Outcome connecting(MessagingException e, TrustPolicy policy) {
        if (policy.failure().isPresent()) {
            return failed(policy.failure().get(), "");
        }
        if (e instanceof AuthenticationFailedException) {
            return SmtpReply.parse(e.getMessage())
                    .map(reply -> failed(MailCause.of(MailStep.SIGNED_IN, reply), reply.line()))
                    .orElseGet(() -> failed(MailCause.SIGN_IN_TOO_WEAK, ""));
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof UnknownHostException) {
                return failed(MailCause.NAME_NOT_FOUND, "");
            }
            if (cause instanceof SSLException) {
                return failed(MailCause.TLS_FAILED, "");
            }
        }
        String words = e.getMessage() == null ? "" : e.getMessage();
        if (words.contains("STARTTLS is required")) {
            return failed(MailCause.TLS_NOT_OFFERED, "");
        }
        Optional<SmtpReply> reply = SmtpReply.parse(words.replaceFirst("(?s)^.*response: ", ""));
        if (reply.isPresent()) {
            return failed(
                    MailCause.of(MailStep.GREETED, reply.get()), reply.get().line());
        }
        LOG.debug("mail", e);
        return failed(
                e instanceof org.eclipse.angus.mail.util.MailConnectException
                        ? MailCause.NOT_REACHED
                        : MailCause.LINE_LOST,
                "");
    }

    private static Properties properties(Submission server, TrustPolicy policy) {
        Properties p = new Properties();
        p.put("mail.smtp.connectiontimeout", "10000");
        // RFC 5321 section 4.5.3.2 gives the server ten minutes after the last dot.
        p.put("mail.smtp.timeout", "600000");
        p.put("mail.smtp.writetimeout", "180000");
        p.put("mail.smtp.auth", Boolean.toString(server.signIn() == MailSignIn.PASSWORD));
        p.put("mail.smtp.auth.mechanisms", "PLAIN LOGIN");
        p.put("mail.smtp.localhost", "courier.invalid");
        p.put("mail.smtp.ssl.enable", Boolean.toString(server.encryption() == Encryption.TLS));
        p.put("mail.smtp.starttls.enable", Boolean.toString(server.encryption() == Encryption.STARTTLS));
        p.put("mail.smtp.starttls.required", Boolean.toString(server.encryption() == Encryption.STARTTLS));
        p.put("mail.smtp.ssl.socketFactory", policy.socketFactory());
        p.put("mail.smtp.ssl.socketFactory.fallback", "false");
        // The trust policy has checked the name already, where it is to be checked.
        p.put("mail.smtp.ssl.checkserveridentity", "false");
        p.put("mail.smtp.from", server.sender());
        p.put("mail.smtp.quitwait", "false");
        return p;
    }

    private static long announcedSize(SMTPTransport transport) {
        String size = transport.getExtensionParameter("SIZE");
        return size != null && size.matches("\\d{1,15}") ? Long.parseLong(size) : 0;
    }

    private static Outcome tooLarge(long asMail, String name, long limit) {
        MailCause cause = MailCause.TOO_LARGE;
        String sentence = "It is " + Bytes.words(asMail) + " as mail; " + name + " takes " + Bytes.words(limit) + ".";
        return new Outcome.NotAccepted(cause.name(), sentence, cause.remedy(), cause.lasting(), "");
    }

    private static Outcome failed(MailCause cause, String reply) {
        return new Outcome.NotAccepted(cause.name(), cause.sentence(), cause.remedy(), cause.lasting(), oneLine(reply));
    }

    private static String oneLine(String words) {
        return words == null ? "" : words.replaceAll("\\p{Cntrl}+", " ").strip();
    }
}
