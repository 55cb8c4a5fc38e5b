package inky.courier.people;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Problem;
import inky.courier.core.directory.PeopleComparison;
import inky.courier.core.directory.PeopleComparison.Becomes;
import inky.courier.core.directory.PeopleComparison.Found;
import inky.courier.core.directory.PeopleComparison.Known;
import inky.courier.core.directory.PeopleComparison.Step;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.live.Live;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Json;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the office as a directory knows them. */
@Service
public class PeopleOfDirectory {
    private final PersonRepository people;
    private final PeopleService service;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;

    PeopleOfDirectory(PersonRepository people, PeopleService service, ChangeLog changes, Live live, Clock clock) {
        this.people = people;
        this.service = service;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
    }

    /** Everybody; those from another directory are nobody's here, and keep their login. */
    @Transactional(readOnly = true)
    public List<Known> known(UUID directory) {
        return people.findAll().stream().map(person -> known(person, directory)).toList();
    }

    private static Known known(Person person, UUID directory) {
        PersonView view = PeopleService.view(person);
        boolean fromHere = directory.equals(person.directoryId);
        return new Known(
                view.id(),
                fromHere ? person.directoryKey : "",
                view.login(),
                view.name(),
                view.email(),
                view.groups(),
                fromHere ? view.directoryGroups() : List.of(),
                view.disabled(),
                fromHere && view.leftDirectory());
    }

    /** Why somebody could not be one of the office's people. */
    public List<Message> problems(String name, String login, String email, List<String> groups) {
        return service.problems(new PersonForm(name, login, email, "", groups)).stream()
                .map(Problem::sentence)
                .toList();
    }

    /** Does what was compared, all or nothing. @return how many are otherwise now */
    @Transactional
    public int make(UUID directory, PeopleComparison comparison) {
        for (Step step : comparison.steps()) {
            Person person = step.there()
                    .map(there -> people.findById(there.id()).orElseThrow())
                    .orElseGet(this::somebodyNew);
            PersonView before = step.there().isPresent() ? PeopleService.view(person) : null;
            step.found().ifPresent(found -> take(person, directory, found, step));
            boolean gone = step.becomes() == Becomes.DISABLED;
            person.disabled = gone || person.disabled && step.becomes() != Becomes.BACK;
            person.leftDirectory = gone;
            people.saveAndFlush(person);
            changes.record("person", person.id, person.name, before, PeopleService.view(person));
            live.tell("person", person.id);
        }
        return comparison.steps().size();
    }

    private Person somebodyNew() {
        Person person = new Person();
        person.createdAt = clock.instant();
        return person;
    }

    private static void take(Person person, UUID directory, Found found, Step step) {
        person.directoryId = directory;
        person.directoryKey = found.key();
        person.directoryGroups = Json.write(found.groups());
        person.name = found.name();
        person.login = found.login();
        person.email = found.email();
        person.groups = Json.write(step.groups());
        if (step.becomes() == Becomes.NEW) {
            person.language =
                    Languages.of(found.language()).map(Locale::getLanguage).orElse("");
        }
    }

    /** They stay, and are the office's own from now on. */
    @Transactional
    public void letGo(UUID directory) {
        people.findAll().stream()
                .filter(person -> Objects.equals(directory, person.directoryId))
                .forEach(person -> {
                    person.directoryId = null;
                    person.directoryKey = null;
                    person.directoryGroups = "[]";
                    person.leftDirectory = false;
                    people.save(person);
                    live.tell("person", person.id);
                });
        people.flush();
    }
}
