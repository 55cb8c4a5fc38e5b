package inky.courier.mail;

import inky.courier.connection.BoundedSockets;
import inky.courier.connection.FarSideException;
import inky.courier.connection.KeptLines;
import inky.courier.connection.TlsFailure;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.Encryption;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.mail.MailStep;
import inky.courier.core.mail.SaslBearer;
import inky.courier.core.mail.SmtpReply;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.destination.Outcome;
import jakarta.annotation.PreDestroy;
import jakarta.mail.Address;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import java.io.IOException;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import javax.net.ssl.SSLException;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPTransport;
import org.eclipse.angus.mail.util.MailStreamProvider;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Carries one message to a mail server: RFC 5321 and RFC 6409, through Angus Mail. */
@Component
class MailTransfer {
    private static final Logger LOG = LoggerFactory.getLogger(MailTransfer.class);

    private static final int CLOSING = 421;
    private static final long MOST_REPLIES = 1024 * 1024;

    /** Until a server has greeted and let in; some keep strangers waiting for a minute. */
    private static final Duration OPENING = Duration.ofMinutes(2);

    /** From then to the end, of up to fifty messages; a large one over a slow line takes its time. */
    private static final Duration LONGEST = Duration.ofHours(2);

    static {
        // Else the library looks through every jar for it, several times for each message.
        System.setProperty("jakarta.mail.util.StreamProvider", MailStreamProvider.class.getName());
    }

    private final MailTokens tokens;
    private final KeptLines<Submission, Line> lines = new KeptLines<>();

    MailTransfer(MailTokens tokens) {
        this.tokens = tokens;
    }

    /** @param allSent runs when the last byte is out and only the server's word is missing */
    Outcome send(Submission server, Letter letter, Runnable allSent) {
        return send(server, letter, allSent, announced -> Optional.empty());
    }

    /** @param instead looks at the size that the server announces, 0 for none; what it gives is the outcome instead */
    Outcome send(Submission server, Letter letter, Runnable allSent, LongFunction<Optional<Outcome>> instead) {
        boolean utf8 = Addresses.needsUtf8(server.sender())
                || letter.everybody().stream().anyMatch(Addresses::needsUtf8);
        Optional<KeptLines.Kept<Line>> kept = utf8 ? Optional.empty() : lines.take(server);
        if (kept.isPresent() && kept.get().line().stands()) {
            boolean[] out = new boolean[1];
            Optional<Outcome> outcome = overKept(server, kept.get(), letter, allSent, instead, out);
            if (outcome.isPresent()) {
                return outcome.get();
            }
        } else {
            kept.ifPresent(line -> KeptLines.end(line.line()));
        }
        return overNew(server, letter, allSent, instead, utf8);
    }

    /** A line to a mail server on which it has greeted and let in. */
    private record Line(SMTPTransport transport, Session session) implements AutoCloseable {
        /** Whether the server still answers: it may have ended the line meanwhile (RFC 5321 section 3.8). */
        boolean stands() {
            return transport.isConnected();
        }

        @Override
        public void close() throws MessagingException {
            transport.close();
        }
    }

    /** @return nothing when the line was lost before all had been sent, and another is to be tried */
    private Optional<Outcome> overKept(
            Submission server,
            KeptLines.Kept<Line> line,
            Letter letter,
            Runnable allSent,
            LongFunction<Optional<Outcome>> instead,
            boolean[] out) {
        try {
            return Optional.of(over(server, line, letter, allSent, instead, out));
        } catch (MessagingException | IOException e) {
            return out[0]
                    ? Optional.of(new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, ""), List.of()))
                    : Optional.empty();
        }
    }

    private Outcome overNew(
            Submission server, Letter letter, Runnable allSent, LongFunction<Optional<Outcome>> instead, boolean utf8) {
        TrustPolicy policy = server.trustPolicy();
        // The replies of a whole conversation are a few kilobytes; a server that says more, or never ends, is let go.
        BoundedSockets sockets = new BoundedSockets(MOST_REPLIES, OPENING, LONGEST);
        Properties properties = properties(server, policy, sockets);
        // Asked for with such addresses alone: a message that is marked may be refused further on its way.
        properties.put("mail.mime.allowutf8", Boolean.toString(utf8));
        Session session = Session.getInstance(properties);
        SMTPTransport transport = new SMTPTransport(session, null);
        boolean[] out = new boolean[1];
        try {
            connect(transport, server);
            sockets.opened();
            if (utf8 && !transport.supportsExtension("SMTPUTF8")) {
                KeptLines.end(transport);
                return withoutUtf8(server, letter, allSent, instead);
            }
            return over(server, KeptLines.Kept.fresh(new Line(transport, session)), letter, allSent, instead, out);
        } catch (MessagingException e) {
            // 421 may answer anything, and ends the line (RFC 5321 section 3.8); the library forgets what was said.
            Optional<SmtpReply> last =
                    SmtpReply.parse(transport.getLastServerResponse()).filter(reply -> reply.code() == CLOSING);
            KeptLines.end(transport);
            if (!out[0] && last.isPresent()) {
                return new Outcome.NotAccepted(MailCause.met(MailStep.RECIPIENT, last.get()));
            }
            return out[0]
                    ? new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, ""), List.of())
                    : connecting(e, server, policy);
        } catch (FarSideException e) {
            KeptLines.end(transport);
            return new Outcome.NotAccepted(e.setback());
        } catch (IOException e) {
            KeptLines.end(transport);
            return failed(ConnectionCause.LINE_LOST, "");
        }
    }

    /** Who can be reached gets it; the others have an outcome of their own. */
    private Outcome withoutUtf8(
            Submission server, Letter letter, Runnable allSent, LongFunction<Optional<Outcome>> instead) {
        Setback setback = Setback.of(MailCause.ADDRESS_NOT_TAKEN, "");
        if (Addresses.needsUtf8(server.sender())) {
            return new Outcome.NotAccepted(setback.saying(setback.sentence().and(Message.of("cause.about-sender"))));
        }
        List<String> beyond =
                letter.everybody().stream().filter(Addresses::needsUtf8).toList();
        List<Outcome.Recipient> outcomes = new ArrayList<>(beyond.stream()
                .map(address -> new Outcome.Recipient(address, "", false, setback.sentence(), ""))
                .toList());
        Letter rest = letter.without(Set.copyOf(beyond));
        if (rest.everybody().isEmpty()) {
            return new Outcome.NotAccepted(setback, outcomes);
        }
        Outcome outcome = send(server, rest, allSent, instead);
        if (outcome instanceof Outcome.Accepted accepted) {
            outcomes.addAll(accepted.recipients());
            return new Outcome.NotAccepted(setback.saying(about(setback, String.join(", ", beyond))), outcomes);
        }
        return outcome;
    }

    private Outcome over(
            Submission server,
            KeptLines.Kept<Line> line,
            Letter letter,
            Runnable allSent,
            LongFunction<Optional<Outcome>> instead,
            boolean[] out)
            throws MessagingException, IOException {
        boolean well = false;
        try {
            Optional<Outcome> other = instead.apply(announcedSize(line.line().transport));
            if (other.isPresent()) {
                return other.get();
            }
            MailMessage message = MailMessage.of(line.line().session, server, letter, () -> {
                out[0] = true;
                allSent.run();
            });
            announceSize(line.line(), letter);
            Outcome outcome = send(line.line().transport, message, letter);
            // A line that was opened for other letters than ASCII says so of every message.
            well = outcome instanceof Outcome.Accepted
                    && !Boolean.parseBoolean(line.line().session.getProperty("mail.mime.allowutf8"));
            return outcome;
        } finally {
            if (well) {
                lines.giveBack(server, line);
            } else {
                KeptLines.end(line.line());
            }
        }
    }

    /** RFC 1870 section 6: a server that knows the size beforehand refuses before it has taken everything. */
    private static void announceSize(Line line, Letter letter) {
        Properties properties = line.session.getProperties();
        if (line.transport.supportsExtension("SIZE")) {
            properties.put("mail.smtp.mailextension", "SIZE=" + MailConnector.asMail(letter.files()));
        } else {
            properties.remove("mail.smtp.mailextension");
        }
    }

    @PreDestroy
    void stop() {
        lines.close();
    }

    private void connect(SMTPTransport transport, Submission server) throws MessagingException, IOException {
        if (server.signIn() != MailSignIn.BEARER) {
            boolean signsIn = server.signIn() == MailSignIn.PASSWORD;
            transport.connect(
                    server.host(),
                    server.port(),
                    signsIn ? server.account() : null,
                    signsIn ? server.password() : null);
            return;
        }
        try {
            connectWithToken(transport, server);
        } catch (AuthenticationFailedException e) {
            // A token can end before its time; a new one tells whether it was that.
            tokens.forget(server);
            connectWithToken(transport, server);
        }
    }

    /** The library says the token where it would say a password. */
    private void connectWithToken(SMTPTransport transport, Submission server) throws MessagingException, IOException {
        transport.connect(server.host(), server.port(), server.account(), tokens.accessTo(server));
    }

    /** Who is taken gets it, even when another is not; each has an outcome of its own. */
    private static Outcome send(SMTPTransport transport, MailMessage message, Letter letter) throws MessagingException {
        List<String> everybody = letter.everybody();
        Address[] recipients = new Address[everybody.size()];
        for (int i = 0; i < recipients.length; i++) {
            recipients[i] = new InternetAddress(Addresses.onTheLine(everybody.get(i)));
        }
        try {
            transport.sendMessage(message, recipients);
            List<Outcome.Recipient> all = everybody.stream()
                    .map(address -> new Outcome.Recipient(address, "", true, Message.none(), ""))
                    .toList();
            return new Outcome.Accepted(
                    oneLine(transport.getLastServerResponse()), Message.none(), message.bytes(), false, all);
        } catch (SendFailedException e) {
            return sending(e, everybody);
        }
    }

    private static Message about(Setback setback, String who) {
        return setback.sentence().and(Message.of("cause.about").with("who", who));
    }

    private static Outcome sending(SendFailedException e, List<String> everybody) throws MessagingException {
        Map<String, String> asWritten = everybody.stream()
                .collect(Collectors.toMap(Addresses::onTheLine, address -> address, (one, same) -> one));
        List<Outcome.Recipient> outcomes = new ArrayList<>();
        for (Address address : addresses(e.getValidSentAddresses())) {
            outcomes.add(new Outcome.Recipient(
                    asWritten.getOrDefault(address.toString(), address.toString()), "", true, Message.none(), ""));
        }
        Setback worst = null;
        // The reply to each recipient hangs on the exception for all.
        for (Exception next = e; next instanceof MessagingException m; next = m.getNextException()) {
            if (next instanceof SMTPAddressFailedException refused) {
                Setback setback = SmtpReply.parse(refused.getMessage())
                        .map(reply -> MailCause.met(MailStep.RECIPIENT, reply))
                        .orElseGet(() -> Setback.of(MailCause.REFUSED, oneLine(refused.getMessage())));
                String address = refused.getAddress().toString();
                outcomes.add(new Outcome.Recipient(
                        asWritten.getOrDefault(address, address), "", false, setback.sentence(), setback.reply()));
                // What passes is tried again, so it outweighs what is final.
                worst = worst == null || setback.lasting().compareTo(worst.lasting()) < 0 ? setback : worst;
            }
        }
        if (worst != null) {
            String who = outcomes.stream()
                    .filter(r -> !r.accepted())
                    .map(Outcome.Recipient::address)
                    .collect(Collectors.joining(", "));
            Setback named = outcomes.size() > 1 ? worst.saying(about(worst, who)) : worst;
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

    private static Outcome connecting(MessagingException e, Submission server, TrustPolicy policy) {
        if (policy.failure().isPresent()) {
            return failed(policy.failure().get(), "");
        }
        if (e instanceof AuthenticationFailedException) {
            return SmtpReply.parse(e.getMessage())
                    .map(reply -> failed(MailCause.of(MailStep.SIGNED_IN, reply), reply.line()))
                    // The library keeps the server's words of a token to itself.
                    .orElseGet(() -> failed(
                            server.signIn() == MailSignIn.BEARER
                                    ? MailCause.SIGN_IN_REFUSED
                                    : MailCause.SIGN_IN_TOO_WEAK,
                            ""));
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof UnknownHostException) {
                return failed(ConnectionCause.NAME_NOT_FOUND, "");
            }
            if (cause instanceof SSLException tls) {
                return failed(TlsFailure.of(tls), "");
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

    private static Properties properties(Submission server, TrustPolicy policy, BoundedSockets lines) {
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
            // Where the server does not offer that, the library's own.
            p.put("mail.smtp.auth.mechanisms", SaslBearer.XOAUTH2.name());
        } else {
            p.put("mail.smtp.auth.mechanisms", "PLAIN LOGIN");
        }
        // Who is taken gets it, even when another is not.
        p.put("mail.smtp.sendpartial", "true");
        p.put("mail.smtp.localhost", "courier.invalid");
        p.put("mail.smtp.ssl.enable", Boolean.toString(server.encryption() == Encryption.TLS));
        p.put("mail.smtp.starttls.enable", Boolean.toString(server.encryption() == Encryption.STARTTLS));
        p.put("mail.smtp.starttls.required", Boolean.toString(server.encryption() == Encryption.STARTTLS));
        p.put("mail.smtp.socketFactory", lines);
        p.put("mail.smtp.socketFactory.fallback", "false");
        p.put("mail.smtp.ssl.socketFactory", policy.socketFactoryOver(lines));
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
        return words == null ? "" : PlainText.line(words);
    }
}
