package inky.courier.people;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import inky.courier.core.text.Csv;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.IncomingTable;
import inky.courier.web.IncomingTable.Line;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People from and to tables of comma-separated values (RFC 4180): first shown what would change, then made, all or nothing. */
@Service
class PeopleFiles {
    private static final int MOST_LINES = 20_000;
    private static final int MOST_SIGNS = 4_000_000;
    private static final List<String> COLUMNS = List.of("name", "login", "email", "groups", "language", "disabled");
    private static final String BAD_FILE = "people.file";

    private final PeopleService people;

    PeopleFiles(PeopleService people) {
        this.people = people;
    }

    /**
     * A table that shall come in.
     *
     * @param file its text; the first line names the columns {@code name}, {@code login} and {@code email}, and {@code groups},
     *     {@code language} and {@code disabled} where they come along
     * @param disableOthers whether who is not in it is disabled
     */
    record PeopleTable(String file, boolean disableOthers) {}

    enum Becomes {
        NEW,
        CHANGED,
        DISABLED
    }

    /** @param line of the file, from 2; 0 for who is not in it @param changed what becomes otherwise, by column */
    record PeopleRow(int line, String name, String login, Becomes becomes, List<String> changed) {}

    /** @param line of the file */
    record PeopleFault(int line, Message sentence) {}

    /**
     * What a table would change.
     *
     * @param same how many stay as they are
     * @param faults lines that cannot come in; nothing does while there are some
     * @param token says that this and nothing else was looked at
     */
    record PeopleComparison(List<PeopleRow> rows, int same, List<PeopleFault> faults, String token) {}

    /** @param added ids of new people */
    record PeopleImported(int changed, List<UUID> added) {}

    @Transactional(readOnly = true)
    String write() {
        StringBuilder text = new StringBuilder(Csv.row(COLUMNS));
        people.list().forEach(person -> text.append(Csv.row(cells(person))));
        return text.toString();
    }

    private static List<String> cells(PersonView person) {
        return List.of(
                person.name(),
                person.login(),
                person.email(),
                String.join(IncomingTable.SEPARATOR, person.groups()),
                person.language(),
                person.disabled() ? "yes" : "");
    }

    /** @throws Invalid when it is no such table */
    @Transactional(readOnly = true)
    PeopleComparison compare(PeopleTable file) {
        return thought(file).shown;
    }

    /** @throws Invalid when there are faults, or people were changed since */
    @Transactional
    PeopleImported make(PeopleTable file, String token) {
        Thought thought = thought(file);
        if (!thought.shown.token.equals(token)) {
            throw Invalid.of("people.changed", "file");
        }
        if (!thought.shown.faults.isEmpty()) {
            throw Invalid.of("people.faults", "file");
        }
        List<UUID> added = new ArrayList<>();
        int changed = 0;
        for (Wanted wanted : thought.wanted) {
            PersonView person = wanted.there == null
                    ? people.add(wanted.form)
                    : wanted.form == null ? wanted.there : people.change(wanted.there.id(), wanted.form);
            if (person.disabled() != wanted.disabled) {
                people.setDisabled(person.id(), wanted.disabled);
            }
            if (wanted.there == null) {
                added.add(person.id());
            } else {
                changed++;
            }
        }
        return new PeopleImported(changed, added);
    }

    /** @param there null for somebody new @param form null for who is only disabled */
    private record Wanted(
            @Nullable PersonView there, @Nullable PersonForm form, boolean disabled) {}

    private record Thought(PeopleComparison shown, List<Wanted> wanted) {}

    private Thought thought(PeopleTable file) {
        Map<String, PersonView> there = people.list().stream()
                .collect(Collectors.toMap(PeopleFiles::key, Function.identity(), (one, other) -> one));
        List<PeopleRow> rows = new ArrayList<>();
        List<PeopleFault> faults = new ArrayList<>();
        List<Wanted> wanted = new ArrayList<>();
        Map<String, Integer> seen = new HashMap<>();
        int same = 0;
        IncomingTable.requireShort(file.file, MOST_SIGNS, MOST_LINES, BAD_FILE);
        for (Line line : IncomingTable.read(file.file, COLUMNS.subList(0, 3), MOST_LINES, BAD_FILE)
                .lines()) {
            String key = line.get("login").toLowerCase(Locale.ROOT);
            Integer before = seen.putIfAbsent(key, line.number());
            PersonView person = there.get(key);
            PersonForm form = form(line, person);
            List<Problem> problems = new ArrayList<>(people.problems(form));
            if (person != null) {
                problems.addAll(people.problemsOf(person, form));
            }
            if (before != null) {
                faults.add(new PeopleFault(
                        line.number(), Message.of("people.twice").with("line", before)));
            } else if (!problems.isEmpty()) {
                problems.forEach(problem -> faults.add(new PeopleFault(line.number(), problem.sentence())));
            } else {
                boolean disabled = disabled(line, person);
                List<String> changed = person == null ? List.of() : changed(person, form, disabled);
                if (person != null && changed.isEmpty()) {
                    same++;
                } else {
                    rows.add(new PeopleRow(
                            line.number(),
                            form.name(),
                            form.login(),
                            person == null ? Becomes.NEW : Becomes.CHANGED,
                            changed));
                    wanted.add(new Wanted(person, form, disabled));
                }
            }
        }
        if (file.disableOthers) {
            there.forEach((key, person) -> {
                if (!seen.containsKey(key) && !person.disabled()) {
                    rows.add(new PeopleRow(0, person.name(), person.login(), Becomes.DISABLED, List.of("disabled")));
                    wanted.add(new Wanted(person, null, true));
                }
            });
        }
        return new Thought(
                new PeopleComparison(
                        rows, same, faults, IncomingTable.token(people.list(), file.disableOthers, file.file)),
                wanted);
    }

    private static String key(PersonView person) {
        return person.login().toLowerCase(Locale.ROOT);
    }

    private static List<String> changed(PersonView person, PersonForm form, boolean disabled) {
        Map<String, Boolean> differs = new LinkedHashMap<>();
        differs.put("name", !person.name().equals(form.name().strip()));
        differs.put("login", !person.login().equals(form.login()));
        differs.put("email", !person.email().equals(form.email().strip()));
        differs.put("groups", !person.groups().equals(form.groups()));
        differs.put("language", !person.language().equals(form.language()));
        differs.put("disabled", person.disabled() != disabled);
        return differs.entrySet().stream()
                .filter(Map.Entry::getValue)
                .map(Map.Entry::getKey)
                .toList();
    }

    /** What the file has no column for stays as it is. */
    private static PersonForm form(Line line, @Nullable PersonView there) {
        String language = there == null ? "" : there.language();
        List<String> groups = there == null ? List.of() : there.groups();
        return new PersonForm(
                line.get("name"),
                line.get("login"),
                line.get("email"),
                line.has("language") ? line.get("language") : language,
                line.has("groups") ? line.several("groups") : groups);
    }

    private static boolean disabled(Line line, @Nullable PersonView there) {
        return line.has("disabled") ? line.isYes("disabled") : there != null && there.disabled();
    }
}
