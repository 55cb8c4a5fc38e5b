package inky.courier.delivery;

import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.store.ContentStore;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Removes pages and files when their time is over; the delivery's line stays. */
@Component
public class Retention {
    private static final Logger LOG = LoggerFactory.getLogger(Retention.class);
    private static final Duration ABANDONED = Duration.ofDays(1);

    private final JdbcClient jdbc;
    private final ScanService scans;
    private final ContentStore store;
    private final Files files;
    private final List<ContentHold> holds;
    private final Settings settings;
    private final Clock clock;
    private final TransactionTemplate transaction;

    Retention(
            JdbcClient jdbc,
            ScanService scans,
            ContentStore store,
            Files files,
            List<ContentHold> holds,
            Settings settings,
            Clock clock,
            TransactionTemplate transaction) {
        this.jdbc = jdbc;
        this.scans = scans;
        this.store = store;
        this.files = files;
        this.holds = holds;
        this.settings = settings;
        this.clock = clock;
        this.transaction = transaction;
    }

    private record Due(UUID delivery, UUID scan) {}

    /** @return how many deliveries lost their contents */
    public int run() {
        Settings.Office office = settings.read();
        Instant now = clock.instant();
        List<Due> due = jdbc.sql("""
                        select d.id, d.scan_id from delivery d
                        where d.contents_removed_at is null and (
                            (d.state = 'ACCEPTED' and (select max(l.accepted_at) from leg l where l.delivery_id = d.id) < :accepted)
                            or (d.state <> 'ACCEPTED' and d.scanned_at < :others))""")
                .param(
                        "accepted",
                        now.minus(Duration.ofHours(office.keepAcceptedHours())).atOffset(ZoneOffset.UTC))
                .param(
                        "others",
                        now.minus(Duration.ofDays(office.keepOthersDays())).atOffset(ZoneOffset.UTC))
                .query((row, n) -> new Due(row.getObject(1, UUID.class), row.getObject(2, UUID.class)))
                .list();
        Set<UUID> inUse =
                holds.stream().flatMap(hold -> hold.deliveriesInUse().stream()).collect(Collectors.toSet());
        due = due.stream().filter(one -> !inUse.contains(one.delivery)).toList();
        for (Due one : due) {
            transaction.executeWithoutResult(status -> remove(one, now));
        }
        int abandoned = scans.removeAbandoned(now.minus(ABANDONED));
        jdbc.sql("delete from panel_session where last_at < ?")
                .param(now.minus(ABANDONED).atOffset(ZoneOffset.UTC))
                .update();
        if (!due.isEmpty() || abandoned > 0) {
            LOG.info("removed the contents of {} deliveries and {} scans never sent", due.size(), abandoned);
        }
        return due.size();
    }

    private void remove(Due due, Instant now) {
        if (due.scan != null) {
            scans.removeContents(due.scan);
        }
        store.remove(
                files.of(due.delivery).stream().map(Files.KeptFile::contentId).toList());
        files.remove(due.delivery);
        jdbc.sql("update delivery set contents_removed_at = ? where id = ?")
                .params(now.atOffset(ZoneOffset.UTC), due.delivery)
                .update();
    }
}
