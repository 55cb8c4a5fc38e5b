package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.sizing.MailSize;
import inky.courier.destination.Consignment;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.internet.MimeUtility;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Properties;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailMessageTest {
    private static final Session SESSION = Session.getInstance(new Properties());
    private static final Submission SERVER = Submissions.plain("mail.wherrymoor.example", 587);

    // RFC 2047 section 8: what the decoder makes of the standard's own examples
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "=?ISO-8859-1?Q?a?= | a",
                "=?ISO-8859-1?Q?a?= b | a b",
                "=?ISO-8859-1?Q?a?= =?ISO-8859-1?Q?b?= | ab",
                "=?ISO-8859-1?Q?a_b?= | a b",
                "=?ISO-8859-1?Q?Andr=E9?= Pirard | Andr\u00e9 Pirard",
                "=?ISO-8859-1?Q?Olle_J=E4rnefors?= | Olle J\u00e4rnefors",
            })
    void encodedWordsReadAsInTheStandard(String encoded, String expected) throws Exception {
        assertThat(MimeUtility.decodeText(encoded)).isEqualTo(expected);
    }

    @Test
    void namesBeyondAsciiTravelEncodedAndArriveAsTheyWere() throws Exception {
        String raw = written(
                "R\u00f8st, \u00c1sa: M\u00e5se \u2192 \u00f8st",
                "2026-11-24 M\u00e5se \u00f8st \u6e2f.pdf",
                "Dear crew,\n");
        assertThat(raw.substring(0, raw.indexOf("\r\n\r\n")).chars())
                .as("headers are ASCII, RFC 5322 section 2.2")
                .allMatch(c -> c < 128);
        assertThat(raw.lines()).as("RFC 5322 section 2.1.1").allMatch(line -> line.length() <= 998);
        MimeMessage read =
                new MimeMessage(SESSION, new ByteArrayInputStream(raw.getBytes(StandardCharsets.ISO_8859_1)));
        assertThat(read.getSubject()).isEqualTo("R\u00f8st, \u00c1sa: M\u00e5se \u2192 \u00f8st");
        // RFC 2231: a file name outside ASCII is a parameter value with a character set
        assertThat(raw).contains("filename*");
        assertThat(((MimeMultipart) read.getContent()).getBodyPart(1).getFileName())
                .isEqualTo("2026-11-24 M\u00e5se \u00f8st \u6e2f.pdf");
    }

    @Test
    void lineEndsInASubjectMakeNoHeader() throws Exception {
        String raw = written("Permit\r\nBcc: somebody@else.example", "permit.pdf", "");
        MimeMessage read =
                new MimeMessage(SESSION, new ByteArrayInputStream(raw.getBytes(StandardCharsets.ISO_8859_1)));
        assertThat(read.getHeader("Bcc")).isNull();
        assertThat(read.getSubject()).isEqualTo("Permit Bcc: somebody@else.example");
    }

    @Test
    void theMessageIdStaysAndTheEndIsToldOnce() throws Exception {
        int[] told = {0};
        Letter c = letter("Permit", "permit.pdf", "");
        MailMessage message = MailMessage.of(SESSION, SERVER, c, () -> told[0]++);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        message.writeTo(out, null);
        assertThat(told[0]).isEqualTo(1);
        assertThat(message.bytes()).isEqualTo(out.size());
        assertThat(out.toString(StandardCharsets.ISO_8859_1)).contains("Message-ID: <48213.leg@courier.invalid>");
    }

    // RFC 2045 section 6.8: the reckoned size is that of the real message, but for its head and text
    @Test
    void theReckonedSizeHoldsForAWholeMessage() throws Exception {
        Letter c = letter("Permit", "permit.pdf", "From the front desk.\n");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MailMessage.of(SESSION, SERVER, c, () -> {}).writeTo(out, null);
        long attachment = MailSize.base64(c.files().get(0).bytes());
        assertThat(out.size() - attachment).isBetween(300L, (long) MailConnector.HEAD_AND_TEXT);
    }

    private static String written(String subject, String file, String body) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MailMessage.of(SESSION, SERVER, letter(subject, file, body), () -> {}).writeTo(out, null);
        return out.toString(StandardCharsets.ISO_8859_1);
    }

    private static Letter letter(String subject, String file, String body) {
        byte[] content = new byte[123_457];
        return new Letter(
                List.of("oda.fennick@wherrymoor.example"),
                List.of("archive@wherrymoor.example"),
                new Consignment.Sender(
                        java.util.UUID.randomUUID(), "\u00c1sa Kj\u00f8lv", "asa.kjolv@wherrymoor.example"),
                subject,
                body,
                List.of(new Consignment.FileToSend(
                        file, "application/pdf", content.length, 1, "", () -> new ByteArrayInputStream(content))),
                "<48213.leg@courier.invalid>",
                Instant.parse("2026-11-24T10:42:16Z"));
    }
}
