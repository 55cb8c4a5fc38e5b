package inky.courier.addressbook;

import inky.courier.addressbook.Contacts.ContactForm;
import inky.courier.addressbook.IncomingContacts.Group;
import inky.courier.addressbook.IncomingContacts.One;
import inky.courier.addressbook.SharedBook.Book;
import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.ContactView;
import inky.courier.addressbook.SharedBook.MemberKind;
import inky.courier.addressbook.SharedBook.MemberView;
import inky.courier.core.contact.Contact;
import inky.courier.people.PeopleService.PersonView;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * That something is in a group, said by what both are known by in files, before they have ids.
 *
 * @param group its name in small letters
 * @param ref of a contact {@link #ref(String, String)}, of a group its name in small letters, of a person their id
 */
record Membership(String group, MemberKind kind, String ref) {
    private static final String MAILTO = "mailto:";

    /** Of a contact: where it is seen, and its address. */
    static String ref(String place, String email) {
        return Contact.key(email) + "\n" + place;
    }

    static String plain(String group) {
        return group.toLowerCase(Locale.ROOT);
    }

    /** Those that there are, of groups that are seen at a place. */
    static Set<Membership> existing(Book book, String place) {
        Map<UUID, ContactView> contacts =
                book.contacts().stream().collect(Collectors.toMap(ContactView::id, Function.identity()));
        Set<Membership> all = new HashSet<>();
        for (ContactGroupView group : book.groups()) {
            if (group.place().equals(place)) {
                group.members()
                        .forEach(member ->
                                all.add(new Membership(plain(group.name()), member.kind(), ref(member, contacts))));
            }
        }
        return all;
    }

    private static String ref(MemberView member, Map<UUID, ContactView> contacts) {
        return switch (member.kind()) {
            case CONTACT -> {
                ContactView contact = contacts.get(member.id());
                yield ref(contact.place(), contact.email());
            }
            case GROUP -> plain(member.name());
            case PERSON -> member.id().toString();
        };
    }

    /** Those that a file has, as far as it says or the office knows who is meant. */
    static Set<Membership> in(IncomingContacts file, List<PersonView> people) {
        Map<String, ContactForm> byUid = file.contacts().stream()
                .filter(one -> !one.uid().isEmpty())
                .collect(Collectors.toMap(One::uid, One::form, (one, other) -> one));
        Map<String, ContactForm> byMail = file.contacts().stream()
                .map(One::form)
                .collect(Collectors.toMap(form -> Contact.key(form.email()), form -> form, (one, other) -> one));
        Map<String, Group> groups = file.groups().stream()
                .filter(group -> !group.uid().isEmpty())
                .collect(Collectors.toMap(Group::uid, group -> group, (one, other) -> one));
        Map<String, PersonView> persons = people.stream()
                .collect(Collectors.toMap(one -> Contact.key(one.email()), one -> one, (one, other) -> one));
        Set<Membership> all = new LinkedHashSet<>();
        for (One one : file.contacts()) {
            one.groups().forEach(name -> all.add(of(name, one.form())));
        }
        for (Group group : file.groups()) {
            for (String member : group.members()) {
                String uid = member.toLowerCase(Locale.ROOT);
                String mail = uid.startsWith(MAILTO) ? uid.substring(MAILTO.length()) : "";
                Optional<Membership> known = byUid.containsKey(uid)
                        ? Optional.of(of(group.name(), byUid.get(uid)))
                        : groups.containsKey(uid)
                                ? Optional.of(new Membership(
                                        plain(group.name()),
                                        MemberKind.GROUP,
                                        plain(groups.get(uid).name())))
                                : byMail.containsKey(mail)
                                        ? Optional.of(of(group.name(), byMail.get(mail)))
                                        : Optional.ofNullable(persons.get(mail))
                                                .map(person -> new Membership(
                                                        plain(group.name()),
                                                        MemberKind.PERSON,
                                                        person.id().toString()));
                known.ifPresent(all::add);
            }
        }
        return all;
    }

    private static Membership of(String group, ContactForm contact) {
        return new Membership(plain(group), MemberKind.CONTACT, ref(contact.where(), contact.email()));
    }
}
