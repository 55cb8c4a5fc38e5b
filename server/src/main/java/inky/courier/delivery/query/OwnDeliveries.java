package inky.courier.delivery.query;

import inky.courier.core.message.Message;
import inky.courier.delivery.DeliveryState;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
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
    private static final int LOOKED_AT = 40;
    private static final String COLUMNS =
            "select d.id, d.number, d.scanned_at, d.job_name, d.job_icon, d.file_name, d.pages, "
                    + "d.state, coalesce((select l.sentence from leg l where l.delivery_id = d.id and l.sentence <> '' "
                    + "and l.state in ('WAITING', 'STOPPED') order by l.position limit 1), d.trouble) from delivery d where d.person_id = ? ";

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
                .param(person)
                .query(OwnDeliveries::row)
                .list();
    }

    /** What they are to be told, as the jobs say, and have not yet been told at a panel. */
    @Transactional(readOnly = true)
    public List<OwnDelivery> news(UUID person) {
        return jdbc.sql(COLUMNS + "and d.notified <> '' and d.notified <> d.told_at_panel order by d.number desc limit "
                        + MOST_NEWS)
                .param(person)
                .query(OwnDeliveries::row)
                .list();
    }

    @Transactional
    public void seen(UUID person) {
        jdbc.sql("update delivery set told_at_panel = notified where person_id = ? and notified <> told_at_panel")
                .param(person)
                .update();
    }

    /** Addresses that they chose lately, the newest first. */
    @Transactional(readOnly = true)
    public List<String> recentRecipients(UUID person) {
        Set<String> addresses = new LinkedHashSet<>();
        jdbc.sql("select l.recipients from leg l join delivery d on d.id = l.delivery_id "
                        + "where d.person_id = ? and l.kind = 'MAIL_CHOSEN' order by d.number desc limit " + LOOKED_AT)
                .param(person)
                .query(String.class)
                .list()
                .forEach(json -> addresses.addAll(Json.read(json, new TypeReference<List<String>>() {})));
        return addresses.stream().limit(LATEST).toList();
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
