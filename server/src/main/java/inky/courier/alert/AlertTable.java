package inky.courier.alert;

import inky.courier.core.alert.AlertBook;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertWeight;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.message.Message;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Alerts as they are kept. */
@Component
class AlertTable {
    private static final String ALL = "select * from alert where ";

    private final JdbcClient jdbc;

    AlertTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * One as it is kept.
     *
     * @param since when what it is of began, and {@code beganAt} when it became an alert; absent while it is only watched
     * @param seenAt when it was so last
     * @param takenBy empty while nobody has taken it
     */
    record Alert(
            UUID id,
            String key,
            AlertRule rule,
            String cause,
            String place,
            AlertWeight weight,
            Message sentence,
            Message remedy,
            List<Concern> concerns,
            Instant since,
            @Nullable Instant beganAt,
            Instant seenAt,
            @Nullable Instant endedAt,
            String takenBy,
            @Nullable Instant takenAt,
            @Nullable Instant putOffUntil,
            @Nullable Instant toldAt) {
        AlertBook.Known known() {
            return new AlertBook.Known(
                    key, beganAt == null ? AlertBook.State.WATCHED : AlertBook.State.OPEN, since, seenAt);
        }

        boolean isPutOff(Instant now) {
            return putOffUntil != null && putOffUntil.isAfter(now);
        }
    }

    List<Alert> notEnded() {
        return jdbc.sql(ALL + "ended_at is null order by key")
                .query(AlertTable::read)
                .list();
    }

    List<Alert> open() {
        return jdbc.sql(ALL + "ended_at is null and began_at is not null order by began_at")
                .query(AlertTable::read)
                .list();
    }

    /** The latest first. */
    List<Alert> ended(int most) {
        return jdbc.sql(ALL + "ended_at is not null order by ended_at desc limit ?")
                .param(most)
                .query(AlertTable::read)
                .list();
    }

    List<Alert> endedSince(Instant since) {
        return jdbc.sql(ALL + "ended_at >= ? order by ended_at")
                .param(at(since))
                .query(AlertTable::read)
                .list();
    }

    Optional<Alert> find(UUID id) {
        return jdbc.sql(ALL + "id = ? and began_at is not null")
                .param(id)
                .query(AlertTable::read)
                .optional();
    }

    void begin(AlertBook.Begin begin, UUID id, Instant now) {
        Sign sign = begin.sign();
        jdbc.sql(
                        "insert into alert (id, key, rule, cause, place, state, weight, sentence, remedy, concerns, since, began_at, seen_at) "
                                + "values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing")
                .params(
                        id,
                        begin.key(),
                        sign.rule().name(),
                        sign.cause(),
                        sign.place(),
                        begin.state().name(),
                        begin.weight().name(),
                        MessageColumn.write(sign.sentence()),
                        MessageColumn.write(sign.remedy()),
                        Json.write(sign.concerns()),
                        at(begin.since()),
                        begin.state() == AlertBook.State.OPEN ? at(now) : null,
                        at(now))
                .update();
    }

    void renew(AlertBook.Renew renew, Instant now) {
        Sign sign = renew.sign();
        jdbc.sql(
                        "update alert set place = ?, weight = ?, sentence = ?, remedy = ?, concerns = ?, seen_at = ?, state = ?, "
                                + "began_at = coalesce(began_at, ?) where key = ? and ended_at is null")
                .params(
                        sign.place(),
                        renew.weight().name(),
                        MessageColumn.write(sign.sentence()),
                        MessageColumn.write(sign.remedy()),
                        Json.write(sign.concerns()),
                        at(now),
                        renew.state().name(),
                        renew.state() == AlertBook.State.OPEN ? at(now) : null,
                        renew.key())
                .update();
    }

    /** What was only watched is forgotten. */
    void end(String key, Instant now) {
        jdbc.sql("delete from alert where key = ? and ended_at is null and began_at is null")
                .param(key)
                .update();
        jdbc.sql("update alert set ended_at = ?, state = 'ENDED' where key = ? and ended_at is null")
                .params(at(now), key)
                .update();
    }

    void take(UUID id, String who, @Nullable Instant now) {
        jdbc.sql("update alert set taken_by = ?, taken_at = ? where id = ?")
                .params(who, now == null ? null : at(now), id)
                .update();
    }

    void putOff(UUID id, @Nullable Instant until) {
        jdbc.sql("update alert set put_off_until = ? where id = ?")
                .params(until == null ? null : at(until), id)
                .update();
    }

    void told(List<UUID> ids, Instant now) {
        jdbc.sql("update alert set told_at = coalesce(told_at, :now) where id in (:ids)")
                .param("now", at(now))
                .param("ids", ids)
                .update();
    }

    /** Of which other programs have not been told that it began, or that what they know of has ended. */
    List<Alert> unhooked() {
        return jdbc.sql(ALL
                        + "began_at is not null and (ended_at is null and hooked = '' or ended_at is not null and hooked = 'BEGAN') "
                        + "order by began_at")
                .query(AlertTable::read)
                .list();
    }

    void hooked(UUID id, String what) {
        jdbc.sql("update alert set hooked = ? where id = ?").params(what, id).update();
    }

    void forgetEndedBefore(Instant before) {
        jdbc.sql("delete from alert where ended_at < ?").param(at(before)).update();
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        Timestamp at = row.getTimestamp(column);
        return at == null ? null : at.toInstant();
    }

    private static Alert read(ResultSet row, int number) throws SQLException {
        return new Alert(
                row.getObject("id", UUID.class),
                row.getString("key"),
                AlertRule.valueOf(row.getString("rule")),
                row.getString("cause"),
                row.getString("place"),
                AlertWeight.valueOf(row.getString("weight")),
                MessageColumn.read(row.getString("sentence")),
                MessageColumn.read(row.getString("remedy")),
                List.of(Json.read(row.getString("concerns"), Concern[].class)),
                row.getTimestamp("since").toInstant(),
                instant(row, "began_at"),
                row.getTimestamp("seen_at").toInstant(),
                instant(row, "ended_at"),
                row.getString("taken_by"),
                instant(row, "taken_at"),
                instant(row, "put_off_until"),
                instant(row, "told_at"));
    }
}
