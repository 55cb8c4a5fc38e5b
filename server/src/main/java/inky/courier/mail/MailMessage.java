package inky.courier.mail;

import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.destination.Consignment;
import jakarta.activation.DataHandler;
import jakarta.activation.DataSource;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import java.util.Properties;
import java.util.UUID;

/** A message of RFC 5322 with a Message-ID that stays the same for every try, written as a stream. */
final class MailMessage extends MimeMessage {
    private final String messageId;
    private final Runnable written;
    private long bytes;

    private MailMessage(Session session, String messageId, Runnable written) {
        super(session);
        this.messageId = messageId;
        this.written = written;
    }

    /** @param written runs when the last byte is out and only the server's word is missing */
    static MailMessage of(Session session, Submission server, Letter c, Runnable written)
            throws MessagingException, IOException {
        MailMessage message = new MailMessage(session, c.messageId(), written);
        // A guest has no address.
        boolean known = !c.sender().email().isEmpty();
        if (server.senderIsPerson() && known) {
            message.setFrom(address(c.sender().email(), c.sender().name()));
        } else {
            message.setFrom(address(server.sender(), c.sender().name() + " (scan)"));
            if (known) {
                message.setReplyTo(new InternetAddress[] {
                    address(c.sender().email(), c.sender().name())
                });
            }
        }
        for (String recipient : c.recipients()) {
            message.addRecipient(RecipientType.TO, new InternetAddress(Addresses.onTheLine(recipient)));
        }
        for (String copy : c.copies()) {
            message.addRecipient(RecipientType.CC, new InternetAddress(Addresses.onTheLine(copy)));
        }
        message.setSubject(oneLine(c.subject()), StandardCharsets.UTF_8.name());
        message.setSentDate(Date.from(c.at()));
        MimeMultipart parts = new MimeMultipart();
        MimeBodyPart text = new MimeBodyPart();
        text.setText(c.body(), StandardCharsets.UTF_8.name());
        parts.addBodyPart(text);
        for (Consignment.FileToSend one : c.files()) {
            MimeBodyPart file = new MimeBodyPart();
            file.setDataHandler(new DataHandler(new ContentSource(one)));
            // Said beforehand, so that the library does not read the whole file to find an encoding.
            file.setHeader("Content-Transfer-Encoding", "base64");
            file.setFileName(one.name());
            parts.addBodyPart(file);
        }
        message.setContent(parts);
        message.saveChanges();
        return message;
    }

    static MailMessage test(Submission server, String to, Instant at) throws MessagingException, IOException {
        MailMessage message = new MailMessage(
                Session.getInstance(new Properties()), "<" + UUID.randomUUID() + "@courier.invalid>", () -> {});
        message.setFrom(address(server.sender(), "Inky Courier"));
        message.addRecipient(RecipientType.TO, new InternetAddress(to));
        message.setSubject(Message.of("mail.test.subject").in(Languages.FIRST), StandardCharsets.UTF_8.name());
        message.setSentDate(Date.from(at));
        message.setText(
                Message.of("mail.test.text").with("server", server.name()).in(Languages.FIRST) + "\r\n",
                StandardCharsets.UTF_8.name());
        message.saveChanges();
        return message;
    }

    /** Bytes written so far by the latest try. */
    long bytes() {
        return bytes;
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", messageId);
    }

    @Override
    public void writeTo(OutputStream out, String[] ignored) throws IOException, MessagingException {
        bytes = 0;
        super.writeTo(new Counting(out), ignored);
        out.flush();
        written.run();
    }

    private static InternetAddress address(String address, String name) throws IOException {
        return new InternetAddress(Addresses.onTheLine(address), oneLine(name), StandardCharsets.UTF_8.name());
    }

    /** A header is one line: line ends would begin another header. */
    private static String oneLine(String text) {
        return PlainText.line(text);
    }

    private final class Counting extends FilterOutputStream {
        Counting(OutputStream out) {
            super(out);
        }

        @Override
        public void write(int b) throws IOException {
            out.write(b);
            bytes++;
        }

        @Override
        public void write(byte[] b, int off, int len) throws IOException {
            out.write(b, off, len);
            bytes += len;
        }
    }

    private record ContentSource(Consignment.FileToSend file) implements DataSource {
        @Override
        public InputStream getInputStream() {
            return file.content().get();
        }

        @Override
        public OutputStream getOutputStream() throws IOException {
            throw new IOException("read only");
        }

        @Override
        public String getContentType() {
            return file.mediaType();
        }

        @Override
        public String getName() {
            return file.name();
        }
    }
}
