package inky.courier.people;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Languages;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Reference;
import inky.courier.core.people.Pin;
import inky.courier.core.text.PlainText;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The people of the office. */
@Service
public class PeopleService {
    private static final LongList<PersonView> LIST = new LongList<PersonView>(
                    person -> Stream.concat(
                            Stream.of(person.name(), person.login(), person.email()), person.groups().stream()),
                    person -> !person.hasPin())
            .column("name", PersonView::name)
            .column("email", PersonView::email)
            .column("pin", PersonView::hasPin);

    private static final int PIN_LENGTH = 6;
    private static final int MOST_GROUPS = 20;

    private final PersonRepository people;
    private final Vault vault;
    private final SetUp setUp;
    private final ChangeLog changes;
    private final Cached<List<PersonView>> all;
    private final Live live;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    PeopleService(PersonRepository people, Vault vault, SetUp setUp, ChangeLog changes, Live live, Clock clock) {
        this.people = people;
        this.vault = vault;
        this.setUp = setUp;
        this.changes = changes;
        this.live = live;
        this.all = new Cached<>(live, this::read, "person");
        this.clock = clock;
    }

    /**
     * @param language as a tag of BCP 47; absent or empty for the office's
     * @param groups that they are in, up to {@value #MOST_GROUPS}; absent for none
     */
    public record PersonForm(
            String name,
            String login,
            String email,
            @Nullable String language,
            @Nullable List<String> groups) {}

    public record PersonView(
            UUID id, String name, String login, String email, String language, List<String> groups, boolean hasPin) {
        /** The one that names and folders show; empty for none. */
        public String group() {
            return groups.isEmpty() ? "" : groups.get(0);
        }
    }

    /** A PIN in clear, for the one moment after it was made. */
    public record NewPin(String pin) {}

    @Transactional(readOnly = true)
    public List<PersonView> list() {
        return all.get();
    }

    private List<PersonView> read() {
        return LongList.ordered(
                people.findAll().stream().map(PeopleService::view), person -> person.name() + "\n" + person.login());
    }

    @Transactional(readOnly = true)
    public ListPart<PersonView> list(ListRequest wanted) {
        return LIST.part(all.get(), wanted);
    }

    /** What holds the words, in the usual order. */
    @Transactional(readOnly = true)
    public List<PersonView> find(String words) {
        return LIST.find(all.get(), words);
    }

    /** All that somebody is in, in alphabetical order. */
    @Transactional(readOnly = true)
    public List<String> groups() {
        return all.get().stream()
                .flatMap(person -> person.groups().stream())
                .distinct()
                .sorted(String.CASE_INSENSITIVE_ORDER)
                .toList();
    }

    /** From what is in memory. */
    public Optional<String> nameOf(UUID id) {
        return all.get().stream()
                .filter(person -> person.id().equals(id))
                .map(PersonView::name)
                .findFirst();
    }

    @Transactional(readOnly = true)
    public PersonView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    public PersonView add(PersonForm form) {
        Person person = new Person();
        person.createdAt = clock.instant();
        return save(person, form, null);
    }

    @Transactional
    public PersonView change(UUID id, PersonForm form) {
        Person person = find(id);
        return save(person, form, view(person));
    }

    @Transactional
    public void delete(UUID id) {
        Person person = find(id);
        setUp.letGo(new Reference(ItemKind.PERSON, id), person.name);
        people.delete(person);
        changes.record("person", id, person.name, view(person), null);
        live.tell("person", id);
    }

    @Transactional
    public NewPin makePin(UUID id) {
        Pin pin = Pin.random(PIN_LENGTH, random);
        while (people.existsByPinIndex(vault.index(pin.digits()))) {
            pin = Pin.random(PIN_LENGTH, random);
        }
        setPin(id, pin);
        return new NewPin(pin.digits());
    }

    /** Gives a person a PIN that was chosen. @throws Invalid when somebody else has it */
    @Transactional
    public void setPin(UUID id, Pin pin) {
        Person person = find(id);
        byte[] index = vault.index(pin.digits());
        if (people.findByPinIndex(index).filter(other -> !other.id.equals(id)).isPresent()) {
            throw Invalid.of("pin.taken", "pin");
        }
        person.pinIndex = index;
        person.pinLength = pin.digits().length();
        changes.record("person", id, person.name, "PIN", "a new PIN");
        live.tell("person", id);
    }

    /**
     * Who has this PIN. Found by its keyed value alone, which takes the same time for any; a slow hash beside it would
     * protect little against somebody who has the key too, and hold up fifty people who come in at once.
     */
    @Transactional(readOnly = true)
    public Optional<PersonView> byPin(String digits) {
        return people.findByPinIndex(vault.index(digits)).map(PeopleService::view);
    }

    private PersonView save(Person person, PersonForm form, PersonView before) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(form.name(), 80)) {
            problems.add(Problem.of("person.name", "name"));
        }
        if (!form.login().matches("[\\p{L}\\p{N}][\\p{L}\\p{N}._-]{0,39}")) {
            problems.add(Problem.of("person.login", "login"));
        }
        try {
            new MailAddress(form.email().strip());
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("email").problems());
        }
        List<String> groups = Objects.requireNonNullElse(form.groups(), List.<String>of()).stream()
                .map(String::strip)
                .distinct()
                .toList();
        if (groups.size() > MOST_GROUPS
                || !groups.stream().allMatch(group -> PlainText.isName(group, JobItem.LONGEST_GROUP))) {
            problems.add(Problem.of("person.groups", "groups"));
        }
        String language = Objects.requireNonNullElse(form.language(), "");
        Languages.problem(language, "language").ifPresent(problems::add);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        person.language = language;
        person.groups = Json.write(groups);
        person.name = form.name().strip();
        person.login = form.login();
        person.email = form.email().strip();
        people.saveAndFlush(person);
        changes.record("person", person.id, person.name, before, view(person));
        live.tell("person", person.id);
        return view(person);
    }

    private Person find(UUID id) {
        return people.findById(id).orElseThrow(() -> Refusal.notFound("person"));
    }

    private static PersonView view(Person p) {
        return new PersonView(
                p.id,
                p.name,
                p.login,
                p.email,
                p.language,
                Json.read(p.groups, new TypeReference<List<String>>() {}),
                p.pinIndex != null);
    }
}
