package inky.courier.panel;

import inky.courier.addressbook.AddressBook;
import inky.courier.addressbook.BookEntry;
import inky.courier.device.DeviceService;
import inky.courier.job.JobService.JobView;
import inky.courier.panel.JobQuestions.Answers;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a person answered when they last sent a job, to be taken again by one touch. Passcodes and names of files are never among it. */
@Service
public class LastTime {
    private final JdbcClient jdbc;
    private final JobQuestions questions;
    private final AddressBook book;
    private final PanelPlaces places;
    private final PeopleService people;
    private final DeviceService devices;
    private final Clock clock;

    LastTime(
            JdbcClient jdbc,
            JobQuestions questions,
            AddressBook book,
            PanelPlaces places,
            PeopleService people,
            DeviceService devices,
            Clock clock) {
        this.jdbc = jdbc;
        this.questions = questions;
        this.book = book;
        this.places = places;
        this.people = people;
        this.devices = devices;
        this.clock = clock;
    }

    /**
     * As they may be given again; whom nothing may be sent to any more is left out.
     *
     * @param given whether there is anything
     * @param recipients, {@code folders} and {@code places} by destination, {@code settings} by path, {@code questions} by key
     */
    record LastAnswers(
            boolean given,
            List<UUID> destinations,
            Map<UUID, List<BookEntry>> recipients,
            Map<UUID, String> folders,
            Map<UUID, UUID> places,
            List<BookEntry> copies,
            String subject,
            Map<String, String> settings,
            Map<String, String> questions) {
        static final LastAnswers NONE =
                new LastAnswers(false, List.of(), Map.of(), Map.of(), Map.of(), List.of(), "", Map.of(), Map.of());
    }

    @Transactional
    void keep(UUID person, UUID job, Answers kept) {
        if (!kept.hasAny()) {
            return;
        }
        jdbc.sql("""
                        insert into last_answers (person_id, job_id, answers, at) values (?, ?, ?, ?)
                        on conflict (person_id, job_id) do update set answers = excluded.answers, at = excluded.at""")
                .params(person, job, Json.write(kept), Timestamp.from(clock.instant()))
                .update();
    }

    /** @param job on the panel at which the user stands */
    @Transactional(readOnly = true)
    LastAnswers of(PanelUser user, UUID job) {
        PersonView person = people.get(user.personId());
        JobView placed = places.placed(user, job);
        Optional<String> kept = jdbc.sql("select answers from last_answers where person_id = ? and job_id = ?")
                .params(person.id(), job)
                .query(String.class)
                .optional();
        String place = devices.get(user.deviceId()).place();
        return kept.map(json -> shown(Json.read(json, Answers.class), placed, person, place))
                .orElse(LastAnswers.NONE);
    }

    /** Answers that were kept, as they may be given again. */
    LastAnswers shown(Answers kept, JobView job, PersonView person, String place) {
        Map<UUID, List<BookEntry>> recipients = new HashMap<>();
        or(kept.recipients())
                .forEach((destination, values) -> recipients.put(
                        destination,
                        book.known(questions.reader(job, Optional.of(destination), person, place), values)));
        return new LastAnswers(
                true,
                Objects.requireNonNullElse(kept.destinations(), List.<UUID>of()),
                recipients,
                or(kept.folders()),
                or(kept.places()),
                book.known(
                        questions.reader(job, Optional.empty(), person, place),
                        Objects.requireNonNullElse(kept.copies(), List.<String>of())),
                Objects.requireNonNullElse(kept.subject(), ""),
                or(kept.settings()),
                or(kept.questions()));
    }

    private static <K, V> Map<K, V> or(@Nullable Map<K, V> map) {
        return Objects.requireNonNullElse(map, Map.of());
    }

    /** @param answers as they are kept */
    public record AnsweredJob(UUID job, Instant at, String answers) {}

    /** All that is kept of one person. */
    @Transactional(readOnly = true)
    public List<AnsweredJob> of(UUID person) {
        return jdbc.sql("select job_id, at, answers from last_answers where person_id = ? order by at desc")
                .param(person)
                .query((row, n) -> new AnsweredJob(
                        row.getObject(1, UUID.class), row.getTimestamp(2).toInstant(), row.getString(3)))
                .list();
    }
}
