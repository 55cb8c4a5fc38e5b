package inky.courier.delivery;

import inky.courier.core.delivery.CourierCause;
import inky.courier.core.delivery.Keeping;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Setback;
import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Removes pages and files when their time is over; the delivery's line stays. */
@Component
public class Retention {
    private static final Logger LOG = LoggerFactory.getLogger(Retention.class);
    private static final Duration ABANDONED = Duration.ofDays(1);

    private final JdbcClient jdbc;
    private final Deliveries deliveries;
    private final ScanService scans;
    private final Contents contents;
    private final List<ContentHold> holds;
    private final Settings settings;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Retention(
            JdbcClient jdbc,
            Deliveries deliveries,
            ScanService scans,
            Contents contents,
            List<ContentHold> holds,
            Settings settings,
            ApplicationEventPublisher events,
            Clock clock) {
        this.jdbc = jdbc;
        this.deliveries = deliveries;
        this.scans = scans;
        this.contents = contents;
        this.holds = holds;
        this.settings = settings;
        this.events = events;
        this.clock = clock;
    }

    /** @return how many deliveries lost their contents */
    public int run() {
        Keeping keeping = settings.read().keeping();
        Instant now = clock.instant();
        Set<UUID> inUse =
                holds.stream().flatMap(hold -> hold.deliveriesInUse().stream()).collect(Collectors.toSet());
        int removed = 0;
        for (UUID id : perhapsDue(keeping, now)) {
            removed += !inUse.contains(id) && removeIfOver(id, keeping) ? 1 : 0;
        }
        int abandoned = scans.removeAbandoned(now.minus(ABANDONED));
        events.publishEvent(new RetentionSweep(now.minus(ABANDONED)));
        if (removed > 0 || abandoned > 0) {
            LOG.info("removed the contents of {} deliveries and {} scans never sent", removed, abandoned);
        }
        return removed;
    }

    /** Those that are old enough; whether they may lose their contents is decided when they are held. */
    private List<UUID> perhapsDue(Keeping keeping, Instant now) {
        return jdbc.sql("select d.id from delivery d where d.contents_removed_at is null and (d.scanned_at < :others "
                        + "or d.state = 'ACCEPTED' and d.scanned_at < :accepted) order by d.number")
                .param("accepted", now.minus(keeping.accepted()).atOffset(ZoneOffset.UTC))
                .param("others", now.minus(keeping.others()).atOffset(ZoneOffset.UTC))
                .query(UUID.class)
                .list();
    }

    boolean removeIfOver(UUID id, Keeping keeping) {
        return deliveries.changeIfThere(id, change -> remove(change, keeping)).orElse(false);
    }

    private boolean remove(Change change, Keeping keeping) {
        Delivery d = change.delivery();
        List<LegPhase> phases = d.legs.stream().map(leg -> leg.phase).toList();
        Optional<Instant> accepted = d.legs.stream()
                .map(leg -> leg.acceptedAt)
                .filter(Objects::nonNull)
                .max(Comparator.naturalOrder());
        Keeping.Verdict verdict = keeping.of(phases, d.scannedAt, accepted, change.now());
        if (verdict == Keeping.Verdict.STAY || d.contentsRemovedAt != null) {
            return false;
        }
        if (verdict == Keeping.Verdict.END_HELD_AND_REMOVE) {
            Setback over = Setback.of(CourierCause.HELD_TOO_LONG, "");
            change.legs().stream().filter(leg -> leg.phase == LegPhase.HELD).forEach(leg -> {
                change.become(leg, state -> state.calledOff(over));
                change.say(leg, over.sentence(), "");
            });
        }
        contents.remove(d);
        d.contentsRemovedAt = change.now();
        return true;
    }
}
