package inky.courier.destination;

import java.util.Optional;
import java.util.UUID;

/**
 * Whose files want to get into a destination, and from where.
 *
 * @param destinationId as a job names it
 * @param deviceId which scanned
 * @param place which of the person's own folders; empty for the first
 */
public record Visitor(UUID destinationId, UUID personId, String personName, UUID deviceId, Optional<UUID> place) {}
