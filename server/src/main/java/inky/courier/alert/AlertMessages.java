package inky.courier.alert;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.core.message.Message;
import inky.courier.queue.Queue;
import inky.courier.web.MessageColumn;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is to be said of alerts, kept until it has been taken. */
@Component
class AlertMessages {
    /** One for each message, named by its id. */
    static final TaskDescriptor<Void> TELL = TaskDescriptor.of("tell-alert");

    private final JdbcClient jdbc;
    private final Queue queue;

    AlertMessages(JdbcClient jdbc, Queue queue) {
        this.jdbc = jdbc;
        this.queue = queue;
    }

    enum Kind {
        MAIL,
        WEBHOOK
    }

    /**
     * @param target an address of mail or of the web
     * @param subject of a mail; empty of others
     * @param tries that failed until now, with the {@code trouble} of the last
     */
    record AlertMessage(
            UUID id,
            Kind kind,
            String target,
            String subject,
            String body,
            Instant createdAt,
            int tries,
            Message trouble) {}

    void add(Kind kind, String target, String subject, String body, Instant now) {
        UUID id = UUID.randomUUID();
        jdbc.sql("insert into alert_message (id, kind, target, subject, body, created_at) values (?, ?, ?, ?, ?, ?)")
                .params(id, kind.name(), target, subject, body, at(now))
                .update();
        queue.add(TELL, id);
    }

    Optional<AlertMessage> find(UUID id) {
        return jdbc.sql("select * from alert_message where id = ?")
                .param(id)
                .query((row, n) -> read(row))
                .optional();
    }

    /** Those that could not be said yet. */
    List<AlertMessage> inTrouble() {
        return jdbc.sql("select * from alert_message where tries > 0 order by created_at")
                .query((row, n) -> read(row))
                .list();
    }

    void failed(UUID id, Message trouble) {
        jdbc.sql("update alert_message set tries = tries + 1, trouble = ? where id = ?")
                .params(MessageColumn.write(trouble), id)
                .update();
    }

    void remove(UUID id) {
        jdbc.sql("delete from alert_message where id = ?").param(id).update();
    }

    /** @return whether the daily mail of that day had not been begun */
    boolean beginDigest(LocalDate day) {
        jdbc.sql("delete from alert_digest where day < ?")
                .param(Date.valueOf(day.minusDays(2)))
                .update();
        return jdbc.sql("insert into alert_digest (day) values (?) on conflict do nothing")
                        .param(Date.valueOf(day))
                        .update()
                == 1;
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }

    private static AlertMessage read(ResultSet row) throws SQLException {
        return new AlertMessage(
                row.getObject("id", UUID.class),
                Kind.valueOf(row.getString("kind")),
                row.getString("target"),
                row.getString("subject"),
                row.getString("body"),
                row.getTimestamp("created_at").toInstant(),
                row.getInt("tries"),
                MessageColumn.read(row.getString("trouble")));
    }
}
