package inky.courier.mail;

import inky.courier.core.mail.Encryption;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailStep;
import inky.courier.core.mail.PortAdvice;
import inky.courier.core.mail.SaslPlain;
import inky.courier.core.mail.SmtpReply;
import inky.courier.mail.ProbeReport.StepResult;
import inky.courier.mail.ProbeReport.StepState;
import jakarta.mail.MessagingException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.net.ssl.SSLException;

/** One run through all steps from the server's name to an accepted message; stops at the first that fails. */
final class MailProbe {
    private static final Pattern SIZE = Pattern.compile("(?:^|\\s)SIZE (\\d+)");
    private static final Duration ENDS_SOON = Duration.ofDays(30);
    private static final long MB = 1024L * 1024;

    private final Submission server;
    private final String testTo;
    private final Clock clock;
    private final SmtpDialogue dialogue = new SmtpDialogue();
    private final TrustPolicy policy;
    private final List<StepResult> steps = new ArrayList<>();
    private String hello = "";

    MailProbe(Submission server, String testTo, Clock clock) {
        this.server = server;
        this.testTo = testTo;
        this.clock = clock;
        this.policy = server.trustPolicy();
    }

    /** A step that did not pass. */
    private static final class Failed extends Exception {
        private final MailCause cause;
        private final String farSide;

        Failed(MailCause cause, String farSide) {
            super(cause.name());
            this.cause = cause;
            this.farSide = farSide;
        }
    }

    /** What passing a step showed. */
    private record Passed(String farSide, String note, StepState state) {
        Passed(String farSide) {
            this(farSide, "", StepState.PASSED);
        }
    }

    private interface Doing {
        Passed run() throws IOException, Failed;
    }

    ProbeReport run() {
        Failed failed = null;
        try (dialogue) {
            InetAddress[] found = new InetAddress[1];
            step(MailStep.NAME, () -> {
                found[0] = InetAddress.getByName(server.host());
                return new Passed(found[0].getHostAddress());
            });
            step(MailStep.REACHED, () -> reach(found[0]));
            if (server.encryption() == Encryption.TLS) {
                step(MailStep.ENCRYPTED, this::encrypt);
            }
            step(MailStep.GREETED, this::greet);
            if (server.encryption() != Encryption.TLS) {
                step(MailStep.ENCRYPTED, this::startTls);
            }
            step(MailStep.SIGNED_IN, this::signIn);
            step(
                    MailStep.SENDER,
                    () -> positive(MailStep.SENDER, dialogue.command("MAIL FROM:<" + server.sender() + ">")));
            step(MailStep.RECIPIENT, () -> positive(MailStep.RECIPIENT, dialogue.command("RCPT TO:<" + testTo + ">")));
            step(MailStep.ACCEPTED, this::send);
            dialogue.command("QUIT");
        } catch (Failed e) {
            failed = e;
        } catch (IOException e) {
            // The message is accepted; that the server does not wait for QUIT changes nothing.
            dialogue.note("the server closed the line");
        }
        return report(Optional.ofNullable(failed));
    }

    private Passed reach(InetAddress address) throws IOException {
        dialogue.connect(new InetSocketAddress(address, server.port()));
        Optional<String> advice = PortAdvice.of(server.port(), server.encryption());
        return new Passed(
                address.getHostAddress() + ":" + server.port(),
                advice.orElse(""),
                advice.isPresent() ? StepState.CARE : StepState.PASSED);
    }

    private Passed greet() throws IOException, Failed {
        Passed greeting = positive(MailStep.GREETED, dialogue.reply());
        sayHello();
        return new Passed(greeting.farSide, offers(), StepState.PASSED);
    }

    private void sayHello() throws IOException, Failed {
        SmtpReply reply = dialogue.command("EHLO courier.invalid");
        positive(MailStep.GREETED, reply);
        hello = reply.words();
    }

    private String offers() {
        int size = announcedSizeMb();
        return size == 0
                ? "It does not say how large a message may be."
                : "It takes messages of up to " + size + " MB.";
    }

    private int announcedSizeMb() {
        Matcher matcher = SIZE.matcher(hello);
        return matcher.find() && matcher.group(1).length() < 15 ? (int) (Long.parseLong(matcher.group(1)) / MB) : 0;
    }

    private Passed startTls() throws IOException, Failed {
        if (server.encryption() == Encryption.NONE) {
            boolean offered = hello.toUpperCase(Locale.ROOT).contains("STARTTLS");
            return new Passed(
                    "",
                    offered
                            ? "Not encrypted, though the server offers STARTTLS. Anybody on the way can read along."
                            : "Not encrypted. Anybody on the way can read along.",
                    StepState.CARE);
        }
        if (!hello.toUpperCase(Locale.ROOT).contains("STARTTLS")) {
            throw new Failed(MailCause.TLS_NOT_OFFERED, "");
        }
        positive(MailStep.ENCRYPTED, dialogue.command("STARTTLS"));
        Passed passed = encrypt();
        sayHello();
        return passed;
    }

    private Passed encrypt() throws IOException, Failed {
        String protocol;
        try {
            protocol = dialogue.encrypt(policy, server.host(), server.port());
        } catch (SSLException e) {
            throw new Failed(
                    policy.failure().orElse(MailCause.TLS_FAILED),
                    policy.seen()
                            .map(c -> c.getSubjectX500Principal().getName())
                            .orElse(""));
        }
        dialogue.note(protocol);
        if (server.certificateCheck() == CertificateCheck.OFF) {
            return new Passed(
                    protocol, "The certificate is not checked: somebody in between could read along.", StepState.CARE);
        }
        Instant until = policy.seen().orElseThrow().getNotAfter().toInstant();
        boolean soon = until.isBefore(clock.instant().plus(ENDS_SOON));
        long days = Duration.between(clock.instant(), until).toDays();
        return new Passed(
                protocol,
                soon ? "The certificate ends in " + days + " days." : "",
                soon ? StepState.CARE : StepState.PASSED);
    }

    private Passed signIn() throws IOException, Failed {
        if (server.signIn() == MailSignIn.NONE) {
            return new Passed("", "No sign-in is set up here.", StepState.PASSED);
        }
        String offered = hello.toUpperCase(Locale.ROOT);
        if (!offered.contains("AUTH")) {
            throw new Failed(
                    server.encryption() == Encryption.NONE ? MailCause.ENCRYPTION_NEEDED : MailCause.SIGN_IN_TOO_WEAK,
                    "the server offers no AUTH");
        }
        if (offered.contains("PLAIN")) {
            String response = SaslPlain.initialResponse("", server.account(), server.password());
            return positive(MailStep.SIGNED_IN, dialogue.command("AUTH PLAIN " + response, "AUTH PLAIN ********"));
        }
        positive(MailStep.SIGNED_IN, dialogue.command("AUTH LOGIN"));
        positive(MailStep.SIGNED_IN, dialogue.command(base64(server.account()), "********"));
        return positive(MailStep.SIGNED_IN, dialogue.command(base64(server.password()), "********"));
    }

    private Passed send() throws IOException, Failed {
        positive(MailStep.ACCEPTED, dialogue.command("DATA"));
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            MailMessage.test(server, testTo, clock.instant()).writeTo(bytes);
            // RFC 5321 section 4.5.2: a line that begins with a dot gets another.
            String text = bytes.toString(StandardCharsets.UTF_8).replaceAll("(?m)^\\.", "..");
            return positive(MailStep.ACCEPTED, dialogue.message(text.getBytes(StandardCharsets.UTF_8)));
        } catch (MessagingException e) {
            throw new IllegalStateException("the test message cannot be written", e);
        }
    }

    private static Passed positive(MailStep step, SmtpReply reply) throws Failed {
        if (!reply.isPositive()) {
            throw new Failed(MailCause.of(step, reply), reply.line());
        }
        return new Passed(reply.line());
    }

    private void step(MailStep step, Doing doing) throws Failed {
        long start = System.nanoTime();
        try {
            Passed passed = doing.run();
            steps.add(new StepResult(step, step.words(), passed.state, millis(start), passed.farSide, passed.note));
        } catch (Failed e) {
            steps.add(new StepResult(step, step.words(), StepState.FAILED, millis(start), e.farSide, ""));
            throw e;
        } catch (IOException e) {
            MailCause cause = causeOf(step, e);
            steps.add(new StepResult(step, step.words(), StepState.FAILED, millis(start), "", ""));
            dialogue.note(cause.sentence());
            throw new Failed(cause, "");
        }
    }

    static MailCause causeOf(MailStep step, IOException e) {
        if (e instanceof UnknownHostException) {
            return MailCause.NAME_NOT_FOUND;
        }
        if (step == MailStep.REACHED) {
            return MailCause.NOT_REACHED;
        }
        if (e instanceof SmtpDialogue.NotSmtp || step == MailStep.GREETED) {
            return MailCause.NOT_SMTP;
        }
        return step == MailStep.ENCRYPTED ? MailCause.TLS_FAILED : MailCause.LINE_LOST;
    }

    private ProbeReport report(Optional<Failed> failed) {
        for (MailStep step : MailStep.values()) {
            if (steps.stream().noneMatch(done -> done.step() == step)) {
                steps.add(new StepResult(step, step.words(), StepState.NOT_TRIED, 0, "", ""));
            }
        }
        return new ProbeReport(
                clock.instant(),
                failed.isEmpty(),
                List.copyOf(steps),
                failed.map(f -> f.cause).orElse(null),
                failed.map(f -> f.cause.sentence()).orElse("A test message was accepted."),
                failed.map(f -> f.cause.remedy()).orElse(""),
                policy.seen().map(this::certificate).orElse(null),
                announcedSizeMb(),
                dialogue.lines());
    }

    private ProbeReport.Certificate certificate(X509Certificate c) {
        Optional<MailCause> verdict = policy.strictVerdict(new X509Certificate[] {c}, "UNKNOWN");
        return new ProbeReport.Certificate(
                c.getSubjectX500Principal().getName(),
                c.getIssuerX500Principal().getName(),
                c.getNotBefore().toInstant(),
                c.getNotAfter().toInstant(),
                TrustPolicy.fingerprintOf(c),
                verdict.isEmpty(),
                verdict.map(MailCause::sentence).orElse("Signed by somebody this machine trusts."));
    }

    private static String base64(String text) {
        return Base64.getEncoder().encodeToString(text.getBytes(StandardCharsets.UTF_8));
    }

    private static long millis(long since) {
        return (System.nanoTime() - since) / 1_000_000;
    }
}
