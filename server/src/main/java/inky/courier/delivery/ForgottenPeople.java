package inky.courier.delivery;

import inky.courier.core.message.Message;
import inky.courier.scan.ScanService;
import inky.courier.web.Refusal;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Deliveries of people who are to be forgotten. What they scanned goes at once; when, where and by which job something was
 * scanned, and whether it arrived, stays for the record without their name.
 */
@Service
public class ForgottenPeople {
    /** Whose deliveries are nobody's any more. */
    private static final UUID NOBODY = new UUID(0, 0);

    private static final List<String> OVER =
            List.of(DeliveryState.ACCEPTED.name(), DeliveryState.CALLED_OFF.name(), DeliveryState.STOPPED.name());

    private final JdbcClient jdbc;
    private final Deliveries deliveries;
    private final Contents contents;
    private final ScanService scans;
    private final EntityManager entities;

    ForgottenPeople(
            JdbcClient jdbc, Deliveries deliveries, Contents contents, ScanService scans, EntityManager entities) {
        this.jdbc = jdbc;
        this.deliveries = deliveries;
        this.contents = contents;
        this.scans = scans;
        this.entities = entities;
    }

    /** @param underWay of them that may still go @param withContents whose pages and files are still here */
    public record OfPerson(int deliveries, int underWay, int withContents) {}

    @Transactional(readOnly = true)
    public OfPerson of(UUID person) {
        return jdbc.sql("""
                        select count(*), count(*) filter (where state not in (:over)),
                            count(*) filter (where contents_removed_at is null)
                        from delivery where person_id = :person""")
                .param("over", OVER)
                .param("person", person)
                .query((row, n) -> new OfPerson(row.getInt(1), row.getInt(2), row.getInt(3)))
                .single();
    }

    /** @throws Refusal while something of theirs may still go */
    @Transactional(propagation = Propagation.MANDATORY)
    public void forget(UUID person) {
        int underWay = of(person).underWay;
        if (underWay > 0) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "person.under-way",
                    Message.of("problem.person.under-way").with("n", underWay),
                    Message.of("problem.person.under-way.remedy"));
        }
        List<UUID> full = jdbc.sql("select id from delivery where person_id = ? and contents_removed_at is null")
                .param(person)
                .query(UUID.class)
                .list();
        full.forEach(id -> deliveries.changes(id, change -> {
            contents.remove(change.delivery());
            change.delivery().contentsRemovedAt = change.now();
        }));
        scans.removeUnsentOf(person);
        // What follows goes past the entities, and must not be undone by what they remember.
        entities.flush();
        entities.clear();
        // Names of files, addresses and what far sides have said may name them, too.
        jdbc.sql("delete from delivery_step where delivery_id in (select id from delivery where person_id = ?)")
                .param(person)
                .update();
        jdbc.sql("""
                        update leg set version = version + 1, recipients = '[]', copies = '[]', recipient_outcomes = '[]', below = '',
                            reply = '', sentence = '', remedy = '', landed = '', label = kind
                        where delivery_id in (select id from delivery where person_id = ?)""").param(person).update();
        jdbc.sql("""
                        update delivery set version = version + 1, person_id = :nobody, person_name = '', person_login = '',
                            person_email = '', person_group = '', file_name = '', trouble = ''
                        where person_id = :person""").param("nobody", NOBODY).param("person", person).update();
    }
}
