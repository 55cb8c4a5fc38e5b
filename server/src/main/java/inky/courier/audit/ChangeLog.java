package inky.courier.audit;

import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who changed what in the set-up, with before and after. Callers hand over what a browser may see: never a secret. */
@Service
public class ChangeLog {
    private static final int MOST = 500;

    private final JdbcClient jdbc;
    private final Clock clock;

    ChangeLog(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @param before empty when it was made, {@code after} when it was deleted; JSON */
    public record Change(
            long id,
            Instant at,
            String who,
            String kind,
            UUID subjectId,
            String subject,
            @Nullable String before,
            @Nullable String after) {}

    /** Part of the transaction that makes the change. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void record(String kind, UUID id, String subject, @Nullable Object before, @Nullable Object after) {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        jdbc.sql(
                        "insert into change_record (at, who, kind, subject_id, subject, before, after) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        OffsetDateTime.now(clock),
                        who == null ? "Courier" : who.getName(),
                        kind,
                        id,
                        subject,
                        before == null ? null : Json.write(before),
                        after == null ? null : Json.write(after))
                .update();
    }

    /** Newest first. @param before only older ones; 0 for the newest */
    List<Change> newest(long before, int limit) {
        return jdbc.sql("select * from change_record where (:before = 0 or id < :before) order by id desc limit :limit")
                .param("before", before)
                .param("limit", Math.min(Math.max(limit, 1), MOST))
                .query((row, n) -> new Change(
                        row.getLong("id"),
                        row.getObject("at", OffsetDateTime.class).toInstant(),
                        row.getString("who"),
                        row.getString("kind"),
                        row.getObject("subject_id", UUID.class),
                        row.getString("subject"),
                        row.getString("before"),
                        row.getString("after")))
                .list();
    }
}
