package inky.courier.mail;

import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.Invalid;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.Encryption;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailStep;
import inky.courier.core.mail.SmtpReply;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.sizing.MailSize;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.DownloadLinks;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.LinkSettings;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import jakarta.mail.Address;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import java.io.IOException;
import java.net.UnknownHostException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
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
    private final MailTokens tokens;
    private final DownloadLinks links;
    private final FolderAccounts accounts;

    MailConnector(MailServers servers, MailTokens tokens, DownloadLinks links, FolderAccounts accounts) {
        this.servers = servers;
        this.tokens = tokens;
        this.links = links;
        this.accounts = accounts;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.MAIL_TO_ME, DestinationKind.MAIL_FIXED, DestinationKind.LINK);
    }

    @Override
    public Optional<Route> route(UUID id) {
        return servers.nameOf(id).map(name -> new Route(id, name));
    }

    @Override
    public List<String> checkRecipients(DestinationKind kind, List<String> recipients) {
        if (kind != DestinationKind.MAIL_FIXED) {
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
    public ProbeReport ask(UUID routeId) {
        return servers.ask(routeId);
    }

    @Override
    public Outcome deliver(Consignment consignment, Progress progress) {
        Optional<Submission> found = servers.submission(consignment.routeId());
        if (found.isEmpty()) {
            return failed(ConnectionCause.NAME_NOT_FOUND, "the mail server was deleted");
        }
        Submission server = found.get();
        if (consignment.kind() == DestinationKind.LINK) {
            return sendLink(
                    server,
                    consignment,
                    links.linkFor(consignment, accounts.link(consignment.destinationId())),
                    progress);
        }
        TrustPolicy policy = server.trustPolicy();
        Session session = Session.getInstance(properties(server, policy));
        boolean[] handedOver = new boolean[1];
        try (SMTPTransport transport = new SMTPTransport(session, null)) {
            connect(transport, server);
            long limit = limit(server, announcedSize(transport));
            long asMail = asMail(consignment.files());
            if (limit > 0 && asMail > limit) {
                return tooLarge(server, consignment, asMail, limit, progress);
            }
            MailMessage message = MailMessage.of(session, server, consignment, () -> {
                handedOver[0] = true;
                progress.handingOver();
            });
            return send(transport, message, consignment);
        } catch (MessagingException e) {
            if (handedOver[0]) {
                return new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, ""));
            }
            tokens.forget(server);
            return connecting(e, policy);
        } catch (FarSideException e) {
            return new Outcome.NotAccepted(e.setback());
        } catch (IOException e) {
            return failed(ConnectionCause.LINE_LOST, "");
        }
    }

    private static long asMail(List<Consignment.FileToSend> files) {
        long bytes = HEAD_AND_TEXT;
        for (Consignment.FileToSend file : files) {
            bytes += MailSize.base64(file.bytes()) + PART_HEAD;
        }
        return bytes;
    }

    /** The smaller of our limit and the one that the server announces; 0 for none. */
    private static long limit(Submission server, long announced) {
        long ours = server.sizeLimitMb() * Bytes.MB;
        return ours == 0 ? announced : announced == 0 ? ours : Math.min(ours, announced);
    }

    private Outcome tooLarge(Submission server, Consignment c, long asMail, long limit, Progress progress) {
        Setback setback = Setback.of(MailCause.TOO_LARGE, "")
                .saying("It is " + Bytes.words(asMail) + " as mail; " + server.name() + " takes " + Bytes.words(limit)
                        + ".");
        return switch (c.whenTooLarge()) {
            case REFUSE -> new Outcome.NotAccepted(setback);
            case SMALLER ->
                new Outcome.MakeSmaller(
                        setback, limit - HEAD_AND_TEXT - PART_HEAD * c.files().size());
            case SEVERAL -> sendSeveral(server, c, limit, setback, progress);
            case LINK -> sendLink(server, c, links.linkFor(c, LinkSettings.USUAL), progress);
        };
    }

    /** As many files in each mail as fit. Those that an earlier try has got through are not sent again. */
    private Outcome sendSeveral(Submission server, Consignment c, long limit, Setback setback, Progress progress) {
        List<List<Consignment.FileToSend>> parts = new ArrayList<>();
        for (Consignment.FileToSend file : c.files()) {
            List<Consignment.FileToSend> last = parts.isEmpty() ? List.of() : parts.get(parts.size() - 1);
            List<Consignment.FileToSend> together = new ArrayList<>(last);
            together.add(file);
            if (asMail(List.of(file)) > limit) {
                return new Outcome.NotAccepted(setback);
            }
            if (parts.isEmpty() || asMail(together) > limit) {
                parts.add(new ArrayList<>(List.of(file)));
            } else {
                parts.set(parts.size() - 1, together);
            }
        }
        long bytes = 0;
        String reply = "";
        for (int i = 0; i < parts.size(); i++) {
            if (c.claimed().containsKey(i)) {
                continue;
            }
            String id = c.messageId().replaceFirst("<", "<" + (i + 1) + ".");
            String text = "Part " + (i + 1) + " of " + parts.size() + ".\r\n\r\n" + c.body();
            Outcome outcome = sendPlain(server, c.withFiles(parts.get(i), text, id), progress, i + 1 == parts.size());
            if (!(outcome instanceof Outcome.Accepted accepted)) {
                return outcome;
            }
            // The claim stands for "part i is through"; it goes when the leg has arrived.
            progress.claim("mail:" + c.legId(), i, "part " + i);
            bytes += accepted.bytes();
            reply = accepted.reply();
        }
        return new Outcome.Accepted(reply, "in " + parts.size() + " mails", bytes, false, List.of());
    }

    private Outcome sendLink(Submission server, Consignment c, DownloadLinks.Made link, Progress progress) {
        String what =
                c.files().size() == 1 ? c.files().get(0).name() : c.files().size() + " files";
        String text = c.body() + "\r\n" + what + ", " + Bytes.words(c.bytes()) + ", can be fetched here:\r\n"
                + link.address() + "\r\n"
                + (link.passcode().isPresent()
                        ? "\r\nThe page asks for a passcode, which comes in a mail of its own.\r\n"
                        : "");
        Outcome outcome = sendPlain(
                server,
                c.withFiles(List.of(), text, c.messageId()),
                progress,
                link.passcode().isEmpty());
        if (!(outcome instanceof Outcome.Accepted accepted)) {
            return outcome;
        }
        if (link.passcode().isPresent()) {
            String id = c.messageId().replaceFirst("<", "<passcode.");
            String words = "The passcode for " + what + " is " + link.passcode().get() + ".\r\n";
            Outcome second = sendPlain(server, c.withFiles(List.of(), words, id), progress, true);
            if (!(second instanceof Outcome.Accepted)) {
                return second;
            }
        }
        return new Outcome.Accepted(accepted.reply(), "as a link", accepted.bytes(), false, accepted.recipients());
    }

    /** @param last whether the leg has arrived when this one has */
    Outcome sendPlain(Submission server, Consignment c, Progress progress, boolean last) {
        TrustPolicy policy = server.trustPolicy();
        Session session = Session.getInstance(properties(server, policy));
        boolean[] handedOver = new boolean[1];
        try (SMTPTransport transport = new SMTPTransport(session, null)) {
            connect(transport, server);
            return send(
                    transport,
                    MailMessage.of(session, server, c, () -> {
                        handedOver[0] = true;
                        if (last) {
                            progress.handingOver();
                        }
                    }),
                    c);
        } catch (MessagingException e) {
            return handedOver[0]
                    ? new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, ""))
                    : connecting(e, policy);
        } catch (FarSideException e) {
            return new Outcome.NotAccepted(e.setback());
        } catch (IOException e) {
            return failed(ConnectionCause.LINE_LOST, "");
        }
    }

    private void connect(SMTPTransport transport, Submission server) throws MessagingException, IOException {
        boolean signsIn = server.signIn() != MailSignIn.NONE;
        // The library says the token where it would say a password.
        String secret = server.signIn() == MailSignIn.BEARER ? tokens.accessTo(server) : server.password();
        transport.connect(server.host(), server.port(), signsIn ? server.account() : null, signsIn ? secret : null);
    }

    /** Who is taken gets it, even when another is not; each has an outcome of its own. */
    private static Outcome send(SMTPTransport transport, MailMessage message, Consignment consignment)
            throws MessagingException {
        Address[] recipients = new Address[consignment.recipients().size()];
        for (int i = 0; i < recipients.length; i++) {
            recipients[i] = new InternetAddress(consignment.recipients().get(i));
        }
        try {
            transport.sendMessage(message, recipients);
            List<Outcome.Recipient> all = consignment.recipients().stream()
                    .map(address -> new Outcome.Recipient(address, true, "", ""))
                    .toList();
            return new Outcome.Accepted(oneLine(transport.getLastServerResponse()), "", message.bytes(), false, all);
        } catch (SendFailedException e) {
            return sending(e);
        }
    }

    private static Outcome sending(SendFailedException e) throws MessagingException {
        List<Outcome.Recipient> outcomes = new ArrayList<>();
        for (Address address : addresses(e.getValidSentAddresses())) {
            outcomes.add(new Outcome.Recipient(address.toString(), true, "", ""));
        }
        Setback worst = null;
        // The reply to each recipient hangs on the exception for all.
        for (Exception next = e; next instanceof MessagingException m; next = m.getNextException()) {
            if (next instanceof SMTPAddressFailedException refused) {
                Setback setback = SmtpReply.parse(refused.getMessage())
                        .map(reply -> Setback.of(MailCause.of(MailStep.RECIPIENT, reply), reply.line()))
                        .orElseGet(() -> Setback.of(MailCause.REFUSED, oneLine(refused.getMessage())));
                outcomes.add(new Outcome.Recipient(
                        refused.getAddress().toString(), false, setback.sentence(), setback.reply()));
                // What passes is tried again, so it outweighs what is final.
                worst = worst == null || setback.lasting().compareTo(worst.lasting()) < 0 ? setback : worst;
            }
        }
        if (worst != null) {
            String who = outcomes.stream()
                    .filter(r -> !r.accepted())
                    .map(Outcome.Recipient::address)
                    .collect(Collectors.joining(", "));
            Setback named = outcomes.size() > 1 ? worst.saying(worst.sentence() + " It is about " + who + ".") : worst;
            return new Outcome.NotAccepted(named, outcomes);
        }
        MailStep step = e instanceof SMTPSendFailedException failed && failed.getCommand() != null
                ? stepOf(failed.getCommand().toUpperCase(Locale.ROOT))
                : MailStep.ACCEPTED;
        Optional<SmtpReply> reply = SmtpReply.parse(e.getMessage());
        if (reply.isEmpty()) {
            // No reply at all: the line broke, and the caller knows whether everything had been sent.
            throw e;
        }
        return failed(MailCause.of(step, reply.get()), reply.get().line());
    }

    private static Address[] addresses(Address[] found) {
        return found == null ? new Address[0] : found;
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
                return failed(ConnectionCause.NAME_NOT_FOUND, "");
            }
            if (cause instanceof SSLException) {
                return failed(ConnectionCause.TLS_FAILED, "");
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
                        ? ConnectionCause.NOT_REACHED
                        : ConnectionCause.LINE_LOST,
                "");
    }

    private static Properties properties(Submission server, TrustPolicy policy) {
        Properties p = new Properties();
        p.put("mail.smtp.connectiontimeout", "10000");
        // RFC 5321 section 4.5.3.2 gives the server ten minutes after the last dot.
        p.put("mail.smtp.timeout", "600000");
        p.put("mail.smtp.writetimeout", "180000");
        p.put("mail.smtp.auth", Boolean.toString(server.signIn() != MailSignIn.NONE));
        if (server.signIn() == MailSignIn.BEARER) {
            BearerSignIn.install();
            p.put("mail.smtp.sasl.enable", "true");
            p.put("mail.smtp.sasl.mechanisms", BearerSignIn.MECHANISM);
            p.put(BearerSignIn.PORT, Integer.toString(server.port()));
        } else {
            p.put("mail.smtp.auth.mechanisms", "PLAIN LOGIN");
        }
        // Who is taken gets it, even when another is not.
        p.put("mail.smtp.sendpartial", "true");
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

    private static Outcome failed(Cause cause, String reply) {
        return new Outcome.NotAccepted(Setback.of(cause, reply));
    }

    private static String oneLine(String words) {
        return words == null ? "" : words.replaceAll("\\p{Cntrl}+", " ").strip();
    }
}
