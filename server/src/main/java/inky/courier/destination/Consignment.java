package inky.courier.destination;

import java.io.InputStream;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * One file on its way to one destination.
 *
 * @param messageId the same for every try, so that the far side can tell a repetition
 * @param content opens the file anew each time
 */
public record Consignment(
        UUID routeId,
        List<String> recipients,
        String personName,
        String personEmail,
        String subject,
        String body,
        String fileName,
        String mediaType,
        long fileBytes,
        Supplier<InputStream> content,
        String messageId,
        Instant at) {}
