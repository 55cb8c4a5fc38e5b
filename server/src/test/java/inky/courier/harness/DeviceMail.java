package inky.courier.harness;

import jakarta.activation.DataHandler;
import jakarta.mail.Address;
import jakarta.mail.MessagingException;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Properties;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/** A mail as a device that can only send makes one. */
public final class DeviceMail {
    private final Map<String, String> headers = new LinkedHashMap<>();
    private final Map<String, byte[]> attachments = new LinkedHashMap<>();
    private final String to;
    private String returnPath = "copier@wherrymoor.example";

    private DeviceMail(String to) {
        this.to = to;
        headers.put("From", returnPath);
        headers.put("To", to);
        headers.put("Subject", "Scan from the copier");
        headers.put("Message-ID", "<" + UUID.randomUUID() + "@copier.example>");
    }

    public static DeviceMail to(String address) {
        return new DeviceMail(address);
    }

    public DeviceMail with(String header, String value) {
        headers.put(header, value);
        return this;
    }

    public DeviceMail returnPath(String address) {
        returnPath = address;
        return this;
    }

    public DeviceMail attach(String name, byte[] content) {
        attachments.put(name, content);
        return this;
    }

    public static byte[] pdf(int pages) throws IOException {
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            for (int i = 0; i < pages; i++) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.addRect(100, 100 + 50f * i, 200, 20);
                    content.fill();
                }
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    /** @param format as Java's image writers call it */
    public static byte[] picture(String format) throws IOException {
        BufferedImage image = new BufferedImage(826, 1169, BufferedImage.TYPE_BYTE_GRAY);
        var pen = image.createGraphics();
        pen.setColor(java.awt.Color.WHITE);
        pen.fillRect(0, 0, image.getWidth(), image.getHeight());
        pen.setColor(java.awt.Color.BLACK);
        pen.fillRect(100, 100, 300, 40);
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    private static String type(String name) {
        Map<String, String> types = new HashMap<>(
                Map.of("pdf", "application/pdf", "jpg", "image/jpeg", "png", "image/png", "tif", "image/tiff"));
        return types.getOrDefault(name.replaceAll(".*\\.", ""), "application/octet-stream");
    }

    private MimeMessage message(Session session) throws MessagingException {
        MimeMultipart all = new MimeMultipart();
        MimeBodyPart text = new MimeBodyPart();
        text.setText("Sent by a device.");
        all.addBodyPart(text);
        for (Map.Entry<String, byte[]> one : attachments.entrySet()) {
            MimeBodyPart part = new MimeBodyPart();
            part.setDataHandler(new DataHandler(new ByteArrayDataSource(one.getValue(), type(one.getKey()))));
            part.setFileName(one.getKey());
            part.setDisposition(Part.ATTACHMENT);
            all.addBodyPart(part);
        }
        MimeMessage message = new MimeMessage(session) {
            @Override
            protected void updateMessageID() throws MessagingException {
                // It has its own.
            }
        };
        message.setContent(all);
        for (Map.Entry<String, String> header : headers.entrySet()) {
            message.setHeader(header.getKey(), header.getValue());
        }
        message.saveChanges();
        for (Map.Entry<String, String> header : headers.entrySet()) {
            message.setHeader(header.getKey(), header.getValue());
        }
        return message;
    }

    public byte[] bytes() throws MessagingException, IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        message(Session.getInstance(new Properties())).writeTo(out);
        return out.toByteArray();
    }

    /** Once this returns it is kept. @throws MessagingException when it is not */
    public void send(int port) throws MessagingException {
        Properties properties = new Properties();
        properties.put("mail.smtp.from", returnPath.isEmpty() ? "<>" : returnPath);
        properties.put("mail.smtp.connectiontimeout", "10000");
        properties.put("mail.smtp.timeout", "60000");
        Session session = Session.getInstance(properties);
        MimeMessage message = message(session);
        try (var transport = session.getTransport("smtp")) {
            transport.connect("127.0.0.1", port, null, null);
            transport.sendMessage(message, new Address[] {new InternetAddress(to)});
        }
    }

    /** What a refused message was told; empty where it was taken. */
    public String refusal(int port) {
        try {
            send(port);
            return "";
        } catch (MessagingException e) {
            StringBuilder said = new StringBuilder();
            for (Exception why = e;
                    why != null;
                    why = why instanceof MessagingException m ? m.getNextException() : null) {
                said.append(why.getMessage()).append('\n');
            }
            return said.toString();
        }
    }
}
