package inky.courier.delivery.query;

import inky.courier.core.message.Message;
import inky.courier.delivery.DeliveryState;
import inky.courier.web.MessageColumn;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

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
