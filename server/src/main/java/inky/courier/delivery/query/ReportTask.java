package inky.courier.delivery.query;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.core.office.OfficeSettings;
import inky.courier.settings.Settings;
import inky.courier.store.Transactions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import org.springframework.context.annotation.Bean;
import org.springframework.stereotype.Component;

/** Keeps the sums of reports up to date: every minute, one instance at a time; each day in a transaction of its own. */
@Component
public class ReportTask {
    /** The years of an office that begins with reports take several rounds. */
    private static final Duration LONGEST_ROUND = Duration.ofSeconds(40);

    private final ReportReckoning reckoning;
    private final ReportSums sums;
    private final Settings settings;
    private final Transactions transactions;
    private final Clock clock;
    private final ZoneId zone;

    ReportTask(
            ReportReckoning reckoning,
            ReportSums sums,
            Settings settings,
            Transactions transactions,
            Clock clock,
            ZoneId zone) {
        this.reckoning = reckoning;
        this.sums = sums;
        this.settings = settings;
        this.transactions = transactions;
        this.clock = clock;
        this.zone = zone;
    }

    @Bean
    Task<Void> sumUpReports() {
        return Tasks.recurring("sum-up-reports", FixedDelay.of(Duration.ofMinutes(1)))
                .execute((instance, context) -> run());
    }

    public void run() {
        Instant end = Instant.now().plus(LONGEST_ROUND);
        Instant now = clock.instant();
        LocalDate today = LocalDate.ofInstant(now, zone);
        int days = settings.read().keepDeliveriesDays();
        // Of the day on which the oldest are removed some are gone already.
        LocalDate kept = days == OfficeSettings.FOR_EVER ? LocalDate.EPOCH : today.minusDays(days - 1L);
        transactions.executeWithoutResult(status -> {
            reckoning.noteChanges(kept, today, now);
            sums.forgetPeopleBefore(kept);
        });
        for (LocalDate day : reckoning.missing(today)) {
            transactions.executeWithoutResult(status -> reckoning.make(day, now));
            if (Instant.now().isAfter(end)) {
                return;
            }
        }
        for (YearMonth month : reckoning.missingMonths(today)) {
            transactions.executeWithoutResult(status -> reckoning.makeMonth(month, now));
            if (Instant.now().isAfter(end)) {
                return;
            }
        }
    }
}
