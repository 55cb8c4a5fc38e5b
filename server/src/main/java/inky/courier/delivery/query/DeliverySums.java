package inky.courier.delivery.query;

import inky.courier.delivery.DeliveryState;
import java.sql.Date;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How much was scanned, by day, device and job: of deliveries that are there, and of those that were removed. */
@Component
class DeliverySums {
    /** Of what came from none. */
    private static final UUID NO_DEVICE = new UUID(0, 0);

    private final JdbcClient jdbc;
    private final ZoneId zone;

    DeliverySums(JdbcClient jdbc, ZoneId zone) {
        this.jdbc = jdbc;
        this.zone = zone;
    }

    /** Deliveries of one day, device and job that ended in one way. @param bytes of their files */
    record Sum(
            LocalDate day, String device, String job, DeliveryState state, long deliveries, long pages, long bytes) {}

    /** Keeps what deliveries that are about to be removed add. */
    void add(List<UUID> ids) {
        jdbc.sql("""
                        insert into delivery_sum (day, device_id, device_name, job_id, job_name, state, deliveries, pages, bytes)
                        select cast(scanned_at at time zone :zone as date), coalesce(device_id, :none), max(device_name), job_id, max(job_name),
                            state, count(*), sum(pages), sum(file_bytes)
                        from delivery where id in (:ids) group by 1, 2, job_id, state
                        on conflict (day, device_id, job_id, state) do update set
                            deliveries = delivery_sum.deliveries + excluded.deliveries,
                            pages = delivery_sum.pages + excluded.pages, bytes = delivery_sum.bytes + excluded.bytes""")
                .param("zone", zone.getId())
                .param("none", NO_DEVICE)
                .param("ids", ids)
                .update();
    }

    /**
     * What was delivered in these days, whether the lines are still there or not, in the order of the days.
     *
     * @param from the first day
     * @param until the last day
     */
    void read(LocalDate from, LocalDate until, Consumer<Sum> to) {
        jdbc.sql("""
                        select day, device_name, job_name, state, sum(deliveries) as deliveries, sum(pages) as pages, sum(bytes) as bytes from (
                            select day, device_id, device_name, job_id, job_name, state, deliveries, pages, bytes
                            from delivery_sum where day between :from and :until
                            union all
                            select cast(scanned_at at time zone :zone as date), coalesce(device_id, :none), max(device_name), job_id, max(job_name),
                                state, count(*), sum(pages), sum(file_bytes)
                            from delivery where scanned_at >= :start and scanned_at < :end group by 1, 2, job_id, state) s
                        group by day, device_id, device_name, job_id, job_name, state order by day, device_name, job_name, state""")
                .param("from", Date.valueOf(from))
                .param("until", Date.valueOf(until))
                .param("zone", zone.getId())
                .param("none", NO_DEVICE)
                .param("start", start(from))
                .param("end", start(until.plusDays(1)))
                .query(r -> {
                    to.accept(new Sum(
                            r.getObject("day", LocalDate.class),
                            r.getString("device_name"),
                            r.getString("job_name"),
                            DeliveryState.valueOf(r.getString("state")),
                            r.getLong("deliveries"),
                            r.getLong("pages"),
                            r.getLong("bytes")));
                });
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }
}
