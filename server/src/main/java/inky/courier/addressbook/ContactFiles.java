package inky.courier.addressbook;

import inky.courier.addressbook.Contacts.ContactForm;
import inky.courier.addressbook.IncomingContacts.Group;
import inky.courier.addressbook.IncomingContacts.One;
import inky.courier.addressbook.SharedBook.Book;
import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.ContactView;
import inky.courier.addressbook.SharedBook.MemberKind;
import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.contact.Contact;
import inky.courier.core.message.Message;
import inky.courier.core.text.Csv;
import inky.courier.core.text.PlainText;
import inky.courier.live.Live;
import inky.courier.people.PeopleService;
import inky.courier.web.IncomingTable;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Contacts and groups from and to files, tables (RFC 4180) or cards (RFC 6350): first shown what would change, then made, all or nothing. */
@Service
class ContactFiles {
    private static final List<String> COLUMNS = List.of("name", "email", "company", "place", "groups");

    private final ContactRepository contacts;
    private final GroupRepository groups;
    private final SharedBook shared;
    private final PeopleService people;
    private final ChangeLog changes;
    private final JdbcClient jdbc;
    private final Live live;
    private final Clock clock;

    ContactFiles(
            ContactRepository contacts,
            GroupRepository groups,
            SharedBook shared,
            PeopleService people,
            ChangeLog changes,
            JdbcClient jdbc,
            Live live,
            Clock clock) {
        this.contacts = contacts;
        this.groups = groups;
        this.shared = shared;
        this.people = people;
        this.changes = changes;
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
    }

    /**
     * A file that shall come in.
     *
     * @param file its text: a table whose first line names the columns {@code name} and {@code email}, and {@code company}, {@code
     *     place} and {@code groups} where they come along; or cards
     * @param place where contacts are seen of which the file says nothing; absent or empty for everywhere
     */
    record ContactFile(String file, @Nullable String place) {
        String where() {
            return Objects.requireNonNullElse(place, "").strip();
        }
    }

    enum ContactBecomes {
        NEW,
        CHANGED
    }

    /** @param number of the line, or of the card @param changed what becomes otherwise, by column */
    record ContactRow(int number, String name, String email, ContactBecomes becomes, List<String> changed) {}

    /** @param number of the line, or of the card */
    record ContactFault(int number, Message sentence) {}

    /**
     * What a file would change. Nobody goes by it, and nobody leaves a group.
     *
     * @param same how many stay as they are
     * @param cards whether numbers count cards, not lines
     * @param withoutMail how many have no mail address, and stay out
     * @param newGroups names of groups that are not there yet
     * @param joining how many become members of a group
     * @param faults what cannot come in; nothing does while there is any
     * @param token says that this and nothing else was looked at
     */
    record ContactComparison(
            List<ContactRow> rows,
            int same,
            boolean cards,
            int withoutMail,
            List<String> newGroups,
            int joining,
            List<ContactFault> faults,
            String token) {}

    record ContactsImported(int added, int changed, int groups) {}

    @Transactional(readOnly = true)
    String table() {
        StringBuilder text = new StringBuilder(Csv.row(COLUMNS));
        shared.get()
                .contacts()
                .forEach(one -> text.append(Csv.row(List.of(
                        one.name(),
                        one.email(),
                        one.company(),
                        one.place(),
                        String.join(IncomingTable.SEPARATOR, one.groups())))));
        return text.toString();
    }

    @Transactional(readOnly = true)
    String cards() {
        Book book = shared.get();
        return VCards.write(book.contacts(), book.groups());
    }

    /** @throws Invalid when it is no such file */
    @Transactional(readOnly = true)
    ContactComparison compare(ContactFile file) {
        return thought(file).shown;
    }

    /** @param there null for a new one */
    private record Wanted(@Nullable ContactView there, One one) {}

    private record Thought(
            ContactComparison shown, List<Wanted> wanted, List<Membership> joining, IncomingContacts file) {}

    private Thought thought(ContactFile file) {
        Book book = shared.get();
        IncomingContacts incoming = IncomingContacts.read(file.file, file.where());
        Map<String, ContactView> there = book.contacts().stream()
                .collect(Collectors.toMap(
                        one -> Membership.ref(one.place(), one.email()),
                        one -> one,
                        (one, other) -> one,
                        LinkedHashMap::new));
        List<ContactRow> rows = new ArrayList<>();
        List<ContactFault> faults = new ArrayList<>();
        List<Wanted> wanted = new ArrayList<>();
        Map<String, Integer> seen = new HashMap<>();
        int same = 0;
        for (One one : incoming.contacts()) {
            String key = Membership.ref(one.form().where(), one.form().email());
            Integer before = seen.putIfAbsent(key, one.number());
            List<Problem> problems = Contacts.problems(one.form());
            ContactView known = there.get(key);
            List<String> changed = known == null ? List.of() : changed(known, one.form());
            if (before != null) {
                faults.add(new ContactFault(
                        one.number(),
                        Message.of(incoming.cards() ? "contacts.twice-card" : "contacts.twice")
                                .with("line", before)));
            } else if (!problems.isEmpty()) {
                problems.forEach(problem -> faults.add(new ContactFault(one.number(), problem.sentence())));
            } else if (known != null && changed.isEmpty()) {
                same++;
            } else {
                rows.add(new ContactRow(
                        one.number(),
                        one.form().value().name(),
                        one.form().value().email(),
                        known == null ? ContactBecomes.NEW : ContactBecomes.CHANGED,
                        changed));
                wanted.add(new Wanted(known, one));
            }
        }
        badGroups(incoming, faults);
        if (book.contacts().size()
                        + rows.stream()
                                .filter(row -> row.becomes == ContactBecomes.NEW)
                                .count()
                > Contacts.MOST) {
            throw Contacts.tooMany();
        }
        Map<String, UUID> groupIds = groupIds(book, file.where());
        if (book.groups().size() + incoming.groupNames().size() > ContactLists.MOST) {
            throw ContactLists.tooMany();
        }
        Set<Membership> joining = Membership.in(incoming, people.list());
        joining.removeAll(Membership.existing(book, file.where()));
        List<String> newGroups = incoming.groupNames().stream()
                .filter(name -> !groupIds.containsKey(Membership.plain(name)))
                .toList();
        return new Thought(
                new ContactComparison(
                        rows,
                        same,
                        incoming.cards(),
                        incoming.withoutMail(),
                        newGroups,
                        joining.size(),
                        faults,
                        IncomingTable.token(book.contacts(), book.groups(), file.where(), file.file)),
                wanted,
                List.copyOf(joining),
                incoming);
    }

    private static void badGroups(IncomingContacts incoming, List<ContactFault> faults) {
        for (One one : incoming.contacts()) {
            if (!one.groups().stream().allMatch(name -> PlainText.isName(name, Contact.LONGEST_NAME))) {
                faults.add(new ContactFault(one.number(), Message.of("problem.contact-group.name")));
            }
        }
        for (Group group : incoming.groups()) {
            if (!PlainText.isName(group.name(), Contact.LONGEST_NAME)) {
                faults.add(new ContactFault(group.number(), Message.of("problem.contact-group.name")));
            }
        }
    }

    private static List<String> changed(ContactView there, ContactForm form) {
        Contact wanted = form.value();
        List<String> changed = new ArrayList<>();
        if (!there.name().equals(wanted.name())) {
            changed.add("name");
        }
        if (!there.company().equals(wanted.company())) {
            changed.add("company");
        }
        return changed;
    }

    private static Map<String, UUID> groupIds(Book book, String place) {
        Map<String, UUID> ids = new HashMap<>();
        book.groups().stream()
                .filter(group -> group.place().equals(place))
                .forEach(group -> ids.put(Membership.plain(group.name()), group.id()));
        return ids;
    }

    /** @throws Invalid when there are faults, or contacts were changed since */
    @Transactional
    ContactsImported make(ContactFile file, String token) {
        jdbc.sql("lock table contact_group_member in share row exclusive mode").update();
        Thought thought = thought(file);
        if (!thought.shown.token.equals(token)) {
            throw Invalid.of("contacts.changed", "file");
        }
        if (!thought.shown.faults.isEmpty()) {
            throw Invalid.of("contacts.faults", "file");
        }
        List<StoredContact> stored = new ArrayList<>();
        Map<UUID, StoredContact> there = contacts
                .findAllById(thought.wanted.stream()
                        .filter(wanted -> wanted.there != null)
                        .map(wanted -> wanted.there.id())
                        .toList())
                .stream()
                .collect(Collectors.toMap(one -> one.id, one -> one));
        int added = 0;
        for (Wanted wanted : thought.wanted) {
            StoredContact contact = wanted.there == null ? new StoredContact() : there.get(wanted.there.id());
            if (wanted.there == null) {
                contact.createdAt = clock.instant();
                added++;
            }
            Contacts.fill(contact, wanted.one.form());
            stored.add(contact);
        }
        contacts.saveAllAndFlush(stored);
        int made = join(file.where(), thought);
        ContactsImported done = new ContactsImported(added, stored.size() - added, made);
        changes.record("contact", new UUID(0, 0), "Address book", null, done);
        live.tell("contact", new UUID(0, 0));
        return done;
    }

    /** @return how many groups are new */
    private int join(String place, Thought thought) {
        Book book = shared.get();
        Map<String, UUID> groupIds = groupIds(book, place);
        int made = 0;
        for (String name : thought.file.groupNames()) {
            if (!groupIds.containsKey(Membership.plain(name))) {
                StoredGroup group = new StoredGroup();
                group.name = name;
                group.place = place;
                group.createdAt = clock.instant();
                groups.saveAndFlush(group);
                groupIds.put(Membership.plain(name), group.id);
                made++;
            }
        }
        Map<String, UUID> contactIds = book.contacts().stream()
                .collect(Collectors.toMap(
                        one -> Membership.ref(one.place(), one.email()), ContactView::id, (one, other) -> one));
        for (Membership one : thought.joining) {
            UUID group = groupIds.get(one.group());
            UUID member = switch (one.kind()) {
                case CONTACT -> contactIds.get(one.ref());
                case GROUP -> groupIds.get(one.ref());
                case PERSON -> UUID.fromString(one.ref());
            };
            if (member != null) {
                write(group, one.kind(), member);
            }
        }
        refuseCircles();
        return made;
    }

    private void write(UUID group, MemberKind kind, UUID member) {
        jdbc.sql(
                        "insert into contact_group_member (group_id, place_in_group, " + kind.column()
                                + ") select ?, coalesce(max(place_in_group) + 1, 0), ? from contact_group_member where group_id = ?")
                .params(group, member, group)
                .update();
    }

    private void refuseCircles() {
        Book after = shared.get();
        for (ContactGroupView group : after.groups()) {
            if (!after.nested()
                    .circle(group.id(), after.nested().of(group.id()))
                    .isEmpty()) {
                throw new Invalid(
                        "contact-group.circle",
                        "file",
                        Message.of("problem.contact-group.circle").with("way", group.name()),
                        Message.of("problem.contact-group.circle.remedy"));
            }
        }
    }
}
