package inky.courier.audit;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who came in and who did not, and from where. What a stranger typed is not kept: it may be a password in the wrong field.
 */
@Service
public class SecurityLog {
    private static final int MOST = 500;

    /** As long as an office's auditors usually look back. */
    static final Duration KEPT = Duration.ofDays(400);

    private final JdbcClient jdbc;
    private final Clock clock;

    SecurityLog(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public enum Event {
        SIGNED_IN,
        SIGNED_OUT,
        FAILED,
        SLOWED,
        UNLOCKED,
        PASSWORD_CHANGED,
        ADMINISTRATOR_MADE,
        EXPORTED,
        DOWNLOADED
    }

    /**
     * @param who a person or an account that exists; empty for a stranger
     * @param door where: the desk, a panel, a download link
     * @param source the address it came from
     * @param words more, for some; empty otherwise
     */
    public record Record(long id, Instant at, Event what, String who, String door, String source, String words) {}

    @Transactional
    public void note(Event what, String who, String door, String source, String words) {
        jdbc.sql("insert into security_record (at, what, who, door, source, words) values (?, ?, ?, ?, ?, ?)")
                .params(OffsetDateTime.now(clock), what.name(), who, door, source, words)
                .update();
    }

    /** Newest first. @param before only older ones; 0 for the newest @param what only these; none for all */
    @Transactional(readOnly = true)
    public List<Record> newest(long before, int limit, List<Event> what) {
        return jdbc.sql(
                        "select * from security_record where (:before = 0 or id < :before) and (:all or what in (:what)) "
                                + "order by id desc limit :limit")
                .param("before", before)
                .param("all", what.isEmpty())
                .param(
                        "what",
                        what.isEmpty()
                                ? List.of("")
                                : what.stream().map(Enum::name).toList())
                .param("limit", Math.min(Math.max(limit, 1), MOST))
                .query((row, n) -> new Record(
                        row.getLong("id"),
                        row.getObject("at", OffsetDateTime.class).toInstant(),
                        Event.valueOf(row.getString("what")),
                        row.getString("who"),
                        row.getString("door"),
                        row.getString("source"),
                        row.getString("words")))
                .list();
    }

    /** @return how many wrong PINs there were since */
    @Transactional(readOnly = true)
    public int failedSince(Instant since, String door) {
        return jdbc.sql("select count(*) from security_record where at >= ? and what = 'FAILED' and door like ?")
                .params(since.atOffset(java.time.ZoneOffset.UTC), door + "%")
                .query(Integer.class)
                .single();
    }

    @Transactional
    public void forget() {
        jdbc.sql("delete from security_record where at < ?")
                .param(OffsetDateTime.now(clock).minus(KEPT))
                .update();
    }
}
