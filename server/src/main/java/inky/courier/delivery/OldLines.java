package inky.courier.delivery;

import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.store.Transactions;
import java.sql.Date;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Removes what is left of deliveries after years: their lines with steps, legs and scans. Their sums stay. */
@Component
public class OldLines {
    private static final Logger LOG = LoggerFactory.getLogger(OldLines.class);
    private static final int AT_ONCE = 500;

    /** The first round of a large office must not hold up what else is to be removed. */
    private static final int MOST_A_ROUND = 20_000;

    private final JdbcClient jdbc;
    private final Transactions transactions;
    private final ScanService scans;
    private final Settings settings;
    private final Clock clock;
    private final ZoneId zone;

    OldLines(
            JdbcClient jdbc,
            Transactions transactions,
            ScanService scans,
            Settings settings,
            Clock clock,
            ZoneId zone) {
        this.jdbc = jdbc;
        this.transactions = transactions;
        this.scans = scans;
        this.settings = settings;
        this.clock = clock;
        this.zone = zone;
    }

    /** Deliveries of one day, device and job that ended in one way. @param bytes of their files */
    public record Sum(
            LocalDate day, String device, String job, DeliveryState state, long deliveries, long pages, long bytes) {}

    /** @return how many deliveries are gone */
    public int run() {
        int days = settings.read().keepLinesDays();
        if (days == Settings.FOR_EVER) {
            return 0;
        }
        Instant before = clock.instant().minus(Duration.ofDays(days));
        int removed = 0;
        int gone;
        do {
            gone = transactions.execute(status -> removeSome(before));
            removed += gone;
        } while (gone == AT_ONCE && removed < MOST_A_ROUND);
        if (removed > 0) {
            LOG.info("removed {} deliveries of before {} and kept their sums", removed, before);
        }
        return removed;
    }

    private record Old(UUID id, UUID scanId) {}

    private int removeSome(Instant before) {
        List<Old> old = jdbc.sql(
                        "select id, scan_id from delivery where scanned_at < ? and contents_removed_at is not null "
                                + "and state in ('ACCEPTED', 'STOPPED', 'CALLED_OFF') order by scanned_at limit ? "
                                + "for update skip locked")
                .params(before.atOffset(ZoneOffset.UTC), AT_ONCE)
                .query((r, n) -> new Old(r.getObject(1, UUID.class), r.getObject(2, UUID.class)))
                .list();
        if (old.isEmpty()) {
            return 0;
        }
        List<UUID> ids = old.stream().map(Old::id).toList();
        jdbc.sql("""
                        insert into delivery_sum (day, device_id, device_name, job_id, job_name, state, deliveries, pages, bytes)
                        select cast(scanned_at at time zone :zone as date), device_id, max(device_name), job_id, max(job_name),
                            state, count(*), sum(pages), sum(file_bytes)
                        from delivery where id in (:ids) group by 1, device_id, job_id, state
                        on conflict (day, device_id, job_id, state) do update set
                            deliveries = delivery_sum.deliveries + excluded.deliveries,
                            pages = delivery_sum.pages + excluded.pages, bytes = delivery_sum.bytes + excluded.bytes""").param("zone", zone.getId()).param("ids", ids).update();
        jdbc.sql("delete from delivery where id in (:ids)").param("ids", ids).update();
        scans.forget(old.stream().map(Old::scanId).filter(Objects::nonNull).toList());
        return old.size();
    }

    /**
     * What was delivered in these days, whether the lines are still there or not, in the order of the days.
     *
     * @param from the first day
     * @param until the last day
     */
    public void sums(LocalDate from, LocalDate until, Consumer<Sum> to) {
        jdbc.sql("""
                        select day, device_name, job_name, state, sum(deliveries) as deliveries, sum(pages) as pages, sum(bytes) as bytes from (
                            select day, device_id, device_name, job_id, job_name, state, deliveries, pages, bytes
                            from delivery_sum where day between :from and :until
                            union all
                            select cast(scanned_at at time zone :zone as date), device_id, max(device_name), job_id, max(job_name),
                                state, count(*), sum(pages), sum(file_bytes)
                            from delivery where scanned_at >= :start and scanned_at < :end group by 1, device_id, job_id, state) s
                        group by day, device_id, device_name, job_id, job_name, state order by day, device_name, job_name, state""")
                .param("from", Date.valueOf(from))
                .param("until", Date.valueOf(until))
                .param("zone", zone.getId())
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
