package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.harness.Waiting;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Mail against a server that nobody here wrote. */
@Tag("long")
class RealMailTest {
    private static RealPostfix postfix;
    private static final MailTransfer TRANSFER = new MailTransfer(null);

    @BeforeAll
    static void open() throws Exception {
        assumeTrue(RealPostfix.canRun(), "the real server needs root and Debian's package");
        postfix = new RealPostfix();
    }

    @AfterAll
    static void close() throws Exception {
        TRANSFER.stop();
        if (postfix != null) {
            postfix.close();
        }
    }

    private static Submission from(String sender) {
        Submission plain = Submissions.plain(RealPostfix.ADDRESS, postfix.port());
        return new Submission(
                plain.name(),
                plain.host(),
                plain.port(),
                plain.encryption(),
                plain.certificateCheck(),
                "",
                plain.signIn(),
                "",
                "",
                plain.tokens(),
                sender,
                false,
                0);
    }

    private static Outcome send(String sender, int bytes, String... recipients) {
        byte[] content = new byte[bytes];
        List<Consignment.FileToSend> files = List.of(new Consignment.FileToSend(
                "Tide t\u00e4ble.pdf", "application/pdf", bytes, 1, "", () -> new ByteArrayInputStream(content)));
        Letter letter = new Letter(
                List.of(recipients),
                List.of(),
                new Consignment.Sender(UUID.randomUUID(), "\u00c1sa Kj\u00f8lv", "asa@wherrymoor.example"),
                "T\u00efde table",
                "text",
                bytes == 0 ? List.of() : files,
                "<" + UUID.randomUUID() + "@courier.invalid>",
                Instant.now());
        return TRANSFER.send(from(sender), letter, () -> {});
    }

    private static void arrives(String mailbox, long count) {
        Waiting.until(
                () -> {
                    try {
                        return postfix.count(mailbox) == count;
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                count + " messages lie in " + mailbox);
    }

    private static void causeIs(Outcome outcome, String cause) {
        assertThat(outcome)
                .isInstanceOfSatisfying(
                        Outcome.NotAccepted.class,
                        not -> assertThat(not.setback().cause()).isEqualTo(cause));
    }

    @Test
    void aMailArrivesAlsoOverALineThatWasKeptAndAfterTheServerWasStartedAgain() throws Exception {
        long before = postfix.count("berths");
        for (int i = 0; i < 3; i++) {
            assertThat(send("scans@wherrymoor.example", 200_000, "berths@wherrymoor.example"))
                    .isInstanceOf(Outcome.Accepted.class);
        }
        arrives("berths", before + 3);
        assertThat(postfix.mailbox("berths")).contains("filename*=");
        // The line is still kept when the server goes: the next mail finds that out and takes a new one.
        postfix.stop();
        causeIs(send("scans@wherrymoor.example", 0, "berths@wherrymoor.example"), "NOT_REACHED");
        postfix.start();
        assertThat(send("scans@wherrymoor.example", 0, "berths@wherrymoor.example"))
                .isInstanceOf(Outcome.Accepted.class);
        arrives("berths", before + 4);
    }

    /** It judges the sender only when it knows the recipient, and says so in words. */
    @Test
    void aRefusedSenderIsNotToldAsTheRecipientsFault() {
        Outcome outcome = send("stranger@wherrymoor.example", 0, "berths@wherrymoor.example");
        causeIs(outcome, "SENDER_REFUSED");
    }

    @Test
    void aRecipientThatIsUnknownHoldsUpNobodyElse() throws Exception {
        long before = postfix.count("berths");
        Outcome outcome =
                send("scans@wherrymoor.example", 0, "berths@wherrymoor.example", "nobody.here@wherrymoor.example");
        causeIs(outcome, "RECIPIENT_UNKNOWN");
        assertThat(((Outcome.NotAccepted) outcome).recipients())
                .extracting(Outcome.Recipient::address, Outcome.Recipient::accepted)
                .containsExactlyInAnyOrder(
                        org.assertj.core.groups.Tuple.tuple("berths@wherrymoor.example", true),
                        org.assertj.core.groups.Tuple.tuple("nobody.here@wherrymoor.example", false));
        arrives("berths", before + 1);
    }

    // RFC 1870 section 6.1: told of the size, the server refuses before it has taken a byte of the message
    @Test
    void aMailThatIsTooLargeIsRefusedByItsAnnouncedSize() {
        causeIs(send("scans@wherrymoor.example", RealPostfix.MOST_BYTES, "berths@wherrymoor.example"), "TOO_LARGE");
    }

    // RFC 6531 section 3.4: a sender needs the extension as much as a recipient does
    @ParameterizedTest
    @CsvSource({
        "scans@wherrymoor.example, kj\u00f8lv@wherrymoor.example, kjolv",
        "kj\u00f8lv@wherrymoor.example, berths@wherrymoor.example, berths"
    })
    void aSenderAndARecipientMayHaveLettersOutsideAscii(String sender, String recipient, String mailbox)
            throws Exception {
        long before = postfix.count(mailbox);
        assertThat(send(sender, 0, recipient)).isInstanceOf(Outcome.Accepted.class);
        arrives(mailbox, before + 1);
        assertThat(postfix.mailbox(mailbox)).contains(sender);
    }

    @Test
    void theProbePasses() {
        var report = new MailProbe(
                        from("scans@wherrymoor.example"), "berths@wherrymoor.example", Clock.systemUTC(), null)
                .run();
        assertThat(report.passed()).as(String.join("\n", report.dialogue())).isTrue();
        assertThat(report.announcedSizeMb()).isEqualTo(1);
    }
}
