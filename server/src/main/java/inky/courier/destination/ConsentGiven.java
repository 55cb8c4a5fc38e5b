package inky.courier.destination;

import java.util.UUID;

/** A person has allowed Courier into their cloud folder: what waits for it can go. */
public record ConsentGiven(UUID destinationId, UUID personId) {}
