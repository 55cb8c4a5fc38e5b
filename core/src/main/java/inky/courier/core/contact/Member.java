package inky.courier.core.contact;

import java.util.UUID;

/** Who, or what, is in a group of an address book. */
public sealed interface Member {
    UUID id();

    record OfContact(UUID id) implements Member {}

    /** All who are in another group. */
    record OfGroup(UUID id) implements Member {}

    /** Somebody of the office, under whatever address they have by then. */
    record OfPerson(UUID id) implements Member {}
}
