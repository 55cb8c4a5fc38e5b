package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.message.Languages;
import inky.courier.core.naming.NameValues;
import inky.courier.core.print.PrintWish;
import inky.courier.core.transfer.Sidecar;
import java.io.InputStream;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/**
 * The files of one delivery on their way to one destination.
 *
 * @param destinationId the destination, where {@code routeId} is what it goes through
 * @param messageId the same for every try, so that the far side can tell a repetition
 * @param copies who gets a copy beside the recipients
 * @param below a folder that was chosen at the device, below the destination's own; empty for that itself
 * @param print how somebody wants it printed this time; empty for as the destination says
 * @param encrypted whether nobody can read the files without a passcode
 * @param files one or more
 * @param claimed names that earlier tries have taken, by the file's position
 * @param before what became of each recipient in earlier tries
 * @param readBack whether what arrived is fetched and compared, where the protocol can
 */
public record Consignment(
        UUID legId,
        UUID deliveryId,
        DestinationKind kind,
        UUID routeId,
        UUID destinationId,
        List<String> recipients,
        List<String> copies,
        String below,
        Optional<PrintWish> print,
        Sender sender,
        UUID deviceId,
        String subject,
        String body,
        WhenTooLarge whenTooLarge,
        boolean encrypted,
        List<FileToSend> files,
        NameValues values,
        Sidecar sidecar,
        String messageId,
        Instant at,
        Map<Integer, String> claimed,
        List<Outcome.Recipient> before,
        boolean readBack) {
    /** Who scanned. @param language that they read */
    public record Sender(UUID id, String name, String email, Locale language) {
        public Sender(UUID id, String name, String email) {
            this(id, name, email, Languages.FIRST);
        }
    }

    /**
     * @param content opens the file anew each time
     * @param sha256 in hexadecimal digits
     */
    public record FileToSend(
            String name, String mediaType, long bytes, int pages, String sha256, Supplier<InputStream> content) {}

    /** The same, with every file read through something else. */
    public Consignment reading(UnaryOperator<InputStream> through) {
        List<FileToSend> watched = files.stream()
                .map(f -> new FileToSend(
                        f.name, f.mediaType, f.bytes, f.pages, f.sha256, () -> through.apply(f.content.get())))
                .toList();
        return new Consignment(
                legId,
                deliveryId,
                kind,
                routeId,
                destinationId,
                recipients,
                copies,
                below,
                print,
                sender,
                deviceId,
                subject,
                body,
                whenTooLarge,
                encrypted,
                watched,
                values,
                sidecar,
                messageId,
                at,
                claimed,
                before,
                readBack);
    }

    public long bytes() {
        return files.stream().mapToLong(FileToSend::bytes).sum();
    }
}
