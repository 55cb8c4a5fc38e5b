package inky.courier.addressbook;

import inky.courier.addressbook.SharedBook.ContactView;
import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.contact.Contact;
import inky.courier.core.contact.Duplicates;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.live.Live;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Contacts of the office and of its places. */
@Service
class Contacts {
    /** What is kept in memory for everybody who types letters. */
    static final int MOST = 100_000;

    static final int LONGEST_PLACE = 60;

    private static final int MOST_DUPLICATES = 200;

    private static final LongList<ContactView> LIST = new LongList<ContactView>(
                    one -> Stream.concat(
                            Stream.of(one.name(), one.email(), one.company(), one.place()), one.groups().stream()),
                    one -> false)
            .column("name", ContactView::name)
            .column("email", ContactView::email)
            .column("company", ContactView::company)
            .column("place", ContactView::place);

    private final ContactRepository contacts;
    private final SharedBook shared;
    private final ChangeLog changes;
    private final JdbcClient jdbc;
    private final Live live;
    private final Clock clock;

    Contacts(
            ContactRepository contacts, SharedBook shared, ChangeLog changes, JdbcClient jdbc, Live live, Clock clock) {
        this.contacts = contacts;
        this.shared = shared;
        this.changes = changes;
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
    }

    /** @param company absent for none @param place where it is seen; absent or empty for everywhere */
    record ContactForm(
            String name,
            String email,
            @Nullable String company,
            @Nullable String place) {
        Contact value() {
            return new Contact(name, email, Objects.requireNonNullElse(company, ""));
        }

        String where() {
            return Objects.requireNonNullElse(place, "").strip();
        }
    }

    /** As the change log keeps it. */
    record ContactState(String name, String email, String company, String place) {
        static ContactState of(StoredContact one) {
            return new ContactState(one.name, one.email, one.company, one.place);
        }
    }

    @Transactional(readOnly = true)
    List<ContactView> all() {
        return shared.get().contacts();
    }

    @Transactional(readOnly = true)
    ListPart<ContactView> list(ListRequest wanted) {
        return LIST.part(all(), wanted);
    }

    @Transactional(readOnly = true)
    List<ContactView> fitting(ListRequest wanted) {
        return LIST.fitting(all(), wanted);
    }

    @Transactional(readOnly = true)
    ContactView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    ContactView add(ContactForm form) {
        if (contacts.countByPersonIdIsNull() >= MOST) {
            throw tooMany();
        }
        StoredContact contact = new StoredContact();
        contact.createdAt = clock.instant();
        return save(contact, form, null);
    }

    static Invalid tooMany() {
        return new Invalid(
                "contacts.many",
                "name",
                Message.of("problem.contacts.many").with("n", MOST),
                Message.of("problem.contacts.many.remedy"));
    }

    @Transactional
    ContactView change(UUID id, ContactForm form) {
        StoredContact contact = find(id);
        return save(contact, form, ContactState.of(contact));
    }

    static List<Problem> problems(ContactForm form) {
        List<Problem> problems = new ArrayList<>(form.value().problems());
        if (!form.where().isEmpty() && !PlainText.isName(form.where(), LONGEST_PLACE)) {
            problems.add(Problem.of("contact.place", "place"));
        }
        return problems;
    }

    private ContactView save(StoredContact contact, ContactForm form, @Nullable ContactState before) {
        List<Problem> problems = problems(form);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        fill(contact, form);
        contacts.saveAndFlush(contact);
        changes.record("contact", contact.id, contact.name, before, ContactState.of(contact));
        live.tell("contact", contact.id);
        return view(contact);
    }

    static void fill(StoredContact contact, ContactForm form) {
        Contact value = form.value();
        contact.name = value.name();
        contact.email = value.email();
        contact.company = value.company();
        contact.place = form.where();
    }

    @Transactional
    void delete(UUID id) {
        delete(find(id));
    }

    private void delete(StoredContact contact) {
        contacts.delete(contact);
        contacts.flush();
        changes.record("contact", contact.id, contact.name, ContactState.of(contact), null);
        live.tell("contact", contact.id);
    }

    /**
     * Which are meant.
     *
     * @param ids of those that were chosen one by one; absent where a whole list was
     * @param all that a list would show; absent for no, so that nobody deletes everything by leaving something out
     * @param find words as that list has them
     */
    record ChosenContacts(
            @Nullable List<UUID> ids,
            @Nullable Boolean all,
            @Nullable String find) {}

    /** @return how many there were */
    @Transactional
    int delete(ChosenContacts chosen) {
        List<UUID> ids = Objects.requireNonNullElse(chosen.ids(), List.of());
        if (Boolean.TRUE.equals(chosen.all())) {
            ids = fitting(new ListRequest(chosen.find(), null, null, null, null)).stream()
                    .map(ContactView::id)
                    .toList();
        }
        if (ids.isEmpty()) {
            throw Invalid.of("contacts.none", "contacts");
        }
        List<StoredContact> gone = contacts.findAllById(ids).stream()
                .filter(contact -> contact.personId == null)
                .toList();
        gone.forEach(this::delete);
        return gone.size();
    }

    /** Contacts that may be one and the same, each with those that it hangs together with. */
    @Transactional(readOnly = true)
    List<List<ContactView>> duplicates() {
        return Duplicates.of(all(), ContactView::value).stream()
                .limit(MOST_DUPLICATES)
                .toList();
    }

    /** Makes one of several: the others go, and groups that they were in have the one instead. */
    @Transactional
    ContactView merge(UUID kept, List<UUID> others) {
        StoredContact stays = find(kept);
        List<StoredContact> gone = others.stream()
                .filter(id -> !id.equals(kept))
                .distinct()
                .map(this::find)
                .sorted(Comparator.comparing(one -> one.id))
                .toList();
        if (gone.isEmpty()) {
            throw Invalid.of("contacts.none", "others");
        }
        for (StoredContact one : gone) {
            jdbc.sql("""
                            delete from contact_group_member gone where contact_id = :gone and exists (
                                select 1 from contact_group_member there
                                where there.group_id = gone.group_id and there.contact_id = :kept)""").param("gone", one.id).param("kept", kept).update();
            jdbc.sql("update contact_group_member set contact_id = :kept where contact_id = :gone")
                    .param("gone", one.id)
                    .param("kept", kept)
                    .update();
            delete(one);
        }
        return view(stays);
    }

    private StoredContact find(UUID id) {
        return contacts.findById(id)
                .filter(contact -> contact.personId == null)
                .orElseThrow(() -> Refusal.notFound("contact"));
    }

    private ContactView view(StoredContact one) {
        List<String> groups = jdbc.sql("""
                        select distinct g.name from contact_group g join contact_group_member m on m.group_id = g.id
                        where m.contact_id = ? order by g.name""").param(one.id).query(String.class).list();
        return new ContactView(one.id, one.name, one.email, one.company, one.place, groups);
    }
}
