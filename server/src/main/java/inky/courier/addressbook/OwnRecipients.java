package inky.courier.addressbook;

import inky.courier.core.Invalid;
import inky.courier.core.contact.Contact;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Whom a person sent to last, and whom they keep at hand. Addresses that differ in capitals alone are one. */
@Component
class OwnRecipients {
    /** Older ones are forgotten when a newer one comes. */
    private static final int MOST_RECENT = 30;

    private static final int MOST_FAVOURITES = 60;

    private final JdbcClient jdbc;
    private final Clock clock;

    OwnRecipients(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<String> recent(UUID person) {
        return jdbc.sql("select value from person_recipient where person_id = ? and used_at is not null "
                        + "order by used_at desc, key")
                .param(person)
                .query(String.class)
                .list();
    }

    @Transactional(readOnly = true)
    public List<String> favourites(UUID person) {
        return jdbc.sql("select value from person_recipient where person_id = ? and favourite order by key")
                .param(person)
                .query(String.class)
                .list();
    }

    @Transactional
    public void used(UUID person, List<String> values) {
        Timestamp now = Timestamp.from(clock.instant());
        // In one order, so that two who do so at once never wait for each other in a circle.
        values.stream()
                .sorted(Comparator.comparing(Contact::key))
                .forEach(value -> jdbc.sql("""
                        insert into person_recipient (person_id, key, value, used_at) values (?, ?, ?, ?)
                        on conflict (person_id, key) do update set value = excluded.value, used_at = excluded.used_at""")
                        .params(person, Contact.key(value), value, now)
                        .update());
        jdbc.sql("""
                        with old as (
                            select key from person_recipient where person_id = :person and used_at is not null
                            order by used_at desc, key offset :most),
                        gone as (
                            delete from person_recipient where person_id = :person and not favourite
                            and key in (select key from old))
                        update person_recipient set used_at = null
                        where person_id = :person and favourite and key in (select key from old)""").param("person", person).param("most", MOST_RECENT).update();
    }

    /** That they sent to it is known no more; a favourite stays one. */
    @Transactional
    public void forget(UUID person, String value) {
        jdbc.sql("update person_recipient set used_at = null where person_id = ? and key = ? and favourite")
                .params(person, Contact.key(value))
                .update();
        jdbc.sql("delete from person_recipient where person_id = ? and key = ? and not favourite")
                .params(person, Contact.key(value))
                .update();
    }

    @Transactional
    public void setFavourite(UUID person, String value, boolean wanted) {
        if (!wanted) {
            jdbc.sql("delete from person_recipient where person_id = ? and key = ? and used_at is null")
                    .params(person, Contact.key(value))
                    .update();
            jdbc.sql("update person_recipient set favourite = false where person_id = ? and key = ?")
                    .params(person, Contact.key(value))
                    .update();
            return;
        }
        if (favourites(person).size() >= MOST_FAVOURITES) {
            throw Invalid.of("recipients.favourites", "value");
        }
        jdbc.sql("""
                        insert into person_recipient (person_id, key, value, favourite) values (?, ?, ?, true)
                        on conflict (person_id, key) do update set favourite = true""").params(person, Contact.key(value), value).update();
    }
}
