package inky.courier.addressbook;

import inky.courier.addressbook.SharedBook.Book;
import inky.courier.core.Invalid;
import inky.courier.core.contact.Contact;
import inky.courier.core.contact.DirectEntry;
import inky.courier.core.contact.FirstLetters;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.text.PlainLetters;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.setup.SetUp;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The address book as somebody sees it at a device: what is the office's, what is of the place, and what is their own. */
@Service
public class AddressBook {
    private static final int MOST_FOUND = 60;
    private static final int MOST_OWN = 500;

    private final SharedBook shared;
    private final ContactRepository contacts;
    private final OwnRecipients own;
    private final ContactFiles files;
    private final SetUp setUp;
    private final DirectoryLookup directories;
    private final TransactionTemplate reading;
    private final Clock clock;

    AddressBook(
            SharedBook shared,
            ContactRepository contacts,
            OwnRecipients own,
            ContactFiles files,
            SetUp setUp,
            DirectoryLookup directories,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.shared = shared;
        this.contacts = contacts;
        this.own = own;
        this.files = files;
        this.setUp = setUp;
        this.directories = directories;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
        this.clock = clock;
    }

    /**
     * Who looks.
     *
     * @param place of the device at which they stand; empty for none
     * @param job what may be entered there beside what is in a list
     */
    public record Reader(UUID person, List<String> groups, String place, DirectEntry job) {
        public static Reader of(PersonView person, String place, DirectEntry job) {
            return new Reader(person.id(), person.groups(), place, job);
        }
    }

    /** @param favourite whether they keep it at hand */
    public record ListedRecipient(BookEntry recipient, boolean favourite) {}

    /**
     * What letters find.
     *
     * @param recent whom they sent to last, and {@code favourites}; both empty once letters are typed
     * @param more whether there are others that fit
     * @param mayKeep whether they can keep contacts of their own
     * @param directoryLate whether a directory did not answer in time, so that there may be others
     */
    public record FoundRecipients(
            List<ListedRecipient> recent,
            List<ListedRecipient> favourites,
            List<ListedRecipient> rows,
            boolean more,
            boolean mayKeep,
            boolean directoryLate) {}

    public RecipientRules rules() {
        return setUp.office().all(OfficeSettings.class).stream()
                .findFirst()
                .orElse(OfficeSettings.USUAL)
                .recipientRules();
    }

    /** What somebody may enter, wherever the job lets them. */
    public DirectEntry entryOf(List<String> groups) {
        return rules().entryOf(groups);
    }

    /** Whom somebody finds by the first letters of any word, in the address book and in directories. */
    public FoundRecipients find(Reader reader, String letters) {
        DirectoryLookup.Pending asked = directories.find(letters, MOST_FOUND + 1);
        Set<String> favourites =
                own.favourites(reader.person).stream().map(Contact::key).collect(Collectors.toSet());
        FoundRecipients here = Objects.requireNonNull(reading.execute(status -> findHere(reader, letters, favourites)));
        return merged(here, asked.get(), letters, favourites);
    }

    private FoundRecipients findHere(Reader reader, String letters, Set<String> favourites) {
        boolean begins = letters.isBlank();
        List<String> kept = begins ? own.favourites(reader.person) : List.of();
        List<String> recent = begins ? own.recent(reader.person) : List.of();
        View view = view(reader, Stream.concat(kept.stream(), recent.stream()).toList());
        Set<String> seen = new LinkedHashSet<>();
        List<BookEntry> fitting = Stream.concat(
                        view.ownMatching(letters), view.book.find(letters, reader.place, 2 * MOST_FOUND).stream())
                .filter(one -> seen.add(Contact.key(one.value())))
                .limit(MOST_FOUND + 1L)
                .toList();
        return new FoundRecipients(
                view.listed(recent, favourites),
                view.listed(kept, favourites),
                fitting.stream()
                        .limit(MOST_FOUND)
                        .map(one -> listed(one, favourites))
                        .toList(),
                fitting.size() > MOST_FOUND,
                rules().ownContacts(),
                view.late);
    }

    private static ListedRecipient listed(BookEntry one, Set<String> favourites) {
        return new ListedRecipient(one, favourites.contains(Contact.key(one.value())));
    }

    /** One list of both: their own contacts first, then everybody in the order of {@link FirstLetters}. */
    private static FoundRecipients merged(
            FoundRecipients here, DirectoryLookup.Answer outside, String letters, Set<String> favourites) {
        Set<String> seen = here.rows.stream()
                .map(row -> Contact.key(row.recipient.value()))
                .collect(Collectors.toSet());
        List<ListedRecipient> others = Stream.concat(
                        here.rows.stream().filter(row -> row.recipient.kind() != BookEntry.Kind.OWN),
                        outside.entries().stream()
                                .filter(one -> seen.add(Contact.key(one.value())))
                                .map(one -> listed(one, favourites)))
                .sorted(Comparator.comparing(row -> PlainLetters.of(row.recipient.name())))
                .toList();
        List<ListedRecipient> rows = Stream.concat(
                        here.rows.stream().filter(row -> row.recipient.kind() == BookEntry.Kind.OWN),
                        new FirstLetters<>(
                                        others,
                                        row -> Stream.of(
                                                row.recipient.name(), row.recipient.value(), row.recipient.company()))
                                .find(letters, row -> true, MOST_FOUND + 1).stream())
                .toList();
        return new FoundRecipients(
                here.recent,
                here.favourites,
                outside.entries().isEmpty()
                        ? here.rows
                        : rows.stream().limit(MOST_FOUND).toList(),
                here.more || rows.size() > MOST_FOUND,
                here.mayKeep,
                here.directoryLate || outside.late());
    }

    /** @param values that are looked for; those that only a directory may know are asked for there */
    private View view(Reader reader, List<String> values) {
        DirectEntry entry = entryOf(reader.groups).and(reader.job);
        Map<String, BookEntry> theirs = new LinkedHashMap<>();
        if (rules().ownContacts()) {
            contacts.findByPersonId(reader.person).stream()
                    .filter(contact -> entry.allows(new MailAddress(contact.email)))
                    .sorted((a, b) -> a.name.compareToIgnoreCase(b.name))
                    .forEach(contact -> theirs.put(Contact.key(contact.email), BookEntry.of(contact)));
        }
        Book book = shared.get();
        List<String> elsewhere = values.stream()
                .map(String::strip)
                .filter(value -> BookEntry.group(value).isEmpty()
                        && !theirs.containsKey(Contact.key(value))
                        && book.at(value, reader.place).isEmpty())
                .toList();
        DirectoryLookup.Answer outside =
                elsewhere.isEmpty() ? DirectoryLookup.Answer.NONE : directories.known(elsewhere);
        Map<String, BookEntry> found = new HashMap<>();
        outside.entries().forEach(one -> found.put(Contact.key(one.value()), one));
        return new View(book, reader.place, entry, theirs, found, outside.late());
    }

    /** @param own by their addresses in small letters @param outside in a directory, likewise @param late whether one did not answer */
    private record View(
            Book book,
            String place,
            DirectEntry entry,
            Map<String, BookEntry> own,
            Map<String, BookEntry> outside,
            boolean late) {
        Stream<BookEntry> ownMatching(String letters) {
            return new FirstLetters<>(
                            List.copyOf(own.values()), one -> Stream.of(one.name(), one.value(), one.company()))
                    .find(letters, one -> true, MOST_FOUND).stream();
        }

        /** What is gone, or may not be sent to any more, is left out. */
        List<ListedRecipient> listed(List<String> values, Set<String> favourites) {
            return values.stream()
                    .flatMap(value -> find(value).stream())
                    .map(one -> AddressBook.listed(one, favourites))
                    .toList();
        }

        Optional<BookEntry> find(String value) {
            Optional<UUID> group = BookEntry.group(value);
            if (group.isPresent()) {
                return book.group(group.get()).map(BookEntry::of).filter(one -> one.isSeenAt(place));
            }
            String key = Contact.key(value);
            if (own.containsKey(key)) {
                return Optional.of(own.get(key));
            }
            Optional<BookEntry> shared = book.at(key, place);
            if (shared.isPresent()) {
                return shared;
            }
            if (outside.containsKey(key)) {
                return Optional.of(outside.get(key));
            }
            return entry.allows(new MailAddress(value)) ? Optional.of(BookEntry.entered(value)) : Optional.empty();
        }
    }

    /**
     * The addresses of what was chosen, each once; a group is everybody who is in it by now.
     *
     * @throws Invalid when there are none, too many, or one that they may not send to
     */
    @Transactional(readOnly = true)
    public List<String> addresses(Reader reader, List<String> chosen) {
        int most = rules().most();
        if (chosen.size() > RecipientRules.MOST) {
            throw tooMany(chosen.size(), most);
        }
        View view = view(reader, chosen);
        Map<String, String> addresses = new LinkedHashMap<>();
        for (String value : chosen) {
            if (BookEntry.group(value.strip()).isPresent()) {
                group(view, value.strip()).forEach(address -> addresses.putIfAbsent(Contact.key(address), address));
            } else {
                MailAddress address = new MailAddress(value.strip());
                if (view.book.at(address.text(), reader.place).isEmpty()
                        && !view.outside.containsKey(Contact.key(address.text()))
                        && !view.entry.allows(address)) {
                    throw view.late
                            ? Invalid.of("recipients.directory", "recipients")
                            : notAllowed(address, view.entry);
                }
                addresses.putIfAbsent(Contact.key(address.text()), address.text());
            }
        }
        if (addresses.isEmpty()) {
            throw Invalid.of("panel.recipients", "recipients");
        }
        requireFew(addresses.size(), most);
        return new ArrayList<>(addresses.values());
    }

    /** @throws Invalid when a mail has more recipients than the office lets it have */
    public void requireFew(int recipients) {
        requireFew(recipients, rules().most());
    }

    private static void requireFew(int recipients, int most) {
        if (recipients > most) {
            throw tooMany(recipients, most);
        }
    }

    private static List<String> group(View view, String value) {
        BookEntry group = view.find(value).orElseThrow(() -> Invalid.of("recipients.group-gone", "recipients"));
        return BookEntry.group(group.value()).map(view.book::addresses).orElse(List.of());
    }

    private static Invalid tooMany(int n, int most) {
        return new Invalid(
                "recipients.many",
                "recipients",
                Message.of("problem.recipients.many").with("n", n).with("most", most),
                Message.of("problem.recipients.many.remedy"));
    }

    private static Invalid notAllowed(MailAddress address, DirectEntry entry) {
        return new Invalid(
                "panel.recipients",
                "recipients",
                Message.of("problem.panel.not-in-address-book").with("address", address.text()),
                entry.mode() == DirectEntry.Mode.DOMAINS
                        ? Message.of("problem.recipients.domains.remedy")
                                .with("domains", String.join(", ", entry.domains()))
                        : Message.of("problem.panel.not-in-address-book.remedy"));
    }

    /** What was chosen is at hand the next time. */
    @Transactional
    public void used(UUID person, List<String> values) {
        own.used(person, values);
    }

    @Transactional
    public void forgetRecent(UUID person, String value) {
        own.forget(person, value);
    }

    /** @throws Invalid for what they could not send to */
    @Transactional
    public void setFavourite(Reader reader, String value, boolean wanted) {
        if (wanted && view(reader, List.of(value)).find(value.strip()).isEmpty()) {
            throw Invalid.of("recipients.unknown", "value");
        }
        own.setFavourite(reader.person, value.strip(), wanted);
    }

    /** Keeps an address as a contact of their own, under a name. */
    @Transactional
    public BookEntry keep(Reader reader, String name, String email) {
        Contact contact = new Contact(name, email, "");
        if (!rules().ownContacts()) {
            throw Invalid.of("recipients.no-own", "email");
        }
        if (!contact.problems().isEmpty()) {
            throw new Invalid(contact.problems());
        }
        DirectEntry entry = entryOf(reader.groups);
        MailAddress address = new MailAddress(contact.email());
        if (!entry.allows(address)) {
            throw notAllowed(address, entry);
        }
        List<StoredContact> theirs = contacts.findByPersonId(reader.person);
        StoredContact stored = theirs.stream()
                .filter(one -> Contact.key(one.email).equals(Contact.key(contact.email())))
                .findFirst()
                .orElseGet(StoredContact::new);
        if (stored.createdAt == null && theirs.size() >= MOST_OWN) {
            throw Invalid.of("recipients.own-many", "email");
        }
        stored.createdAt = stored.createdAt == null ? clock.instant() : stored.createdAt;
        stored.personId = reader.person;
        stored.name = contact.name();
        stored.email = contact.email();
        stored.company = "";
        contacts.saveAndFlush(stored);
        return BookEntry.of(stored);
    }

    @Transactional
    public void removeOwn(UUID person, String email) {
        List<StoredContact> gone = contacts.findByPersonId(person).stream()
                .filter(one -> Contact.key(one.email).equals(Contact.key(email)))
                .toList();
        if (gone.isEmpty()) {
            throw Refusal.notFound("contact");
        }
        contacts.deleteAll(gone);
    }

    /** Contacts and groups of a file, for the whole office; all or none. @throws Invalid when something in it cannot be */
    @Transactional
    public void bringIn(String file) {
        ContactFiles.ContactFile wanted = new ContactFiles.ContactFile(file, null);
        files.make(wanted, files.compare(wanted).token());
    }

    /** Those of some values that can be sent to. */
    @Transactional(readOnly = true)
    public List<BookEntry> known(Reader reader, List<String> values) {
        View view = view(reader, values);
        return values.stream()
                .flatMap(value -> view.find(value.strip()).stream())
                .toList();
    }

    /** A contact of the office or of a place. */
    public record FoundContact(UUID id, String name, String email) {}

    /** Contacts that are not somebody's own, by the first letters of their words. */
    @Transactional(readOnly = true)
    public List<FoundContact> contacts(String letters, int most) {
        return shared.get().members(letters, SharedBook.MemberKind.CONTACT, most).stream()
                .map(one -> new FoundContact(one.id(), one.name(), one.email()))
                .toList();
    }

    /** How many contacts are seen by others than one person. */
    @Transactional(readOnly = true)
    public int contacts() {
        return shared.get().contacts().size();
    }

    /** What is kept of one person: their own contacts, whom they sent to and whom they keep at hand. */
    public record OwnBook(List<Contact> contacts, List<String> recent, List<String> favourites) {
        public int size() {
            return contacts.size() + recent.size() + favourites.size();
        }
    }

    @Transactional(readOnly = true)
    public OwnBook of(UUID person) {
        return new OwnBook(
                contacts.findByPersonId(person).stream()
                        .map(StoredContact::value)
                        .toList(),
                own.recent(person),
                own.favourites(person));
    }
}
