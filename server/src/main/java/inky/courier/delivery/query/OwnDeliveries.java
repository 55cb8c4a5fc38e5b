package inky.courier.delivery.query;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.delivery.DeliveryState;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** What a person may see of their own deliveries at a device. */
@Component
public class OwnDeliveries {
    private static final int LATEST = 8;
    private static final int MOST_NEWS = 5;

    private static final String COLUMNS =
            "select d.id, d.number, d.scanned_at, d.job_name, d.job_icon, d.file_name, d.pages, "
                    + "d.state, coalesce((select l.sentence from leg l where l.delivery_id = d.id and l.sentence <> '' "
                    + "and l.state in ('WAITING', 'STOPPED') order by l.position limit 1), d.trouble) from delivery d where d.person_id = :person ";

    private final JdbcClient jdbc;

    OwnDeliveries(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** @param sentence what holds it up; empty when nothing does */
    public record OwnDelivery(
            UUID id,
            long number,
            Instant at,
            String jobName,
            String jobIcon,
            String fileName,
            int pages,
            DeliveryState state,
            Message sentence) {}

    /**
     * One way that it went or goes.
     *
     * @param deviceId of which the destination is a part; absent for any other
     * @param recipients of a mail
     * @param sentence what holds it up; empty when nothing does
     * @param landed where it is, once it arrived
     * @param ended whether it arrived, or failed by itself: it can go once more
     */
    public record OwnWay(
            UUID legId,
            @Nullable UUID destinationId,
            @Nullable UUID deviceId,
            String label,
            List<String> recipients,
            LegPhase state,
            Message sentence,
            Message landed,
            @Nullable Instant acceptedAt,
            boolean ended) {}

    /** The ways of one of theirs, in the order in which they were begun. */
    @Transactional(readOnly = true)
    public List<OwnWay> ways(UUID person, UUID id) {
        return jdbc.sql("""
                        select l.id, l.destination_id, l.label, l.recipients, l.state,
                            case when l.state in ('WAITING', 'STOPPED') then l.sentence else '' end, l.landed, l.accepted_at,
                            l.kind, d.device_id, l.state = 'ACCEPTED' or l.state = 'STOPPED' and l.cause <> ?
                        from leg l join delivery d on d.id = l.delivery_id
                        where d.id = ? and d.person_id = ? order by l.position""")
                .params(Setback.CALLED_OFF, id, person)
                .query((row, n) -> new OwnWay(
                        row.getObject(1, UUID.class),
                        row.getObject(2, UUID.class),
                        DestinationKind.valueOf(row.getString(9)).isAtTheDevice()
                                ? row.getObject(10, UUID.class)
                                : null,
                        row.getString(3),
                        Json.read(row.getString(4), new TypeReference<List<String>>() {}),
                        LegPhase.valueOf(row.getString(5)),
                        MessageColumn.read(row.getString(6)),
                        MessageColumn.read(row.getString(7)),
                        Optional.ofNullable(row.getObject(8, OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null),
                        row.getBoolean(11)))
                .list();
    }

    /** Whether its files are still kept. */
    @Transactional(readOnly = true)
    public boolean isKept(UUID person, UUID id) {
        return jdbc.sql("select contents_removed_at is null from delivery where id = ? and person_id = ?")
                .params(id, person)
                .query(Boolean.class)
                .optional()
                .orElse(false);
    }

    @Transactional(readOnly = true)
    public List<OwnDelivery> latest(UUID person) {
        return jdbc.sql(COLUMNS + "order by d.number desc limit " + LATEST)
                .param("person", person)
                .query(OwnDeliveries::row)
                .list();
    }

    /** Some of theirs, the newest first; none of anybody else's. */
    @Transactional(readOnly = true)
    public List<OwnDelivery> of(UUID person, Collection<UUID> ids) {
        return ids.isEmpty()
                ? List.of()
                : jdbc.sql(COLUMNS + "and d.id in (:ids) order by d.number desc")
                        .param("person", person)
                        .param("ids", ids)
                        .query(OwnDeliveries::row)
                        .list();
    }

    /** The ids of their newest. */
    @Transactional(readOnly = true)
    public List<UUID> latestIds(UUID person, int most) {
        return jdbc.sql("select id from delivery where person_id = ? order by number desc limit ?")
                .params(person, most)
                .query(UUID.class)
                .list();
    }

    /** A device that they used. @param last when something was scanned there last */
    public record UsedDevice(UUID deviceId, String name, int deliveries, Instant last) {}

    /** Those of the last weeks, the most used first. */
    @Transactional(readOnly = true)
    public List<UsedDevice> devices(UUID person, Instant since) {
        return jdbc.sql("""
                        select device_id, max(device_name), count(*), max(scanned_at) from delivery
                        where person_id = ? and scanned_at >= ? and device_id is not null
                        group by device_id order by count(*) desc, max(device_name)""")
                .params(person, since.atOffset(ZoneOffset.UTC))
                .query((row, n) -> new UsedDevice(
                        row.getObject(1, UUID.class),
                        row.getString(2),
                        row.getInt(3),
                        row.getObject(4, OffsetDateTime.class).toInstant()))
                .list();
    }

    /** All that are known, the newest first. @param most of them */
    @Transactional(readOnly = true)
    public List<OwnDelivery> all(UUID person, int most) {
        return jdbc.sql(COLUMNS + "order by d.number desc limit " + most)
                .param("person", person)
                .query(OwnDeliveries::row)
                .list();
    }

    /** What they are to be told, as the jobs say, and have not yet been told at a panel. */
    @Transactional(readOnly = true)
    public List<OwnDelivery> news(UUID person) {
        return jdbc.sql(COLUMNS + "and d.notified <> '' and d.notified <> d.told_at_panel order by d.number desc limit "
                        + MOST_NEWS)
                .param("person", person)
                .query(OwnDeliveries::row)
                .list();
    }

    @Transactional
    public void seen(UUID person) {
        jdbc.sql("update delivery set told_at_panel = notified where person_id = ? and notified <> told_at_panel")
                .param(person)
                .update();
    }

    private static OwnDelivery row(ResultSet row, int n) throws SQLException {
        return new OwnDelivery(
                row.getObject(1, UUID.class),
                row.getLong(2),
                row.getObject(3, OffsetDateTime.class).toInstant(),
                row.getString(4),
                row.getString(5),
                row.getString(6),
                row.getInt(7),
                DeliveryState.valueOf(row.getString(8)),
                MessageColumn.read(row.getString(9)));
    }
}
