package inky.courier.destination;

import java.io.InputStream;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * The files of one delivery on their way to one destination.
 *
 * @param messageId the same for every try, so that the far side can tell a repetition
 * @param files one or more
 */
public record Consignment(
        UUID routeId,
        List<String> recipients,
        String personName,
        String personEmail,
        String subject,
        String body,
        List<FileToSend> files,
        String messageId,
        Instant at) {
    /** @param content opens the file anew each time */
    public record FileToSend(String name, String mediaType, long bytes, Supplier<InputStream> content) {}
}
