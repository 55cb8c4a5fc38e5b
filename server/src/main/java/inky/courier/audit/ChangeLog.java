package inky.courier.audit;

import inky.courier.core.office.ItemKind;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Who changed what in the set-up, with before and after. Callers hand over what a browser may see: never an open secret. */
@Service
public class ChangeLog {
    private static final int MOST = 500;

    /** How long a password that was replaced is kept, sealed, so that the change can be undone. */
    private static final Duration SECRETS_KEPT = Duration.ofDays(1);

    private final JdbcClient jdbc;
    private final Clock clock;

    ChangeLog(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A change of an item of the set-up, about to be written.
     *
     * @param together the same for all changes that were made together
     * @param before JSON of the item; absent when it is new, {@code after} when it is deleted
     * @param secrets names of those that were changed
     * @param sealed the item's secrets before, sealed, by name
     */
    public record Entry(
            UUID together,
            ItemKind kind,
            UUID id,
            String subject,
            @Nullable String before,
            @Nullable String after,
            List<String> secrets,
            Map<String, byte[]> sealed) {}

    /**
     * A change as it is kept.
     *
     * @param kind in words
     * @param itemKind absent for what is no item of the set-up, and for what was changed before items were kept
     * @param before absent when it was made, {@code after} when it was deleted; JSON
     * @param undone whether it was taken back
     */
    public record Record(
            long id,
            Instant at,
            String who,
            String kind,
            @Nullable ItemKind itemKind,
            UUID subjectId,
            String subject,
            @Nullable String before,
            @Nullable String after,
            List<String> secrets,
            Map<String, byte[]> sealed,
            boolean undone) {}

    /** Part of the transaction that makes the change. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void record(String kind, UUID id, String subject, @Nullable Object before, @Nullable Object after) {
        jdbc.sql(
                        "insert into change_record (at, who, kind, subject_id, subject, before, after) values (?, ?, ?, ?, ?, ?, ?)")
                .params(OffsetDateTime.now(clock), who(), kind, id, subject, written(before), written(after))
                .update();
    }

    @Nullable
    private static String written(@Nullable Object value) {
        return value == null ? null : Json.write(value);
    }

    private static String who() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null ? "Courier" : who.getName();
    }

    /** The same for an item of the set-up, which can be undone. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void record(Entry entry) {
        jdbc.sql("""
                        insert into change_record
                            (at, who, kind, subject_id, subject, before, after, together, item_kind, secrets, sealed)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        OffsetDateTime.now(clock),
                        who(),
                        entry.kind.words(),
                        entry.id,
                        entry.subject,
                        entry.before,
                        entry.after,
                        entry.together,
                        entry.kind.name(),
                        String.join(",", entry.secrets),
                        Json.write(entry.sealed))
                .update();
    }

    /**
     * Newest first.
     *
     * @param before only older ones; 0 for the newest
     * @param words that a subject, its kind or a person holds; empty for all
     * @param until the last moment; absent for now
     */
    @Transactional(readOnly = true)
    public List<Record> newest(long before, int limit, String words, @Nullable Instant until) {
        return jdbc.sql("""
                        select * from change_record
                        where (:before = 0 or id < :before) and at <= :until
                            and (:words = '' or strpos(lower(who || ' ' || kind || ' ' || subject), lower(:words)) > 0)
                        order by id desc limit :limit
                        """)
                .param("before", before)
                .param("words", words.strip())
                .param("until", (until == null ? clock.instant() : until).atOffset(ZoneOffset.UTC))
                .param("limit", Math.min(Math.max(limit, 1), MOST))
                .query(ChangeLog::read)
                .list();
    }

    /** The last change of a subject. */
    @Transactional(readOnly = true)
    public Optional<Record> lastOf(UUID subjectId) {
        return jdbc.sql("select * from change_record where subject_id = ? order by id desc limit 1")
                .param(subjectId)
                .query(ChangeLog::read)
                .optional();
    }

    /** All that is known of an item of the set-up, the newest first; no more than a list shows. */
    @Transactional(readOnly = true)
    public List<Record> of(ItemKind kind, UUID id) {
        return jdbc.sql("""
                        select * from change_record where item_kind = :kind and subject_id = :id
                        order by id desc limit :limit
                        """)
                .param("kind", kind.name())
                .param("id", id)
                .param("limit", MOST)
                .query(ChangeLog::read)
                .list();
    }

    /** The last changes of items of a kind that were not deleted, the newest first. */
    @Transactional(readOnly = true)
    public List<Record> newest(ItemKind kind, int limit) {
        return jdbc.sql("""
                        select * from change_record where item_kind = :kind and after is not null
                        order by id desc limit :limit
                        """)
                .param("kind", kind.name())
                .param("limit", Math.min(Math.max(limit, 1), MOST))
                .query(ChangeLog::read)
                .list();
    }

    /** What is known of a subject that is no item of the set-up, the newest first. */
    @Transactional(readOnly = true)
    public List<Record> about(UUID subjectId) {
        return jdbc.sql("select * from change_record where subject_id = ? order by id desc limit " + MOST)
                .param(subjectId)
                .query(ChangeLog::read)
                .list();
    }

    /** How many changes of a subject are known. */
    @Transactional(readOnly = true)
    public int count(UUID subjectId) {
        return jdbc.sql("select count(*) from change_record where subject_id = ?")
                .param(subjectId)
                .query(Integer.class)
                .single();
    }

    /** That somebody was changed, when and by whom stays; who they were does not. @param name that stands for them from then on */
    @Transactional(propagation = Propagation.MANDATORY)
    public void forget(UUID subjectId, String name) {
        jdbc.sql(
                        "update change_record set subject = ?, before = null, after = null, sealed = '{}' where subject_id = ?")
                .params(name, subjectId)
                .update();
    }

    /** The same for all that somebody changed themselves. @param who as they were written down */
    @Transactional(propagation = Propagation.MANDATORY)
    public void forgetBy(String who, String name) {
        jdbc.sql(
                        "update change_record set who = ?, subject = ?, before = null, after = null, sealed = '{}' where who = ?")
                .params(name, name, who)
                .update();
    }

    /** One change. */
    @Transactional(readOnly = true)
    public Optional<Record> find(long id) {
        return jdbc.sql("select * from change_record where id = ?")
                .param(id)
                .query(ChangeLog::read)
                .optional();
    }

    /** A change and those that were made together with it; itself alone for what is no item. */
    @Transactional(readOnly = true)
    public List<Record> madeTogetherWith(long id) {
        return jdbc.sql("""
                        select * from change_record
                        where id = :id or together = (select together from change_record where id = :id)
                        order by id
                        """).param("id", id).query(ChangeLog::read).list();
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void undone(long id) {
        jdbc.sql("update change_record set undone = true where id = ?")
                .param(id)
                .update();
    }

    /** Whether the secrets from before a change are kept no longer. */
    public boolean isForgotten(Record record) {
        return record.at.isBefore(clock.instant().minus(SECRETS_KEPT));
    }

    /** Replaced passwords are kept no longer than somebody may think better of it. */
    @Transactional
    public void forgetSecrets() {
        jdbc.sql("update change_record set sealed = '{}' where sealed <> '{}' and at < ?")
                .param(OffsetDateTime.now(clock).minus(SECRETS_KEPT))
                .update();
    }

    private static Record read(ResultSet row, int n) throws SQLException {
        String kind = row.getString("item_kind");
        String secrets = row.getString("secrets");
        return new Record(
                row.getLong("id"),
                row.getObject("at", OffsetDateTime.class).toInstant(),
                row.getString("who"),
                row.getString("kind"),
                kind == null ? null : ItemKind.valueOf(kind),
                row.getObject("subject_id", UUID.class),
                row.getString("subject"),
                row.getString("before"),
                row.getString("after"),
                secrets.isEmpty() ? List.of() : Arrays.asList(secrets.split(",")),
                Json.read(row.getString("sealed"), new TypeReference<Map<String, byte[]>>() {}),
                row.getBoolean("undone"));
    }
}
