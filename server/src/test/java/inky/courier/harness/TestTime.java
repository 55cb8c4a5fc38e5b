package inky.courier.harness;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.testhelper.ManualScheduler;
import com.github.kagkarlsson.scheduler.testhelper.SettableClock;
import com.github.kagkarlsson.scheduler.testhelper.TestHelper;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import javax.sql.DataSource;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;

/**
 * The time of an application under test: it passes when the test says so, and what is due is done then, in the test's own
 * thread. Four days of tries take milliseconds.
 */
public final class TestTime extends Clock {
    private static final int MOST_ROUNDS = 2_000;

    private final SettableClock clock;
    private ManualScheduler scheduler;
    private JdbcClient jdbc;

    private TestTime(SettableClock clock) {
        this.clock = clock;
    }

    static TestTime from(Instant start) {
        SettableClock clock = new SettableClock();
        clock.set(start);
        return new TestTime(clock);
    }

    /** The same time, for another instance with a scheduler of its own. */
    TestTime beside() {
        return new TestTime(clock);
    }

    /** Puts this clock, and a scheduler that waits for the test, in the place of the application's own. */
    void into(GenericApplicationContext context) {
        context.registerBean("testClock", Clock.class, () -> this, bean -> bean.setPrimary(true));
        context.registerBean("testScheduler", Scheduler.class, () -> scheduler(context));
    }

    private ManualScheduler scheduler(GenericApplicationContext context) {
        DataSource source = new TransactionAwareDataSourceProxy(context.getBean(DataSource.class));
        List<Task<?>> tasks = context.getBeansOfType(Task.class).values().stream()
                .filter(task -> !(task instanceof RecurringTask))
                .<Task<?>>map(task -> task)
                .toList();
        jdbc = JdbcClient.create(source);
        scheduler = TestHelper.createManualScheduler(source, tasks).clock(clock).build();
        return scheduler;
    }

    /** Does all that is due now, and what becomes due by it. */
    public void doWhatIsDue() {
        for (int i = 0; i < MOST_ROUNDS; i++) {
            if (next().filter(at -> !at.isAfter(clock.now())).isEmpty()) {
                return;
            }
            scheduler.runAnyDueExecutions();
        }
        throw new AssertionError("work without end at " + clock.now());
    }

    /** Lets time pass from task to task, each done at its time. */
    public void pass(Duration time) {
        Instant end = clock.now().plus(time);
        doWhatIsDue();
        for (Optional<Instant> next = until(end); next.isPresent(); next = until(end)) {
            clock.set(next.get().isAfter(clock.now()) ? next.get() : clock.now());
            doWhatIsDue();
        }
        clock.set(end);
    }

    private Optional<Instant> next() {
        return jdbc.sql("select min(execution_time) from scheduled_tasks where not picked")
                .query((row, n) -> Optional.ofNullable(row.getTimestamp(1)).map(Timestamp::toInstant))
                .single();
    }

    private Optional<Instant> until(Instant end) {
        return next().filter(at -> !at.isAfter(end));
    }

    /** Sets the clock, without doing anything. */
    public void setForward(Duration time) {
        clock.tick(time);
    }

    @Override
    public Instant instant() {
        return clock.now();
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return Clock.fixed(clock.now(), zone);
    }
}
