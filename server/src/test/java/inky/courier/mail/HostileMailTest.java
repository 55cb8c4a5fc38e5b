package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailSignIn;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A mail server whose greeting never ends takes a bounded number of bytes, from a delivery and from a probe. */
class HostileMailTest {
    @ParameterizedTest
    @EnumSource(
            value = Manner.class,
            names = {"ENDLESS", "GARBAGE", "CLOSING"})
    void itEndsInWordsAfterABoundedNumberOfBytes(Manner manner) throws IOException {
        try (Hostile far = new Hostile(manner, false, "220-mail.wherrymoor.example\r\n", "220-and more\r\n")) {
            Submission server = new Submission(
                    "Hostile",
                    far.address(),
                    far.port(),
                    Encryption.NONE,
                    CertificateCheck.OFF,
                    "",
                    MailSignIn.NONE,
                    "",
                    "",
                    null,
                    "scans@wherrymoor.example",
                    false,
                    0);
            Letter letter = new Letter(
                    List.of("berths@wherrymoor.example"),
                    List.of(),
                    new Consignment.Sender(UUID.randomUUID(), "\u00c1sa", "asa@wherrymoor.example"),
                    "subject",
                    "text",
                    List.of(),
                    "<1@courier.invalid>",
                    Instant.now());
            Outcome outcome = new MailTransfer(null).send(server, letter, () -> {});
            assertThat(outcome)
                    .isInstanceOfSatisfying(
                            Outcome.NotAccepted.class,
                            not -> assertThat(not.setback().sentence().toString())
                                    .isNotEmpty());
            assertThat(new MailProbe(server, "", Clock.systemUTC(), null).run().passed())
                    .isFalse();
            assertThat(far.said()).as("bytes taken").isLessThan(32L * 1024 * 1024);
        }
    }
}
