package inky.courier.core.mail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.connection.Encryption;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailCauseTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // RFC 4954 section 6
                "SIGNED_IN | 535 5.7.8 Authentication credentials invalid | SIGN_IN_REFUSED | UNTIL_MENDED",
                "SIGNED_IN | 534 5.7.9 Authentication mechanism is too weak | SIGN_IN_TOO_WEAK | UNTIL_MENDED",
                "SIGNED_IN | 454 4.7.0 Temporary authentication failure | TRY_LATER | PASSES",
                "SENDER | 530 5.7.0 Authentication required | SIGN_IN_NEEDED | UNTIL_MENDED",
                "SIGNED_IN | 538 5.7.11 Encryption required for requested mechanism | ENCRYPTION_NEEDED | UNTIL_MENDED",
                // As mail servers that judge the sender last say it (common practice, no source)
                "RECIPIENT | 553 5.7.1 <a@b.example>: Sender address rejected: not owned by user scans | SENDER_REFUSED | UNTIL_MENDED",
                "RECIPIENT | 554 5.7.1 <c@d.example>: Relay access denied | RELAY_REFUSED | UNTIL_MENDED",
                "RECIPIENT | 450 4.2.0 <c@d.example>: Recipient address rejected: Greylisted | TRY_LATER | PASSES",
                // RFC 3207 section 4
                "SENDER | 530 5.7.0 Must issue a STARTTLS command first | ENCRYPTION_NEEDED | UNTIL_MENDED",
                // RFC 5321 section 4.2.2 and 4.2.3, with RFC 3463 section 3
                "GREETED | 421 4.3.2 Service not available | TRY_LATER | PASSES",
                "RECIPIENT | 450 4.2.1 Mailbox busy | TRY_LATER | PASSES",
                "RECIPIENT | 451 4.7.1 Greylisted, try again | TRY_LATER | PASSES",
                "SENDER | 452 4.3.1 Insufficient system storage | SERVER_FULL | PASSES",
                "RECIPIENT | 550 5.1.1 Bad destination mailbox address | RECIPIENT_UNKNOWN | FOR_GOOD",
                "RECIPIENT | 550 No such user here | RECIPIENT_UNKNOWN | FOR_GOOD",
                "RECIPIENT | 552 5.2.2 Mailbox full | RECIPIENT_FULL | PASSES",
                "RECIPIENT | 550 5.7.1 Relaying denied | RELAY_REFUSED | UNTIL_MENDED",
                "RECIPIENT | 551 User not local | RELAY_REFUSED | UNTIL_MENDED",
                "SENDER | 550 5.7.1 Not authorised to send as this | SENDER_REFUSED | UNTIL_MENDED",
                "SENDER | 553 5.1.8 Bad sender address | SENDER_REFUSED | UNTIL_MENDED",
                "ACCEPTED | 554 5.6.0 Media error | CONTENT_REFUSED | FOR_GOOD",
                "ACCEPTED | 554 5.7.1 Message refused by policy | CONTENT_REFUSED | FOR_GOOD",
                "ACCEPTED | 554 Transaction failed | REFUSED | FOR_GOOD",
                // RFC 1870 section 6.1 and RFC 3463 section 3.4
                "SENDER | 552 5.3.4 Message size exceeds fixed maximum | TOO_LARGE | FOR_GOOD",
                "ACCEPTED | 552 message size exceeds fixed maximum message size | TOO_LARGE | FOR_GOOD",
            })
    void everyRefusalHasOneCause(MailStep step, String reply, MailCause cause, Lasting lasting) {
        MailCause found = MailCause.of(step, SmtpReply.parse(reply).orElseThrow());
        assertEquals(cause, found);
        assertEquals(lasting, found.lasting());
        assertTrue(found.sentence().toString().endsWith(".")
                && found.remedy().toString().endsWith("."));
    }

    // RFC 5321 section 4.2.1: a reply of several lines has a hyphen behind the code in all but the last
    @Test
    void aReplyOfSeveralLinesIsOne() {
        SmtpReply reply = SmtpReply.parse(List.of("250-mail.office.example", "250-SIZE 10485760", "250 AUTH PLAIN"))
                .orElseThrow();
        assertEquals(250, reply.code());
        assertEquals("mail.office.example SIZE 10485760 AUTH PLAIN", reply.words());
        assertTrue(reply.isPositive());
        assertFalse(SmtpReply.parse("HTTP/1.1 400 Bad Request").isPresent());
        assertFalse(SmtpReply.parse("").isPresent());
        assertEquals("250", SmtpReply.parse("250").orElseThrow().line());
    }

    // RFC 4616 section 4, first example; RFC 4954 section 4.1
    @Test
    void plainSignInHasTheBytesOfTheStandards() {
        byte[] message = java.util.Base64.getDecoder().decode(SaslPlain.initialResponse("", "tim", "tanstaaftanstaaf"));
        assertEquals("\0tim\0tanstaaftanstaaf", new String(message, java.nio.charset.StandardCharsets.UTF_8));
        assertEquals("dGVzdAB0ZXN0ADEyMzQ=", SaslPlain.initialResponse("test", "test", "1234"));
    }

    // RFC 8314 section 3.3, RFC 6409 section 3.1
    /** What is said of one recipient and passes holds up that one alone; what is said of all holds up the way. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "RECIPIENT | 450 4.2.1 Mailbox busy | THIS_ONE",
                "RECIPIENT | 421 4.7.0 Too many recipients | THIS_ONE",
                "RECIPIENT | 452 4.2.2 Mailbox full | THIS_ONE",
                "RECIPIENT | 530 5.7.0 Authentication required | ROUTE",
                "SENDER | 451 4.7.1 Greylisted | ROUTE",
                "GREETED | 421 4.3.2 Service not available | ROUTE"
            })
    void oneRecipientSaysNothingOfTheWayForAllOthers(MailStep step, String reply, Cause.Scope scope) {
        assertEquals(
                scope, MailCause.met(step, SmtpReply.parse(reply).orElseThrow()).scope());
    }

    @ParameterizedTest
    @CsvSource({
        "465, TLS, false",
        "465, STARTTLS, true",
        "587, STARTTLS, false",
        "587, TLS, true",
        "25, NONE, false",
        "25, TLS, true",
        "2525, TLS, false"
    })
    void portsThatCustomarilyMeanSomethingElseAreNamed(int port, Encryption encryption, boolean advised) {
        assertEquals(advised, PortAdvice.of(port, encryption).isPresent());
    }
}
