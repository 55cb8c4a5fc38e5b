package inky.courier.alert;

import inky.courier.core.alert.AlertBook;
import inky.courier.core.alert.AlertBook.Begin;
import inky.courier.core.alert.AlertBook.End;
import inky.courier.core.alert.AlertBook.Renew;
import inky.courier.core.alert.AlertBook.Step;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import inky.courier.live.Live;
import inky.courier.settings.Settings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks at all that is watched, and keeps what came of it. One instance at a time does. */
@Component
class AlertRound {
    /** Of notices. */
    static final String KIND = "alert";

    /** Browsers read all of them anew. */
    private static final UUID ALL = new UUID(0, 0);

    private static final Duration KEPT = Duration.ofDays(366);

    private final List<SignSource> sources;
    private final AlertTable alerts;
    private final AlertTelling telling;
    private final Settings settings;
    private final TransactionTemplate transactions;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;

    AlertRound(
            List<SignSource> sources,
            AlertTable alerts,
            AlertTelling telling,
            Settings settings,
            TransactionTemplate transactions,
            Live live,
            Clock clock,
            ZoneId zone) {
        this.sources = sources;
        this.alerts = alerts;
        this.telling = telling;
        this.settings = settings;
        this.transactions = transactions;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
    }

    void go() {
        AlertSettings wanted = settings.read().alerts();
        ZonedDateTime now = clock.instant().atZone(zone);
        List<Sign> signs = new ArrayList<>();
        sources.forEach(source -> signs.addAll(source.signs(wanted, now)));
        transactions.executeWithoutResult(status -> {
            keep(signs, wanted, now);
            telling.tell(wanted, now);
        });
    }

    private void keep(List<Sign> signs, AlertSettings wanted, ZonedDateTime at) {
        Instant now = at.toInstant();
        List<AlertTable.Alert> before = alerts.notEnded();
        boolean changed = false;
        for (Step step :
                AlertBook.compare(before.stream().map(AlertTable.Alert::known).toList(), signs, wanted, at)) {
            if (step instanceof Begin begin) {
                alerts.begin(begin, UUID.randomUUID(), now);
                changed |= begin.state() == AlertBook.State.OPEN;
            } else if (step instanceof Renew renew) {
                changed |= isNews(before, renew);
                alerts.renew(renew, now);
            } else if (step instanceof End end) {
                alerts.end(end.key(), now);
                changed = true;
            }
        }
        alerts.forgetEndedBefore(now.minus(KEPT));
        if (changed) {
            live.tell(KIND, ALL);
        }
    }

    private static boolean isNews(List<AlertTable.Alert> before, Renew renew) {
        return before.stream()
                .filter(alert -> alert.key().equals(renew.key()))
                .anyMatch(alert -> alert.known().state() != renew.state()
                        || !alert.sentence().equals(renew.sign().sentence()));
    }
}
