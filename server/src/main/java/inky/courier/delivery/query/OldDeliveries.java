package inky.courier.delivery.query;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.core.office.OfficeSettings;
import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.store.Transactions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Removes deliveries after years, with their steps, legs and scans. Their sums stay. */
@Component
public class OldDeliveries {
    private static final Logger LOG = LoggerFactory.getLogger(OldDeliveries.class);
    private static final int AT_ONCE = 500;

    /** The first round of a large office must not hold up what else is to be removed. */
    private static final int MOST_A_ROUND = 20_000;

    private final JdbcClient jdbc;
    private final Transactions transactions;
    private final ScanService scans;
    private final DeliverySums sums;
    private final Settings settings;
    private final Clock clock;

    OldDeliveries(
            JdbcClient jdbc,
            Transactions transactions,
            ScanService scans,
            DeliverySums sums,
            Settings settings,
            Clock clock) {
        this.jdbc = jdbc;
        this.transactions = transactions;
        this.scans = scans;
        this.sums = sums;
        this.settings = settings;
        this.clock = clock;
    }

    @Bean
    Task<Void> removeOldDeliveries() {
        return Tasks.recurring("remove-old-deliveries", FixedDelay.of(Duration.ofHours(1)))
                .execute((instance, context) -> run());
    }

    /** @return how many deliveries are gone */
    public int run() {
        int days = settings.read().keepDeliveriesDays();
        if (days == OfficeSettings.FOR_EVER) {
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
        sums.add(ids);
        jdbc.sql("delete from delivery where id in (:ids)").param("ids", ids).update();
        scans.forget(old.stream().map(Old::scanId).filter(Objects::nonNull).toList());
        return old.size();
    }
}
