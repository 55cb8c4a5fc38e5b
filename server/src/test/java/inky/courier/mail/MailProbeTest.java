package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.connection.ProbeReport;
import inky.courier.connection.ProbeReport.StepResult;
import inky.courier.connection.ProbeReport.StepState;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.mail.MailStep;
import inky.courier.harness.Office;
import inky.courier.standins.FreePort;
import inky.courier.standins.PostOffice;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Clock;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailProbeTest {
    private static PostOffice post;

    @BeforeAll
    static void open() throws IOException {
        post = Office.postOffice(Files.createTempDirectory("probe"));
    }

    @AfterAll
    static void close() {
        post.close();
    }

    @BeforeEach
    void behave() {
        post.behave();
        post.password(Office.PASSWORD);
    }

    @ParameterizedTest
    @CsvSource({"NONE, NONE", "STARTTLS, PASSWORD", "TLS, PASSWORD"})
    void aGoodServerPassesEveryStepAndTheTestMessageArrives(Encryption encryption, MailSignIn signIn) {
        int before = post.mailbox().letters().size();
        ProbeReport report = probe(server(encryption, CertificateCheck.OFF, "", signIn, Office.PASSWORD));
        assertThat(report.passed()).as(String.join("\n", report.dialogue())).isTrue();
        assertThat(report.steps())
                .hasSize(MailStep.values().length)
                .noneMatch(step -> step.state() == StepState.FAILED);
        assertThat(report.announcedSizeMb()).isEqualTo(64);
        assertThat(post.mailbox().letters()).hasSize(before + 1);
    }

    // The replies are those of the RFCs that MailCauseTest names
    @ParameterizedTest
    @CsvSource({
        "GREETING, 421 4.3.2 Closing down, GREETED, TRY_LATER",
        "EHLO, 554 5.3.2 Not today, GREETED, REFUSED",
        "STARTTLS, 454 4.7.0 TLS not available, ENCRYPTED, TRY_LATER",
        "AUTH, 534 5.7.9 Mechanism too weak, SIGNED_IN, SIGN_IN_TOO_WEAK",
        "AUTH, 535 5.7.8 Authentication credentials invalid, SIGNED_IN, SIGN_IN_REFUSED",
        "MAIL, 550 5.7.1 Sender not allowed, SENDER, SENDER_REFUSED",
        "RCPT, 550 5.1.1 No such mailbox, RECIPIENT, RECIPIENT_UNKNOWN",
        "DATA, 452 4.3.1 Disk full, ACCEPTED, SERVER_FULL",
        "END, 552 5.3.4 Too large, ACCEPTED, TOO_LARGE",
    })
    void aRefusalAtAnyStepIsFoundThereWithItsCause(
            PostOffice.Step refused, String reply, MailStep step, MailCause cause) {
        post.refuse(refused, reply);
        ProbeReport report =
                probe(server(Encryption.STARTTLS, CertificateCheck.OFF, "", MailSignIn.PASSWORD, Office.PASSWORD));
        assertThat(report.cause()).as(String.join("\n", report.dialogue())).isEqualTo(cause.name());
        StepResult failed = report.steps().stream()
                .filter(s -> s.state() == StepState.FAILED)
                .findFirst()
                .orElseThrow();
        assertThat(failed.step()).isEqualTo(step.name());
        assertThat(failed.farSide()).isEqualTo(reply);
        assertThat(report.remedy()).isEqualTo(cause.remedy());
        assertThat(report.steps().stream()
                        .filter(s -> MailStep.valueOf(s.step()).compareTo(step) > 0))
                .allMatch(s -> s.state() == StepState.NOT_TRIED);
    }

    @Test
    void aWrongPasswordIsFoundAndNoSecretIsWrittenDown() {
        ProbeReport report =
                probe(server(Encryption.STARTTLS, CertificateCheck.OFF, "", MailSignIn.PASSWORD, "wrong-secret"));
        assertThat(report.cause()).isEqualTo("SIGN_IN_REFUSED");
        String all = String.join("\n", report.dialogue());
        assertThat(all)
                .contains("AUTH PLAIN ********")
                .doesNotContain("wrong-secret")
                .doesNotContain(inky.courier.core.mail.SaslPlain.initialResponse(
                        "", "scans@wherrymoor.example", "wrong-secret"));
    }

    @Test
    void aCertificateThatNobodyVouchesForIsShownAndThenTrustedByItsFingerprint() {
        ProbeReport strict =
                probe(server(Encryption.TLS, CertificateCheck.MUST_BE_VALID, "", MailSignIn.PASSWORD, Office.PASSWORD));
        assertThat(strict.cause()).isEqualTo("CERTIFICATE_UNKNOWN");
        assertThat(strict.certificate()).isNotNull();
        assertThat(strict.certificate().fingerprint()).matches("([0-9A-F]{2}:){31}[0-9A-F]{2}");
        ProbeReport pinned = probe(server(
                Encryption.TLS,
                CertificateCheck.EXACTLY_THIS,
                strict.certificate().fingerprint(),
                MailSignIn.PASSWORD,
                Office.PASSWORD));
        assertThat(pinned.passed()).isTrue();
        String other = strict.certificate().fingerprint().replaceFirst("^..", "00");
        ProbeReport changed = probe(server(
                Encryption.STARTTLS,
                CertificateCheck.EXACTLY_THIS,
                other.equals(strict.certificate().fingerprint()) ? other.replaceFirst("^..", "01") : other,
                MailSignIn.PASSWORD,
                Office.PASSWORD));
        assertThat(changed.cause()).isEqualTo("CERTIFICATE_CHANGED");
    }

    @Test
    void theUsualSlipsAreNamed() throws IOException {
        // TLS from the start at a port that begins plain, and the other way round
        assertThat(probe(at(post.startTlsPort(), Encryption.TLS)).cause()).isEqualTo("TLS_FAILED");
        assertThat(probe(at(post.plainPort(), Encryption.STARTTLS)).cause()).isEqualTo("TLS_NOT_OFFERED");
        assertThat(probe(at(FreePort.at("127.0.0.1"), Encryption.NONE)).cause()).isEqualTo("NOT_REACHED");
        Submission unknown = new Submission(
                "x",
                "no-such-host.invalid",
                25,
                Encryption.NONE,
                CertificateCheck.OFF,
                "",
                MailSignIn.NONE,
                "",
                "",
                TokenSource.NONE,
                "a@b.example",
                false,
                0);
        assertThat(probe(unknown).cause()).isEqualTo("NAME_NOT_FOUND");
    }

    private static ProbeReport probe(Submission server) {
        return new MailProbe(
                        server,
                        "maud.ellery@wherrymoor.example",
                        Clock.systemUTC(),
                        new MailTokens(null, Clock.systemUTC(), event -> {}))
                .run();
    }

    private static Submission at(int port, Encryption encryption) {
        return Submissions.of("127.30.9.5", port, encryption, CertificateCheck.OFF, "", MailSignIn.NONE, "");
    }

    private static Submission server(
            Encryption encryption, CertificateCheck check, String fingerprint, MailSignIn signIn, String password) {
        int port = switch (encryption) {
            case NONE -> post.plainPort();
            case STARTTLS -> post.startTlsPort();
            case TLS -> post.tlsPort();
        };
        return Submissions.of("127.30.9.5", port, encryption, check, fingerprint, signIn, password);
    }
}
