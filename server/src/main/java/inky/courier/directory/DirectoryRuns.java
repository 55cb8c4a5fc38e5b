package inky.courier.directory;

import com.unboundid.ldap.sdk.LDAPConnection;
import inky.courier.connection.Deadline;
import inky.courier.connection.FarSideException;
import inky.courier.core.Invalid;
import inky.courier.core.delivery.Setback;
import inky.courier.core.directory.DirectoryStep;
import inky.courier.core.directory.PeopleComparison;
import inky.courier.core.directory.PeopleComparison.Becomes;
import inky.courier.core.directory.PeopleComparison.Caution;
import inky.courier.core.directory.PeopleComparison.Found;
import inky.courier.core.directory.PeopleComparison.Step;
import inky.courier.core.message.Message;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.DirectoryItem.TakesPeople;
import inky.courier.directory.Entries.Person;
import inky.courier.live.Live;
import inky.courier.people.PeopleOfDirectory;
import inky.courier.web.IncomingTable;
import inky.courier.web.MessageColumn;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes people from directories: shows first what would change; by itself only what needs no look. */
@Service
public class DirectoryRuns {
    private static final Logger LOG = LoggerFactory.getLogger(DirectoryRuns.class);
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    /** For the whole, however large the directory. */
    private static final Duration LONGEST = Duration.ofMinutes(10);

    private static final int KEPT = 50;
    private static final String KIND = "directory";

    private final Directories directories;
    private final PeopleOfDirectory people;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;

    DirectoryRuns(
            Directories directories,
            PeopleOfDirectory people,
            JdbcClient jdbc,
            TransactionTemplate transaction,
            Live live,
            Clock clock,
            ZoneId zone) {
        this.directories = directories;
        this.people = people;
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
    }

    /** @param changed what becomes otherwise: {@code name}, {@code login}, {@code email}, {@code groups} @param groups afterwards */
    public record ComparedPerson(
            String name, String login, String email, Becomes becomes, List<String> changed, List<String> groups) {}

    public record EntryLeftOut(String name, String login, Message sentence) {}

    /**
     * What a directory would change.
     *
     * @param same how many stay as they are
     * @param leftOut entries that cannot be taken; nobody is changed for them
     * @param caution why it is not done by itself; empty for no reason
     * @param token says that this and nothing else was looked at
     */
    public record DirectoryComparison(
            List<ComparedPerson> rows, int same, List<EntryLeftOut> leftOut, Message caution, String token) {}

    /**
     * One time that people were taken, or were to be.
     *
     * @param byItself whether at its time, rather than by somebody
     * @param trouble why nobody was; empty where all went well
     */
    public record DirectoryRun(
            Instant at, boolean byItself, int changed, int same, int leftOut, Message trouble, Message remedy) {}

    /** @throws Refusal when the directory does not say who is in it */
    public DirectoryComparison compare(UUID id) {
        try {
            return shown(compared(id));
        } catch (FarSideException e) {
            throw refused(e.setback());
        }
    }

    /**
     * Does what was looked at.
     *
     * @param token as {@link #compare} gave it
     * @throws Invalid when it would be something else by now
     */
    public DirectoryRun make(UUID id, String token) {
        PeopleComparison comparison;
        try {
            comparison = compared(id);
        } catch (FarSideException e) {
            throw refused(e.setback());
        }
        if (!shown(comparison).token.equals(token)) {
            throw Invalid.of("directory.changed", "token");
        }
        DirectoryRun run = done(id, comparison, false);
        if (!run.trouble.isEmpty()) {
            throw Invalid.of("directory.changed", "token");
        }
        return run;
    }

    private static Refusal refused(Setback setback) {
        return new Refusal(HttpStatus.CONFLICT, setback.cause(), setback.sentence(), setback.remedy());
    }

    /** The newest first. */
    @Transactional(readOnly = true)
    public List<DirectoryRun> latest(UUID id) {
        return jdbc.sql("select at, by_itself, changed, same, left_out, trouble, remedy from directory_run "
                        + "where directory_id = ? order by at desc limit ?")
                .params(id, KEPT)
                .query((row, n) -> new DirectoryRun(
                        row.getObject(1, OffsetDateTime.class).toInstant(),
                        row.getBoolean(2),
                        row.getInt(3),
                        row.getInt(4),
                        row.getInt(5),
                        words(row.getString(6)),
                        words(row.getString(7))))
                .list();
    }

    private static Message words(@Nullable String column) {
        return column == null ? Message.none() : MessageColumn.read(column);
    }

    /** Why nobody could be taken from a directory the last time that it was tried; without those where all went well. */
    @Transactional(readOnly = true)
    public Map<UUID, Message> troubles() {
        Map<UUID, Message> troubles = new HashMap<>();
        directories
                .list()
                .forEach(directory -> latest(directory.id()).stream()
                        .limit(1)
                        .filter(run -> !run.trouble.isEmpty())
                        .forEach(run -> troubles.put(directory.id(), run.trouble)));
        return troubles;
    }

    /** Takes people from every directory whose time has come since it was last done. */
    public void takeWhatIsDue() {
        for (Directories.DirectoryView directory : directories.list()) {
            Optional<Instant> last = latest(directory.id()).stream()
                    .filter(DirectoryRun::byItself)
                    .map(DirectoryRun::at)
                    .findFirst();
            if (isDue(directory.takesPeople(), directory.time(), last)) {
                take(directory.id());
            }
        }
    }

    private boolean isDue(TakesPeople when, String time, Optional<Instant> last) {
        ZonedDateTime now = clock.instant().atZone(zone);
        return switch (when) {
            case BY_HAND -> false;
            case HOURLY ->
                last.isEmpty() || !last.get().plus(Duration.ofHours(1)).isAfter(now.toInstant());
            case DAILY -> {
                ZonedDateTime today =
                        now.toLocalDate().atTime(LocalTime.parse(time)).atZone(zone);
                Instant due = (today.isAfter(now)
                                ? now.toLocalDate()
                                        .minusDays(1)
                                        .atTime(LocalTime.parse(time))
                                        .atZone(zone)
                                : today)
                        .toInstant();
                yield last.isEmpty() || last.get().isBefore(due);
            }
        };
    }

    /** Once, by itself: changes nobody where somebody should look first. */
    DirectoryRun take(UUID id) {
        DirectoryRun run;
        try {
            PeopleComparison comparison = compared(id);
            Optional<Message> caution = comparison.caution().map(why -> words(why, comparison));
            run = caution.isPresent()
                    ? new DirectoryRun(
                            clock.instant(),
                            true,
                            0,
                            comparison.same(),
                            comparison.faults().size(),
                            caution.get(),
                            Message.of("directory.not-taken.remedy"))
                    : done(id, comparison, true);
        } catch (FarSideException e) {
            run = new DirectoryRun(
                    clock.instant(),
                    true,
                    0,
                    0,
                    0,
                    e.setback().sentence(),
                    e.setback().remedy());
        }
        if (!run.trouble.isEmpty()) {
            keep(id, run);
        }
        LOG.info(
                "people from directory {}: {}",
                id,
                run.trouble.isEmpty() ? run.changed + " changed" : run.trouble.code());
        return run;
    }

    private DirectoryRun done(UUID id, PeopleComparison comparison, boolean byItself) {
        try {
            return transaction.execute(status -> {
                DirectoryRun run = new DirectoryRun(
                        clock.instant(),
                        byItself,
                        people.make(id, comparison),
                        comparison.same(),
                        comparison.faults().size(),
                        Message.none(),
                        Message.none());
                keep(id, run);
                return run;
            });
        } catch (DataIntegrityViolationException meanwhile) {
            // Somebody took a login, or removed a person, since the two were compared.
            return new DirectoryRun(
                    clock.instant(),
                    byItself,
                    0,
                    comparison.same(),
                    comparison.faults().size(),
                    Message.of("problem.directory.changed"),
                    Message.of("problem.directory.changed.remedy"));
        }
    }

    private void keep(UUID id, DirectoryRun run) {
        transaction.executeWithoutResult(status -> {
            jdbc.sql(
                            "insert into directory_run (id, directory_id, at, by_itself, changed, same, left_out, trouble, remedy) "
                                    + "values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            UUID.randomUUID(),
                            id,
                            run.at.atOffset(ZoneOffset.UTC),
                            run.byItself,
                            run.changed,
                            run.same,
                            run.leftOut,
                            run.trouble.isEmpty() ? null : MessageColumn.write(run.trouble),
                            run.remedy.isEmpty() ? null : MessageColumn.write(run.remedy))
                    .update();
            jdbc.sql("delete from directory_run where directory_id = ? and id not in "
                            + "(select id from directory_run where directory_id = ? order by at desc limit ?)")
                    .params(id, id, KEPT)
                    .update();
            live.tell(KIND, id);
        });
    }

    private PeopleComparison compared(UUID id) throws FarSideException {
        LdapLine.Access access = directories.access(id);
        List<Person> everybody = everybody(access);
        return PeopleComparison.of(
                people.known(id),
                everybody.stream()
                        .map(person -> found(access.directory(), person))
                        .toList());
    }

    private List<Person> everybody(LdapLine.Access access) throws FarSideException {
        var trace = LdapLine.trace(access);
        try (LDAPConnection line = LdapLine.open(access, trace, PATIENCE, clock.instant());
                Deadline end = Deadline.of(LONGEST, line)) {
            return trace.at(DirectoryStep.PEOPLE, () -> new Entries(access.directory(), line).everybody());
        }
    }

    private Found found(DirectoryItem directory, Person person) {
        List<Message> problems = new ArrayList<>();
        Stream.of(
                        person.login().isEmpty() ? directory.attributes().login() : "",
                        person.email().isEmpty() ? directory.attributes().email() : "",
                        person.name().isEmpty() ? directory.attributes().name() : "")
                .filter(attribute -> !attribute.isEmpty())
                .forEach(attribute ->
                        problems.add(Message.of("directory.no-attribute").with("attribute", attribute)));
        if (problems.isEmpty()) {
            problems.addAll(people.problems(person.name(), person.login(), person.email(), person.groups()));
        }
        return new Found(
                person.key(),
                person.login(),
                person.name().isEmpty() ? person.dn() : person.name(),
                person.email(),
                person.groups(),
                person.language(),
                problems);
    }

    private static DirectoryComparison shown(PeopleComparison comparison) {
        List<ComparedPerson> rows =
                comparison.steps().stream().map(DirectoryRuns::shown).toList();
        List<EntryLeftOut> leftOut = comparison.faults().stream()
                .map(fault -> new EntryLeftOut(fault.name(), fault.login(), fault.sentence()))
                .toList();
        Message caution =
                comparison.caution().map(why -> words(why, comparison)).orElse(Message.none());
        return new DirectoryComparison(
                rows, comparison.same(), leftOut, caution, IncomingTable.token(comparison.steps(), comparison.same()));
    }

    private static ComparedPerson shown(Step step) {
        return step.found()
                .map(found -> new ComparedPerson(
                        found.name(), found.login(), found.email(), step.becomes(), step.changed(), step.groups()))
                .orElseGet(() -> step.there()
                        .map(there -> new ComparedPerson(
                                there.name(),
                                there.login(),
                                there.email(),
                                step.becomes(),
                                step.changed(),
                                step.groups()))
                        .orElseThrow());
    }

    private static Message words(Caution why, PeopleComparison comparison) {
        return why == Caution.NOBODY
                ? Message.of("directory.nobody")
                : Message.of("directory.many-leave").with("n", comparison.leaving());
    }
}
