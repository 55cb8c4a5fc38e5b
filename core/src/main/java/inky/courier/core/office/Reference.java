package inky.courier.core.office;

import java.util.UUID;

/** Which item. */
public record Reference(ItemKind kind, UUID id) {}
