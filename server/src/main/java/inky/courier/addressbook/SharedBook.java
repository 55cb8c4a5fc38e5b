package inky.courier.addressbook;

import inky.courier.core.contact.Contact;
import inky.courier.core.contact.ContactGroups;
import inky.courier.core.contact.FirstLetters;
import inky.courier.core.contact.Member;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.LongList;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What of the address book is not somebody's own, and the people of the office beside it; kept in memory. */
@Component
class SharedBook {
    private final GroupRepository groups;
    private final PeopleService people;
    private final JdbcClient jdbc;
    private final Cached<Book> book;

    SharedBook(GroupRepository groups, PeopleService people, JdbcClient jdbc, Live live) {
        this.groups = groups;
        this.people = people;
        this.jdbc = jdbc;
        this.book = Cached.untilTold(live, this::read, "contact", "person");
    }

    /** @param place where it is seen; empty for everywhere @param groups that it is in, by name */
    record ContactView(UUID id, String name, String email, String company, String place, List<String> groups) {
        Contact value() {
            return new Contact(name, email, company);
        }
    }

    enum MemberKind {
        CONTACT("contact_id"),
        GROUP("member_group_id"),
        PERSON("person_id");

        /** In which a membership has it. */
        private final String column;

        MemberKind(String column) {
            this.column = column;
        }

        String column() {
            return column;
        }
    }

    /** @param email empty of a group */
    record MemberView(MemberKind kind, UUID id, String name, String email) {}

    /** @param place where it is seen; empty for everywhere @param addresses how many get what is sent to it */
    record ContactGroupView(UUID id, String name, String place, List<MemberView> members, int addresses) {}

    /**
     * As it stands.
     *
     * @param reachable all that can be sent to, in order, found by their letters
     * @param known who has an address, by {@link Contact#key}; the same address may be several contacts, seen at different places
     */
    record Book(
            List<ContactView> contacts,
            List<ContactGroupView> groups,
            ContactGroups nested,
            Map<UUID, MemberView> shown,
            FirstLetters<Reachable> reachable,
            Map<String, List<BookEntry>> known) {
        List<BookEntry> find(String letters, String place, int most) {
            return reachable.find(letters, one -> one.entry.isSeenAt(place), most).stream()
                    .map(Reachable::entry)
                    .toList();
        }

        /** What can be a member of a group, by its letters. */
        List<MemberView> members(String letters, int most) {
            return reachable.find(letters, one -> true, most).stream()
                    .map(Reachable::member)
                    .toList();
        }

        List<MemberView> members(String letters, MemberKind kind, int most) {
            return reachable.find(letters, one -> one.member.kind == kind, most).stream()
                    .map(Reachable::member)
                    .toList();
        }

        /** Who has an address, as it is seen at a place. */
        Optional<BookEntry> at(String address, String place) {
            return known.getOrDefault(Contact.key(address), List.of()).stream()
                    .filter(one -> one.isSeenAt(place))
                    .findFirst();
        }

        Optional<ContactGroupView> group(UUID id) {
            return groups.stream().filter(group -> group.id.equals(id)).findFirst();
        }

        /** Addresses of a group, each once. */
        List<String> addresses(UUID group) {
            return SharedBook.addresses(nested, shown, group);
        }
    }

    /** Somebody, or a group, as what is sent to and as a member of groups. */
    record Reachable(BookEntry entry, MemberView member) {}

    Book get() {
        return book.get();
    }

    private record InGroup(UUID group, Member member) {}

    private Book read() {
        List<StoredGroup> storedGroups =
                LongList.ordered(groups.findAll().stream(), group -> group.name + "\n" + group.place);
        List<PersonView> folk =
                people.list().stream().filter(person -> !person.disabled()).toList();
        Map<UUID, List<Member>> members = members();
        ContactGroups nested = new ContactGroups(members);
        List<ContactView> contacts = LongList.ordered(
                contacts(namesOfGroups(storedGroups, members)), contact -> contact.name + "\n" + contact.email);
        Map<UUID, MemberView> shown = new HashMap<>();
        contacts.forEach(one -> shown.put(one.id, new MemberView(MemberKind.CONTACT, one.id, one.name, one.email)));
        folk.forEach(one -> shown.put(one.id(), new MemberView(MemberKind.PERSON, one.id(), one.name(), one.email())));
        storedGroups.forEach(one -> shown.put(one.id, new MemberView(MemberKind.GROUP, one.id, one.name, "")));
        List<ContactGroupView> groupViews = storedGroups.stream()
                .map(group -> new ContactGroupView(
                        group.id,
                        group.name,
                        group.place,
                        members.getOrDefault(group.id, List.of()).stream()
                                .map(member -> shown.get(member.id()))
                                .filter(member -> member != null)
                                .toList(),
                        addresses(nested, shown, group.id).size()))
                .toList();
        List<Reachable> all = LongList.ordered(
                Stream.of(
                                groupViews.stream().map(one -> new Reachable(BookEntry.of(one), shown.get(one.id))),
                                folk.stream()
                                        .map(one -> new Reachable(
                                                BookEntry.person(one.name(), one.email()), shown.get(one.id()))),
                                contacts.stream().map(one -> new Reachable(BookEntry.of(one), shown.get(one.id))))
                        .flatMap(Function.identity()),
                one -> one.entry.name() + "\n" + one.entry.value());
        Map<String, List<BookEntry>> known = new HashMap<>();
        all.stream()
                .filter(one -> !one.entry.isGroup())
                .forEach(one -> known.merge(
                        Contact.key(one.entry.value()),
                        List.of(one.entry),
                        (some, more) ->
                                Stream.concat(some.stream(), more.stream()).toList()));
        return new Book(
                contacts,
                groupViews,
                nested,
                shown,
                new FirstLetters<>(
                        all,
                        one -> Stream.of(
                                one.entry.name(), one.entry.isGroup() ? "" : one.entry.value(), one.entry.company())),
                known);
    }

    /** Each once, in small letters or as they were written first. */
    private static List<String> addresses(ContactGroups nested, Map<UUID, MemberView> shown, UUID group) {
        Map<String, String> addresses = new LinkedHashMap<>();
        nested.everybody(group).stream()
                .map(member -> shown.get(member.id()))
                .filter(member -> member != null && !member.email.isEmpty())
                .forEach(member -> addresses.putIfAbsent(Contact.key(member.email), member.email));
        return List.copyOf(addresses.values());
    }

    private static Map<UUID, List<String>> namesOfGroups(
            List<StoredGroup> storedGroups, Map<UUID, List<Member>> members) {
        Map<UUID, List<String>> groupsOf = new HashMap<>();
        for (StoredGroup group : storedGroups) {
            members.getOrDefault(group.id, List.of())
                    .forEach(member -> groupsOf.computeIfAbsent(member.id(), id -> new ArrayList<>())
                            .add(group.name));
        }
        return groupsOf;
    }

    /** Without entities: fifty thousand of them take as long to watch as all the rest. */
    private Stream<ContactView> contacts(Map<UUID, List<String>> groupsOf) {
        return jdbc
                .sql("select id, name, email, company, place from contact where person_id is null")
                .query((row, n) -> {
                    UUID id = row.getObject(1, UUID.class);
                    return new ContactView(
                            id,
                            row.getString(2),
                            row.getString(3),
                            row.getString(4),
                            row.getString(5),
                            List.copyOf(groupsOf.getOrDefault(id, List.of())));
                })
                .list()
                .stream();
    }

    private Map<UUID, List<Member>> members() {
        return jdbc
                .sql("select group_id, contact_id, member_group_id, person_id from contact_group_member "
                        + "order by group_id, place_in_group")
                .query((row, n) -> new InGroup(
                        row.getObject(1, UUID.class),
                        member(
                                row.getObject(2, UUID.class),
                                row.getObject(3, UUID.class),
                                row.getObject(4, UUID.class))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(
                        InGroup::group, Collectors.mapping(InGroup::member, Collectors.toList())));
    }

    private static Member member(@Nullable UUID contact, @Nullable UUID group, UUID person) {
        if (contact != null) {
            return new Member.OfContact(contact);
        }
        return group == null ? new Member.OfPerson(person) : new Member.OfGroup(group);
    }
}
