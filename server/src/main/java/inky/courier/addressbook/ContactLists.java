package inky.courier.addressbook;

import inky.courier.addressbook.SharedBook.Book;
import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.MemberKind;
import inky.courier.addressbook.SharedBook.MemberView;
import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.contact.Contact;
import inky.courier.core.contact.Member;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.live.Live;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Groups of the address book. */
@Service
class ContactLists {
    static final int MOST = 2_000;

    private static final int MOST_MEMBERS = 1_000;
    private static final int MOST_CANDIDATES = 30;

    private static final LongList<ContactGroupView> LIST = new LongList<ContactGroupView>(
                    group -> Stream.concat(
                            Stream.of(group.name(), group.place()),
                            group.members().stream().map(MemberView::name)),
                    group -> group.addresses() == 0)
            .column("name", ContactGroupView::name)
            .column("place", ContactGroupView::place)
            .column("addresses", ContactGroupView::addresses);

    private final GroupRepository groups;
    private final SharedBook shared;
    private final ChangeLog changes;
    private final JdbcClient jdbc;
    private final Live live;
    private final Clock clock;

    ContactLists(
            GroupRepository groups, SharedBook shared, ChangeLog changes, JdbcClient jdbc, Live live, Clock clock) {
        this.groups = groups;
        this.shared = shared;
        this.changes = changes;
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
    }

    record MemberForm(MemberKind kind, UUID id) {
        Member value() {
            return switch (kind) {
                case CONTACT -> new Member.OfContact(id);
                case GROUP -> new Member.OfGroup(id);
                case PERSON -> new Member.OfPerson(id);
            };
        }
    }

    /** @param place where it is seen; absent or empty for everywhere */
    record ContactGroupForm(String name, @Nullable String place, List<MemberForm> members) {}

    /** As the change log keeps it. */
    record GroupState(String name, String place, List<String> members) {
        static GroupState of(ContactGroupView group) {
            return new GroupState(
                    group.name(),
                    group.place(),
                    group.members().stream().map(MemberView::name).toList());
        }
    }

    @Transactional(readOnly = true)
    ListPart<ContactGroupView> list(ListRequest wanted) {
        return LIST.part(shared.get().groups(), wanted);
    }

    @Transactional(readOnly = true)
    ContactGroupView get(UUID id) {
        return shared.get().group(id).orElseThrow(() -> Refusal.notFound("group"));
    }

    @Transactional(readOnly = true)
    List<MemberView> candidates(String letters) {
        return shared.get().members(letters, MOST_CANDIDATES);
    }

    @Transactional
    ContactGroupView add(ContactGroupForm form) {
        if (groups.count() >= MOST) {
            throw tooMany();
        }
        StoredGroup group = new StoredGroup();
        group.createdAt = clock.instant();
        return save(group, form, null);
    }

    static Invalid tooMany() {
        return new Invalid(
                "contact-groups.many",
                "name",
                Message.of("problem.contact-groups.many").with("n", MOST),
                Message.of("problem.contact-groups.many.remedy"));
    }

    @Transactional
    ContactGroupView change(UUID id, ContactGroupForm form) {
        ContactGroupView before = get(id);
        return save(groups.findById(id).orElseThrow(() -> Refusal.notFound("group")), form, before);
    }

    private ContactGroupView save(StoredGroup group, ContactGroupForm form, @Nullable ContactGroupView before) {
        String place = Objects.requireNonNullElse(form.place, "").strip();
        List<MemberForm> members = form.members.stream().distinct().toList();
        check(group.id, form, place, members.stream().map(MemberForm::value).toList());
        group.name = form.name.strip();
        group.place = place;
        groups.saveAndFlush(group);
        jdbc.sql("delete from contact_group_member where group_id = ?")
                .param(group.id)
                .update();
        for (int i = 0; i < members.size(); i++) {
            write(group.id, i, members.get(i));
        }
        ContactGroupView after = get(group.id);
        changes.record(
                "contact-group",
                group.id,
                group.name,
                before == null ? null : GroupState.of(before),
                GroupState.of(after));
        live.tell("contact", group.id);
        return after;
    }

    private void write(UUID group, int at, MemberForm member) {
        jdbc.sql("insert into contact_group_member (group_id, place_in_group, " + member.kind.column()
                        + ") values (?, ?, ?)")
                .params(group, at, member.id())
                .update();
    }

    private void check(UUID id, ContactGroupForm form, String place, List<Member> members) {
        if (!PlainText.isName(form.name, Contact.LONGEST_NAME)) {
            throw Invalid.of("contact-group.name", "name");
        }
        if (!place.isEmpty() && !PlainText.isName(place, Contacts.LONGEST_PLACE)) {
            throw Invalid.of("contact.place", "place");
        }
        if (members.size() > MOST_MEMBERS) {
            throw new Invalid(
                    "contact-group.many",
                    "members",
                    Message.of("problem.contact-group.many").with("n", MOST_MEMBERS),
                    Message.of("problem.contact-group.many.remedy"));
        }
        // Two changes at once could close a circle that neither of them sees.
        jdbc.sql("lock table contact_group_member in share row exclusive mode").update();
        Book book = shared.get();
        boolean taken = book.groups().stream()
                .anyMatch(group -> !group.id().equals(id)
                        && group.place().equals(place)
                        && group.name().equalsIgnoreCase(form.name.strip()));
        if (taken) {
            throw Invalid.of("contact-group.taken", "name");
        }
        if (!members.stream().allMatch(member -> isThere(book, member))) {
            throw Invalid.of("contact-group.member", "members");
        }
        List<UUID> circle = book.nested().circle(id, members);
        if (!circle.isEmpty()) {
            String way = circle.stream()
                    .map(one -> one.equals(id)
                            ? form.name.strip()
                            : book.group(one).map(ContactGroupView::name).orElse(""))
                    .collect(Collectors.joining(" → "));
            throw new Invalid(
                    "contact-group.circle",
                    "members",
                    Message.of("problem.contact-group.circle").with("way", way),
                    Message.of("problem.contact-group.circle.remedy"));
        }
    }

    private static boolean isThere(Book book, Member member) {
        return member instanceof Member.OfGroup
                ? book.group(member.id()).isPresent()
                : book.shown().containsKey(member.id());
    }

    @Transactional
    void delete(UUID id) {
        ContactGroupView before = get(id);
        groups.deleteById(id);
        groups.flush();
        changes.record("contact-group", id, before.name(), GroupState.of(before), null);
        live.tell("contact", id);
    }
}
