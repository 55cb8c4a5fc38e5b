package inky.courier.intake;

import inky.courier.core.intake.NoScan;
import inky.courier.scan.ScanService.Document;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What a device sent.
 *
 * @param way by which it came
 * @param key by which the same is known again
 * @param sameWithin for how long the same key is the same thing, sent once more; empty for ever
 * @param source the address it came from; empty where it was fetched
 * @param sender who sent it, as far as that is said
 * @param recipient to what it was sent: an address, a folder
 * @param subject what it says of itself: a subject, a file's name
 * @param noScan why it is none; empty where it is one
 */
public record Arrival(
        Way way,
        String key,
        Optional<Duration> sameWithin,
        String source,
        String sender,
        String recipient,
        String subject,
        List<Document> documents,
        Optional<NoScan> noScan) {
    /** By what a device sends. */
    public enum Way {
        MAIL,
        SFTP,
        FTP,
        /** A folder that Courier looks into. */
        FOLDER
    }
}
