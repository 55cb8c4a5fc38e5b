package inky.courier.mail;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.Encryption;
import inky.courier.core.delivery.Setback;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.mail.MailStep;
import inky.courier.core.mail.PortAdvice;
import inky.courier.core.mail.SaslBearer;
import inky.courier.core.mail.SaslPlain;
import inky.courier.core.mail.SmtpReply;
import inky.courier.core.message.Message;
import jakarta.mail.MessagingException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Base64;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** One run through all steps from the server's name to an accepted message; stops at the first that fails. */
final class MailProbe {
    private static final Pattern SIZE = Pattern.compile("(?:^|\\s)SIZE (\\d+)");
    private static final long MB = 1024L * 1024;

    private final Submission server;
    private final String testTo;
    private final Clock clock;
    private final MailTokens tokens;
    private final TrustPolicy policy;
    private final ConnectionTrace trace;
    private final SmtpDialogue dialogue;
    private String hello = "";
    private String lastProtocol = "";

    MailProbe(Submission server, String testTo, Clock clock, MailTokens tokens) {
        this.tokens = tokens;
        this.server = server;
        this.testTo = testTo;
        this.clock = clock;
        this.policy = server.trustPolicy();
        this.trace = new ConnectionTrace(Optional.of(policy));
        this.dialogue = new SmtpDialogue(trace::line);
    }

    /** All steps, with a real message at the end. */
    ProbeReport run() {
        return walk(true);
    }

    /** All steps but the last two: nothing arrives anywhere. */
    ProbeReport ask() {
        return walk(false);
    }

    private ProbeReport walk(boolean toTheEnd) {
        Optional<Setback> setback = Optional.empty();
        try (dialogue) {
            InetAddress found = trace.at(MailStep.NAME, () -> {
                InetAddress address = InetAddress.getByName(server.host());
                trace.said(address.getHostAddress());
                return address;
            });
            trace.does(MailStep.REACHED, () -> reach(found));
            if (server.encryption() == Encryption.TLS) {
                trace.does(MailStep.ENCRYPTED, this::encrypt);
            }
            trace.does(MailStep.GREETED, this::greet);
            if (server.encryption() != Encryption.TLS) {
                trace.does(MailStep.ENCRYPTED, this::startTls);
            }
            trace.does(MailStep.SIGNED_IN, this::signIn);
            trace.does(
                    MailStep.SENDER,
                    () -> positive(MailStep.SENDER, dialogue.command("MAIL FROM:<" + server.sender() + ">")));
            if (toTheEnd) {
                trace.does(
                        MailStep.RECIPIENT,
                        () -> positive(MailStep.RECIPIENT, dialogue.command("RCPT TO:<" + testTo + ">")));
                trace.does(MailStep.ACCEPTED, this::send);
            }
            dialogue.command("QUIT");
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        } catch (IOException e) {
            // All steps are done; that the server does not wait for QUIT changes nothing.
            trace.line("* the server closed the line");
        }
        return trace.report(
                        clock.instant(),
                        MailStep.values(),
                        setback,
                        Message.of(toTheEnd ? "probe.mail.tested" : "probe.mail.accepts"))
                .withAnnouncedSize(announcedSizeMb());
    }

    private void reach(InetAddress address) throws IOException {
        dialogue.connect(new InetSocketAddress(address, server.port()));
        trace.said(address.getHostAddress() + ":" + server.port());
        PortAdvice.of(server.port(), server.encryption()).ifPresent(trace::care);
    }

    private void greet() throws IOException {
        try {
            SmtpReply greeting = dialogue.reply();
            positive(MailStep.GREETED, greeting);
            sayHello();
            trace.said(greeting.line());
            trace.note(offers());
        } catch (FarSideException e) {
            throw e;
        } catch (IOException e) {
            // What says nothing, or something else, at this moment is no mail server; or it waits for TLS.
            throw new FarSideException(MailCause.NOT_SMTP, "");
        }
    }

    private void sayHello() throws IOException {
        SmtpReply reply = dialogue.command("EHLO courier.invalid");
        positive(MailStep.GREETED, reply);
        hello = reply.words();
    }

    private Message offers() {
        int size = announcedSizeMb();
        return Message.of("probe.mail.size").with("mb", size);
    }

    private int announcedSizeMb() {
        Matcher matcher = SIZE.matcher(hello);
        return matcher.find() && matcher.group(1).length() < 15 ? (int) (Long.parseLong(matcher.group(1)) / MB) : 0;
    }

    private void startTls() throws IOException {
        boolean offered = hello.toUpperCase(Locale.ROOT).contains("STARTTLS");
        if (server.encryption() == Encryption.NONE) {
            trace.care(Message.of(offered ? "probe.mail.starttls-offered" : "probe.mail.not-encrypted"));
            return;
        }
        if (!offered) {
            throw new FarSideException(MailCause.TLS_NOT_OFFERED, "");
        }
        positive(MailStep.ENCRYPTED, dialogue.command("STARTTLS"));
        encrypt();
        String protocol = lastProtocol;
        sayHello();
        trace.said(protocol);
    }

    private void encrypt() throws IOException {
        lastProtocol = dialogue.encrypt(policy, server.host(), server.port());
        trace.line("* " + lastProtocol);
        trace.said(lastProtocol);
        policy.worry(clock.instant()).ifPresent(trace::care);
    }

    private void signIn() throws IOException {
        if (server.signIn() == MailSignIn.NONE) {
            trace.note(Message.of("probe.mail.no-sign-in"));
            return;
        }
        String offered = hello.toUpperCase(Locale.ROOT);
        if (!offered.contains("AUTH")) {
            throw new FarSideException(
                    server.encryption() == Encryption.NONE ? MailCause.ENCRYPTION_NEEDED : MailCause.SIGN_IN_TOO_WEAK,
                    "the server offers no AUTH");
        }
        if (server.signIn() == MailSignIn.BEARER) {
            String token = tokens.accessTo(server);
            SaslBearer bearer = SaslBearer.of(offered);
            String response = bearer.initialResponse(server.account(), server.host(), server.port(), token);
            SmtpReply reply = dialogue.command("AUTH " + bearer + " " + response, "AUTH " + bearer + " ********");
            positive(MailStep.SIGNED_IN, reply.code() == 334 ? dialogue.command(bearer.afterError()) : reply);
            return;
        }
        if (offered.contains("PLAIN")) {
            String response = SaslPlain.initialResponse("", server.account(), server.password());
            positive(MailStep.SIGNED_IN, dialogue.command("AUTH PLAIN " + response, "AUTH PLAIN ********"));
            return;
        }
        positive(MailStep.SIGNED_IN, dialogue.command("AUTH LOGIN"));
        positive(MailStep.SIGNED_IN, dialogue.command(base64(server.account()), "********"));
        positive(MailStep.SIGNED_IN, dialogue.command(base64(server.password()), "********"));
    }

    private void send() throws IOException {
        positive(MailStep.ACCEPTED, dialogue.command("DATA"));
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            MailMessage.test(server, testTo, clock.instant()).writeTo(bytes);
            // RFC 5321 section 4.5.2: a line that begins with a dot gets another.
            String text = bytes.toString(StandardCharsets.UTF_8).replaceAll("(?m)^\\.", "..");
            positive(MailStep.ACCEPTED, dialogue.message(text.getBytes(StandardCharsets.UTF_8)));
        } catch (MessagingException e) {
            throw new IllegalStateException("the test message cannot be written", e);
        }
    }

    private void positive(MailStep step, SmtpReply reply) throws FarSideException {
        if (!reply.isPositive()) {
            throw new FarSideException(MailCause.of(step, reply), reply.line());
        }
        trace.said(reply.line());
    }

    private static String base64(String text) {
        return Base64.getEncoder().encodeToString(text.getBytes(StandardCharsets.UTF_8));
    }
}
