package inky.courier.destination;

import java.util.UUID;

/**
 * Whose files want to get into a destination, and from where.
 *
 * @param destinationId as a job names it
 * @param deviceId which scanned
 */
public record Visitor(UUID destinationId, UUID personId, String personName, UUID deviceId) {}
