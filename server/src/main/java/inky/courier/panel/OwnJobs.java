package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import inky.courier.device.DeviceService;
import inky.courier.job.JobService.JobView;
import inky.courier.panel.JobQuestions.Answers;
import inky.courier.panel.LastTime.LastAnswers;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.store.Turns;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Jobs of people's own: a job of the office with their answers, under a name that they gave. It runs wherever that job is on the panel. */
@Service
public class OwnJobs {
    private static final int LONGEST_NAME = 40;
    private static final int MOST = 20;

    private final JdbcClient jdbc;
    private final JobQuestions questions;
    private final LastTime lastTime;
    private final PanelPlaces places;
    private final PeopleService people;
    private final DeviceService devices;
    private final Turns turns;
    private final Clock clock;

    OwnJobs(
            JdbcClient jdbc,
            JobQuestions questions,
            LastTime lastTime,
            PanelPlaces places,
            PeopleService people,
            DeviceService devices,
            Turns turns,
            Clock clock) {
        this.jdbc = jdbc;
        this.questions = questions;
        this.lastTime = lastTime;
        this.places = places;
        this.people = people;
        this.devices = devices;
        this.turns = turns;
        this.clock = clock;
    }

    /** @param jobId of the office, that it is one of @param answers as they are kept */
    public record OwnJob(UUID id, UUID jobId, String name, Instant keptAt, String answers) {
        /** Where it goes, where that was chosen. */
        List<UUID> destinations() {
            List<UUID> chosen = Json.read(answers, Answers.class).destinations();
            return chosen == null ? List.of() : chosen;
        }
    }

    /** In alphabetical order. */
    @Transactional(readOnly = true)
    public List<OwnJob> of(UUID person) {
        return jdbc.sql(
                        "select id, job_id, name, kept_at, answers from own_job where person_id = ? order by lower(name)")
                .param(person)
                .query((row, n) -> new OwnJob(
                        row.getObject(1, UUID.class),
                        row.getObject(2, UUID.class),
                        row.getString(3),
                        row.getTimestamp(4).toInstant(),
                        row.getString(5)))
                .list();
    }

    /**
     * Keeps a job as it was just answered.
     *
     * @throws Invalid for a name that cannot be or is taken, or answers that the job does not take
     */
    @Transactional
    OwnJob keep(PanelUser user, UUID jobId, String name, Answers answers) {
        PersonView person = people.get(user.personId());
        JobView job = places.placed(user, jobId);
        String called = called(name);
        Answers again = questions
                .check(job, person, devices.get(user.deviceId()).place(), answers)
                .again();
        List<OwnJob> before = inTurn(person.id());
        if (before.size() >= MOST) {
            throw Refusal.of(HttpStatus.CONFLICT, "own-job.most");
        }
        free(called, before);
        OwnJob kept = new OwnJob(UUID.randomUUID(), jobId, called, clock.instant(), Json.write(again));
        jdbc.sql("insert into own_job (id, person_id, job_id, name, answers, kept_at) values (?, ?, ?, ?, ?, ?)")
                .params(kept.id, person.id(), jobId, called, kept.answers, Timestamp.from(kept.keptAt))
                .update();
        return kept;
    }

    /** @throws Invalid for a name that cannot be or is taken */
    @Transactional
    OwnJob rename(PanelUser user, UUID id, String name) {
        String called = called(name);
        List<OwnJob> all = inTurn(user.personId());
        OwnJob own = one(all, id);
        free(called, all.stream().filter(other -> other != own).toList());
        jdbc.sql("update own_job set name = ? where id = ?").params(called, id).update();
        return new OwnJob(id, own.jobId, called, own.keptAt, own.answers);
    }

    private static String called(String name) {
        String called = name.strip();
        if (!PlainText.isName(called, LONGEST_NAME)) {
            throw Invalid.of("own-job.name", "name");
        }
        return called;
    }

    /** One change after the other: they are counted, and their names are compared. */
    private List<OwnJob> inTurn(UUID person) {
        turns.await("own jobs " + person);
        return of(person);
    }

    private static void free(String name, List<OwnJob> others) {
        if (others.stream().anyMatch(one -> one.name.equalsIgnoreCase(name))) {
            throw Invalid.of("own-job.taken", "name");
        }
    }

    private static OwnJob one(List<OwnJob> all, UUID id) {
        return all.stream()
                .filter(one -> one.id.equals(id))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("job of your own"));
    }

    /** The answers that it is kept with, of what can still be chosen. */
    @Transactional(readOnly = true)
    LastAnswers answers(PanelUser user, UUID id) {
        OwnJob own = one(of(user.personId()), id);
        return lastTime.shown(
                Json.read(own.answers, Answers.class),
                places.placed(user, own.jobId),
                people.get(user.personId()),
                devices.get(user.deviceId()).place());
    }

    @Transactional
    void remove(PanelUser user, UUID id) {
        int removed = jdbc.sql("delete from own_job where id = ? and person_id = ?")
                .params(id, user.personId())
                .update();
        if (removed == 0) {
            throw Refusal.notFound("job of your own");
        }
    }
}
