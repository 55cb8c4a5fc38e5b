package inky.courier.addressbook;

import inky.courier.addressbook.Contacts.ContactForm;
import inky.courier.core.Invalid;
import inky.courier.core.contact.Contact;
import inky.courier.core.text.PlainText;
import inky.courier.web.IncomingTable;
import inky.courier.web.IncomingTable.Line;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * What is in a file of contacts.
 *
 * @param cards whether its numbers count cards, not lines
 * @param withoutMail how many have no mail address, and stay out
 */
record IncomingContacts(List<One> contacts, List<Group> groups, boolean cards, int withoutMail) {
    private static final List<String> NEEDED = List.of("name", "email");
    private static final String BAD_FILE = "contacts.file";
    private static final int MOST_SIGNS = 12_000_000;

    /** @param number of the line, or of the card @param groups that it shall be in, by name @param uid by which groups of the file know it; empty for none */
    record One(int number, ContactForm form, List<String> groups, String uid) {}

    /** @param members by their uid, or {@code mailto:} with their address */
    record Group(int number, String name, String uid, List<String> members) {}

    /**
     * @param place where contacts are seen that say nothing of it
     * @throws Invalid when it is neither a table nor cards
     */
    static IncomingContacts read(String file, String place) {
        IncomingTable.requireShort(file, MOST_SIGNS, Contacts.MOST, BAD_FILE);
        return VCards.areIn(file) ? VCards.read(file, place) : table(file, place);
    }

    private static IncomingContacts table(String file, String place) {
        List<One> contacts = new ArrayList<>();
        int without = 0;
        for (Line line :
                IncomingTable.read(file, NEEDED, Contacts.MOST, BAD_FILE).lines()) {
            if (line.get("email").isEmpty() && !line.get("name").isEmpty()) {
                without++;
            } else {
                contacts.add(new One(
                        line.number(),
                        new ContactForm(
                                line.get("name"),
                                line.get("email"),
                                line.get("company"),
                                line.has("place") ? line.get("place") : place),
                        line.several("groups"),
                        ""));
            }
        }
        return new IncomingContacts(contacts, List.of(), false, without);
    }

    /** A name that can be kept: without what is not seen, and not too long. */
    static String nameOf(String text) {
        String plain = PlainText.line(text);
        return plain.length() > Contact.LONGEST_NAME
                ? plain.substring(0, Contact.LONGEST_NAME).strip()
                : plain;
    }

    /** Names of all groups that come along. */
    Set<String> groupNames() {
        Set<String> names = new LinkedHashSet<>();
        Stream.concat(
                        contacts.stream().flatMap(one -> one.groups.stream()),
                        groups.stream().map(Group::name))
                .forEach(names::add);
        return names;
    }

    static String uid(UUID id) {
        return "urn:uuid:" + id;
    }
}
