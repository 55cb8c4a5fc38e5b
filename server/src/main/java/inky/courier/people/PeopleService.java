package inky.courier.people;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Languages;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Reference;
import inky.courier.core.text.PlainText;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.web.Json;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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
                    person -> !person.hasPin() && !person.disabled())
            .column("name", PersonView::name)
            .column("email", PersonView::email)
            .column("pin", PersonView::hasPin)
            .column("disabled", PersonView::disabled);

    private static final int MOST_GROUPS = 20;

    private final PersonRepository people;
    private final SetUp setUp;
    private final ChangeLog changes;
    private final Cached<List<PersonView>> all;
    private final Live live;
    private final Clock clock;

    PeopleService(PersonRepository people, SetUp setUp, ChangeLog changes, Live live, Clock clock) {
        this.people = people;
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

    /**
     * @param pinMadeAt absent where there is none, or where it is not known
     * @param firstPin whether an administrator had it made, and it was never replaced
     * @param disabled whether they cannot sign in
     * @param directory from which their name, login, mail address and {@code directoryGroups} come; absent for none
     * @param leftDirectory whether they are disabled because it has them no more
     */
    public record PersonView(
            UUID id,
            String name,
            String login,
            String email,
            String language,
            List<String> groups,
            boolean hasPin,
            @Nullable Instant pinMadeAt,
            boolean firstPin,
            boolean disabled,
            @Nullable UUID directory,
            List<String> directoryGroups,
            boolean leftDirectory) {
        /** The one that names and folders show; empty for none. */
        public String group() {
            return groups.isEmpty() ? "" : groups.get(0);
        }
    }

    @Transactional(readOnly = true)
    public List<PersonView> list() {
        return all.get();
    }

    @Transactional(readOnly = true)
    public int count() {
        return (int) people.count();
    }

    private List<PersonView> read() {
        return LongList.ordered(
                people.findAll().stream().map(PeopleService::view), person -> person.name() + "\n" + person.login());
    }

    @Transactional(readOnly = true)
    public ListPart<PersonView> list(ListRequest wanted) {
        return LIST.part(all.get(), wanted);
    }

    /** All that fit, however many a part of a list has. */
    @Transactional(readOnly = true)
    List<PersonView> all(ListRequest wanted) {
        return LIST.fitting(all.get(), wanted);
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
        return known(id).map(PersonView::name);
    }

    /** From what is in memory, for what is only shown. */
    @Transactional(readOnly = true)
    public Optional<PersonView> known(UUID id) {
        return all.get().stream().filter(person -> person.id().equals(id)).findFirst();
    }

    /** Whether there is such a person, and not disabled; from what is in memory. */
    @Transactional(readOnly = true)
    public boolean maySignIn(UUID id) {
        return known(id).filter(person -> !person.disabled()).isPresent();
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
        List<Problem> problems = problemsOf(view(person), form);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
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

    /** Whether they may sign in. Signed in somewhere, they are signed out. */
    @Transactional
    public PersonView setDisabled(UUID id, boolean disabled) {
        Person person = find(id);
        if (person.disabled != disabled) {
            PersonView before = view(person);
            person.disabled = disabled;
            person.leftDirectory = false;
            changes.record("person", id, person.name, before, view(person));
            live.tell("person", id);
        }
        return view(person);
    }

    /** What is wrong with it, whoever it is of. */
    List<Problem> problems(PersonForm form) {
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
        List<String> groups = groups(form);
        if (groups.size() > MOST_GROUPS
                || !groups.stream().allMatch(group -> PlainText.isName(group, JobItem.LONGEST_GROUP))) {
            problems.add(Problem.of("person.groups", "groups"));
        }
        Languages.problem(language(form), "language").ifPresent(problems::add);
        return problems;
    }

    /** What cannot be changed here, since a directory says it. */
    List<Problem> problemsOf(PersonView there, PersonForm form) {
        if (there.directory == null) {
            return List.of();
        }
        List<Problem> problems = new ArrayList<>();
        Map<String, Boolean> kept = Map.of(
                "name", there.name.equals(form.name().strip()),
                "login", there.login.equals(form.login()),
                "email", there.email.equals(form.email().strip()),
                "groups", groups(form).containsAll(there.directoryGroups));
        kept.forEach((field, same) -> {
            if (!same) {
                problems.add(Problem.of("person.from-directory", field));
            }
        });
        return problems;
    }

    private static List<String> groups(PersonForm form) {
        return Objects.requireNonNullElse(form.groups(), List.<String>of()).stream()
                .map(String::strip)
                .distinct()
                .toList();
    }

    private static String language(PersonForm form) {
        return Objects.requireNonNullElse(form.language(), "");
    }

    private PersonView save(Person person, PersonForm form, PersonView before) {
        List<Problem> problems = problems(form);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        person.language = language(form);
        person.groups = Json.write(groups(form));
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

    private static List<String> groups(String json) {
        return Json.read(json, new TypeReference<List<String>>() {});
    }

    static PersonView view(Person p) {
        return new PersonView(
                p.id,
                p.name,
                p.login,
                p.email,
                p.language,
                groups(p.groups),
                p.pinIndex != null,
                p.pinMadeAt,
                p.pinByOther,
                p.disabled,
                p.directoryId,
                groups(p.directoryGroups),
                p.leftDirectory);
    }
}
