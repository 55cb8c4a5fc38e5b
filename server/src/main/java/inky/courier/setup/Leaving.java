package inky.courier.setup;

import inky.courier.core.office.Reference;

/** Something is about to be deleted, in this transaction: whoever keeps something for it puts that in order. */
public record Leaving(Reference what) {}
