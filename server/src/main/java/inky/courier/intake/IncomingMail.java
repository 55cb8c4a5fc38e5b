package inky.courier.intake;

import inky.courier.core.Invalid;
import inky.courier.core.intake.NoScan;
import inky.courier.core.text.PlainText;
import inky.courier.scan.ScanService.Document;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import jakarta.mail.util.SharedFileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UnsupportedEncodingException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.regex.Pattern;

/** A mail as it came from a device; read from its file, of which hardly anything is in memory. */
final class IncomingMail implements AutoCloseable {
    private static final int DEEPEST = 10;
    private static final int MOST_PARTS = 200;
    private static final int LONGEST_LINE = 300;

    /** By the names of files, where a device says no more of what it attaches. */
    private static final Pattern FILE = Pattern.compile("(?i).*\\.(pdf|tiff?|jpe?g|png)");

    private final Path file;
    private final String returnPath;
    private final SharedFileInputStream content;
    private final MimeMessage message;
    private final List<Document> documents = new ArrayList<>();
    private int parts;

    /**
     * @param file with the whole message
     * @param returnPath of the envelope; empty for none
     * @throws Invalid where it is no message
     */
    IncomingMail(Path file, String returnPath) throws IOException {
        this.file = file;
        this.returnPath = returnPath;
        content = new SharedFileInputStream(file.toFile());
        try {
            Properties properties = new Properties();
            // RFC 6532; also of devices that do not ask whether they may.
            properties.setProperty("mail.mime.allowutf8", "true");
            message = new MimeMessage(Session.getInstance(properties), content);
            collect(message, 0, false);
        } catch (MessagingException | IOException e) {
            content.close();
            throw Invalid.of("intake.message", "");
        }
    }

    private void collect(Part part, int depth, boolean related) throws MessagingException, IOException {
        if (depth > DEEPEST || ++parts > MOST_PARTS) {
            throw Invalid.of("intake.message", "");
        }
        if (part.isMimeType("multipart/*") && part.getContent() instanceof Multipart all) {
            boolean picturesOfText = part.isMimeType("multipart/related");
            for (int i = 0; i < all.getCount(); i++) {
                collect(all.getBodyPart(i), depth + 1, picturesOfText);
            }
        } else if (isPages(part, related)) {
            documents.add(new Document(name(part), into -> {
                try (InputStream in = part.getInputStream()) {
                    Files.copy(in, into);
                } catch (MessagingException e) {
                    throw Invalid.of("intake.message", "");
                }
            }));
        }
    }

    /** Pictures that belong to a text, as a maker's logo, are no pages. */
    private static boolean isPages(Part part, boolean related) throws MessagingException {
        boolean ofText = related && part instanceof BodyPart && part.getHeader("Content-ID") != null;
        return !ofText
                && (part.isMimeType("application/pdf")
                        || part.isMimeType("image/*")
                        || FILE.matcher(name(part)).matches());
    }

    private static String name(Part part) throws MessagingException {
        return Optional.ofNullable(part.getFileName())
                .map(IncomingMail::decoded)
                .map(IncomingMail::line)
                .filter(name -> !name.isEmpty())
                .orElse("attachment");
    }

    private static String decoded(String text) {
        try {
            return MimeUtility.decodeText(text);
        } catch (UnsupportedEncodingException e) {
            return text;
        }
    }

    private static String line(String text) {
        String line = PlainText.line(text);
        return line.length() <= LONGEST_LINE ? line : line.substring(0, LONGEST_LINE);
    }

    private List<Document> documents() {
        return documents;
    }

    private Optional<NoScan> noScan() {
        return NoScan.of(returnPath, this::header);
    }

    /** Decoded, in one line; empty for none. */
    private String header(String name) {
        try {
            String[] values = message.getHeader(name);
            return values == null || values.length == 0 ? "" : line(decoded(MimeUtility.unfold(values[0])));
        } catch (MessagingException e) {
            return "";
        }
    }

    String subject() {
        return header("Subject");
    }

    /** The address alone, in small letters; of the envelope where the message says none. */
    String sender() {
        try {
            InternetAddress[] from = InternetAddress.parseHeader(header("From"), false);
            String address = from.length == 0 || from[0].getAddress() == null ? returnPath : from[0].getAddress();
            return line(address).toLowerCase(Locale.ROOT);
        } catch (MessagingException e) {
            return line(returnPath).toLowerCase(Locale.ROOT);
        }
    }

    /** @param recipient all of the address */
    Arrival to(String recipient, InetAddress source) throws IOException {
        return new Arrival(
                Arrival.Way.MAIL,
                key(recipient.toLowerCase(Locale.ROOT)),
                Optional.empty(),
                source.getHostAddress(),
                sender(),
                recipient,
                subject(),
                documents(),
                noScan());
    }

    /** The same for the same message to the same address. Where a device gives no Message-ID, all of its bytes say which it is. */
    private String key(String recipient) throws IOException {
        MessageDigest digest;
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
        String id = header("Message-ID");
        if (id.isEmpty()) {
            try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
                in.transferTo(java.io.OutputStream.nullOutputStream());
            }
        } else {
            digest.update(id.getBytes(StandardCharsets.UTF_8));
        }
        digest.update(("\n" + recipient).getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().formatHex(digest.digest());
    }

    @Override
    public void close() throws IOException {
        content.close();
    }
}
