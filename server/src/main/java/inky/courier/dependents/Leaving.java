package inky.courier.dependents;

import java.util.UUID;

/** A thing is about to be deleted, in this transaction: whoever keeps something for it puts that in order. */
public record Leaving(Dependents.Kind kind, UUID id) {}
