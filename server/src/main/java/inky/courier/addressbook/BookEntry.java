package inky.courier.addressbook;

import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.ContactView;
import java.util.Optional;
import java.util.UUID;

/**
 * Somebody, or a group, whom a mail can go to.
 *
 * @param value what is chosen with it: an address, or a group as {@link #value(UUID)} has it
 * @param place where it is seen; empty for everywhere
 * @param addresses how many a group has; 1 of anything else
 */
public record BookEntry(Kind kind, String value, String name, String company, String place, int addresses) {
    private static final String GROUP = "group:";

    public enum Kind {
        PERSON,
        CONTACT,
        GROUP,
        /** Somebody in a directory of the office. */
        DIRECTORY,
        /** Somebody's own contact. */
        OWN,
        /** An address that is in no list. */
        ENTERED
    }

    static BookEntry person(String name, String email) {
        return new BookEntry(Kind.PERSON, email, name, "", "", 1);
    }

    static BookEntry of(ContactView contact) {
        return new BookEntry(Kind.CONTACT, contact.email(), contact.name(), contact.company(), contact.place(), 1);
    }

    /** Somebody in a directory. */
    public static BookEntry found(String name, String email) {
        return new BookEntry(Kind.DIRECTORY, email, name, "", "", 1);
    }

    static BookEntry of(StoredContact own) {
        return new BookEntry(Kind.OWN, own.email, own.name, own.company, "", 1);
    }

    static BookEntry of(ContactGroupView group) {
        return new BookEntry(Kind.GROUP, value(group.id()), group.name(), "", group.place(), group.addresses());
    }

    static BookEntry entered(String address) {
        return new BookEntry(Kind.ENTERED, address, address, "", "", 1);
    }

    /** No mail address has a colon in it (RFC 5322 section 3.2.3), so none is taken for a group. */
    static String value(UUID group) {
        return GROUP + group;
    }

    static Optional<UUID> group(String value) {
        try {
            return value.startsWith(GROUP)
                    ? Optional.of(UUID.fromString(value.substring(GROUP.length())))
                    : Optional.empty();
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    boolean isGroup() {
        return kind == Kind.GROUP;
    }

    boolean isSeenAt(String somewhere) {
        return place.isEmpty() || place.equals(somewhere);
    }
}
