package inky.courier.intake.inbox;

import inky.courier.core.intake.ScanFormat;
import inky.courier.core.message.Message;
import inky.courier.core.office.InboxItem;
import inky.courier.core.text.PlainText;
import inky.courier.intake.Addressees;
import inky.courier.intake.Addressees.Meant;
import inky.courier.intake.Arrival;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.Intake;
import inky.courier.intake.NotTaken;
import inky.courier.scan.ScanService.Document;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Makes scans of the files that devices send. */
@Component
public class IncomingFiles {
    public static final long MOST_BYTES = 100L * 1024 * 1024;
    private static final int LONGEST_NAME = 300;

    /** A device that did not hear the answer sends the file once more; later, the same bytes are another scan. */
    private static final Duration SENT_AGAIN = Duration.ofHours(1);

    private final Intake intake;
    private final Addressees addressees;

    IncomingFiles(Intake intake, Addressees addressees) {
        this.intake = intake;
        this.addressees = addressees;
    }

    /**
     * A whole file that came.
     *
     * @param source the address it came from; empty where it was fetched
     * @param folder in the inbox; empty for none
     */
    public record Sent(InboxItem inbox, Way way, Optional<InetAddress> source, String folder, String name, Path file) {}

    /**
     * Keeps its pages; once this returns they cannot be lost. The same file sent once more is not kept again.
     *
     * @throws NotTaken when it is no scan, or not whole, or too large, or cannot be kept now
     */
    public void take(Sent sent) throws NotTaken {
        Arrival arrival = arrival(sent, key(sent), Optional.of(SENT_AGAIN));
        Meant meant = meant(sent);
        try {
            requireWhole(sent.file);
            intake.take(arrival, meant);
        } catch (NotTaken e) {
            if (!e.isForNow()) {
                intake.refused(arrival, meant, e.why());
            }
            throw e;
        }
    }

    /** The same of one that is known to be whole and new. @param also what becomes of it together with the pages */
    void takeNew(Sent sent, Intake.Also also) throws NotTaken {
        intake.take(arrival(sent, newKey(), Optional.empty()), meant(sent), also);
    }

    /** Whoever looks sees that something came, and why it is not kept. */
    void refused(Sent sent, Message why) {
        intake.refused(arrival(sent, newKey(), Optional.empty()), meant(sent), why);
    }

    private static String newKey() {
        return UUID.randomUUID().toString();
    }

    private Meant meant(Sent sent) {
        return addressees.of(sent.inbox, sent.source, sent.folder);
    }

    private static Arrival arrival(Sent sent, String key, Optional<Duration> sameWithin) {
        return new Arrival(
                sent.way,
                key,
                sameWithin,
                sent.source.map(InetAddress::getHostAddress).orElse(""),
                sent.inbox.name(),
                PlainText.line(sent.folder, LONGEST_NAME),
                PlainText.line(sent.name, LONGEST_NAME),
                List.of(new Document(sent.name, into -> {
                    try (InputStream in = Files.newInputStream(sent.file)) {
                        Files.copy(in, into);
                    }
                })),
                Optional.empty());
    }

    static void requireWhole(Path file) throws NotTaken {
        try {
            if (Files.size(file) > MOST_BYTES) {
                throw NotTaken.ever(tooLarge());
            }
            ScanFormat format =
                    ScanFormat.of(file).orElseThrow(() -> NotTaken.ever(Message.of("problem.intake.no-scan")));
            if (!format.isWhole(file)) {
                throw NotTaken.cut();
            }
        } catch (IOException e) {
            throw NotTaken.ever(Message.of("problem.intake.message"));
        }
    }

    static Message tooLarge() {
        return Message.of("problem.intake.too-large").with("megabytes", MOST_BYTES / (1024 * 1024));
    }

    /** The same for the same bytes under the same name. */
    private static String key(Sent sent) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            digest.update(
                    (sent.inbox.id() + "\n" + sent.folder + "\n" + sent.name + "\n").getBytes(StandardCharsets.UTF_8));
            try (InputStream in = new DigestInputStream(Files.newInputStream(sent.file), digest)) {
                in.transferTo(OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (IOException e) {
            return newKey();
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
