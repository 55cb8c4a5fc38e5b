package inky.courier.queue;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Lazy;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Puts tasks into the database as part of the caller's transaction, and has them looked at as soon as it commits. A task
 * that is under way at that moment is left alone: before it ends it looks itself whether there is more ({@link Work}).
 */
@Component
public class Queue {
    /** Between a thing's id and the number of one of its lanes; the next character ends the range of its names. */
    private static final String SLASH = "/";

    private static final String AFTER_SLASH = "0";

    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(1);

    private static final Map<String, String> WORK = Map.ofEntries(
            Map.entry("prepare-delivery", "making files"),
            Map.entry("serve-route", "sending"),
            Map.entry("ask-route", "asking after a paused server"),
            Map.entry("release-route", "sending what waited for a server"),
            Map.entry("notify-person", "telling people what became of their scans"),
            Map.entry("probe-rounds", "probing servers"),
            Map.entry("remove-contents", "removing pages whose time is over"),
            Map.entry("remove-old-deliveries", "removing deliveries of years ago"),
            Map.entry("forget-sign-ins", "forgetting old sign-ins"),
            Map.entry("sweep", "looking after its own tasks"),
            Map.entry("end-orphaned-scans", "ending scans that were cut off"),
            Map.entry("look-at-devices", "asking devices how they are"),
            Map.entry("set-device", "setting devices"),
            Map.entry("update-firmware", "updating firmware"),
            Map.entry("ask-consent", "asking a cloud for consent"),
            Map.entry("tell-cloud", "telling a cloud that consent has ended"),
            Map.entry("tell-help-desk", "telling the help desk of calls"),
            Map.entry("send-incoming", "sending what devices sent"),
            Map.entry("look-into-inbox", "fetching files from folders"),
            Map.entry("look-into-inboxes", "fetching files from folders"),
            Map.entry("forget-incoming", "removing scans that nobody claimed"),
            Map.entry("sum-up-reports", "summing up for reports"),
            Map.entry("begin-monthly-reports", "beginning the reports of a month"),
            Map.entry("send-report", "sending reports"),
            Map.entry("watch-alerts", "looking for what needs a person"),
            Map.entry("tell-alert", "telling of alerts"),
            Map.entry("sweep-shelf", "removing documents whose time on the shelf is over"));

    private final ScheduledExecutorService soon = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "queue");
        thread.setDaemon(true);
        return thread;
    });
    private final Scheduler scheduler;
    private final JdbcClient jdbc;
    private final Clock clock;

    Queue(@Lazy Scheduler scheduler, JdbcClient jdbc, Clock clock) {
        this.scheduler = scheduler;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** One of several tasks that share the work for one thing. */
    public record Lane(UUID of, int number) {
        public String name() {
            return of + SLASH + number;
        }

        public static Lane named(String name) {
            int slash = name.indexOf(SLASH);
            return new Lane(UUID.fromString(name.substring(0, slash)), Integer.parseInt(name.substring(slash + 1)));
        }
    }

    /** A task that has failed again and again through Courier's own fault. */
    public record Failing(String task, int failures, Instant last) {
        /** What it does. */
        public String words() {
            return WORK.getOrDefault(task, task);
        }
    }

    /** Makes the task due now, or leaves it due when it is. */
    public void add(TaskDescriptor<Void> task, UUID id) {
        addBy(task, id, clock.instant());
    }

    /** Makes the task due at a time at the latest. */
    public void addBy(TaskDescriptor<Void> task, UUID id, Instant at) {
        put(task.getTaskName(), id.toString(), at, "least(scheduled_tasks.execution_time, excluded.execution_time)");
    }

    /** Makes the task due at a time; one that is there already is moved to it. */
    public void addAt(TaskDescriptor<Void> task, UUID id, Instant at) {
        put(task.getTaskName(), id.toString(), at, "excluded.execution_time");
    }

    private void put(String task, String instance, Instant at, String moved) {
        jdbc.sql("insert into scheduled_tasks (task_name, task_instance, execution_time, picked, version) "
                        + "values (?, ?, ?, false, 1) on conflict (task_name, task_instance) do update set execution_time = "
                        + moved + ", version = scheduled_tasks.version + 1 where not scheduled_tasks.picked")
                .params(task, instance, at.atOffset(ZoneOffset.UTC))
                .update();
        lookIfDue(at);
    }

    /** The scheduler looks by itself once in a while; what is due before that is looked at in its time. */
    void lookIfDue(Instant at) {
        Duration left = Duration.between(clock.instant(), at);
        if (left.isZero() || left.isNegative()) {
            lookAfterCommit();
        } else if (left.compareTo(BETWEEN_LOOKS) < 0) {
            soon.schedule(scheduler::triggerCheckForDueExecutions, left.toMillis() + 1, TimeUnit.MILLISECONDS);
        }
    }

    @PreDestroy
    void stop() {
        soon.shutdownNow();
    }

    private record Laid(Lane lane, boolean picked, Instant at) {}

    /**
     * Makes sure that one of the lanes of a thing looks at a time at the latest. Lanes that are under way look again before
     * they end; {@link #endOfLane} keeps the two apart.
     *
     * @param most how many lanes there may be
     */
    @Transactional
    public void addLane(TaskDescriptor<Void> task, UUID of, int most, Instant at) {
        jdbc.sql("select pg_advisory_xact_lock_shared(?)")
                .param(lockOf(of))
                .query((row, n) -> 0)
                .list();
        List<Laid> lanes = lanes(task, of);
        boolean looked = lanes.stream().anyMatch(lane -> !lane.picked && !lane.at.isAfter(at));
        if (looked) {
            return;
        }
        Optional<Laid> asleep = lanes.stream().filter(lane -> !lane.picked).findFirst();
        Set<Integer> taken = lanes.stream().map(lane -> lane.lane.number()).collect(Collectors.toSet());
        for (int number = 0; asleep.isEmpty() && number < most; number++) {
            if (!taken.contains(number)) {
                asleep = Optional.of(new Laid(new Lane(of, number), false, at));
            }
        }
        asleep.ifPresent(lane -> put(
                task.getTaskName(),
                lane.lane.name(),
                at,
                "least(scheduled_tasks.execution_time, excluded.execution_time)"));
    }

    /**
     * Part of the transaction that ends a lane's work: from here to its end nobody adds a lane of the same thing, so
     * whatever comes is either seen by this one or gets one of its own.
     *
     * @param next when there is something to do, as this transaction sees it from now on
     * @return when this lane is to look again; nothing when it can go, because there is nothing or another one looks
     */
    public Optional<Instant> endOfLane(
            TaskDescriptor<Void> task, Lane own, java.util.function.Supplier<Optional<Instant>> next) {
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(lockOf(own.of))
                .query((row, n) -> 0)
                .list();
        return next.get()
                .filter(at -> lanes(task, own.of).stream()
                        .noneMatch(lane -> !lane.lane.equals(own) && !lane.picked && !lane.at.isAfter(at)));
    }

    private List<Laid> lanes(TaskDescriptor<Void> task, UUID of) {
        return jdbc.sql("select task_instance, picked, execution_time from scheduled_tasks where task_name = ? "
                        + "and task_instance > ? and task_instance < ? order by task_instance")
                .params(task.getTaskName(), of + SLASH, of + AFTER_SLASH)
                .query((row, n) -> new Laid(
                        Lane.named(row.getString(1)),
                        row.getBoolean(2),
                        row.getObject(3, OffsetDateTime.class).toInstant()))
                .list();
    }

    private static long lockOf(UUID id) {
        return id.getMostSignificantBits() ^ id.getLeastSignificantBits();
    }

    /** Of these things, those that have no such task, nor a lane of one. */
    public List<UUID> without(TaskDescriptor<Void> task, List<UUID> ids) {
        if (ids.isEmpty()) {
            return List.of();
        }
        Set<String> there = jdbc.sql(
                        "select distinct split_part(task_instance, '/', 1) from scheduled_tasks where task_name = :task")
                .param("task", task.getTaskName())
                .query(String.class)
                .set();
        return ids.stream().filter(id -> !there.contains(id.toString())).toList();
    }

    /** @param least failures in a row, below which it is nothing to speak of */
    public List<Failing> failing(int least) {
        return jdbc.sql(
                        "select task_name, max(consecutive_failures), max(last_failure) from scheduled_tasks "
                                + "where consecutive_failures >= ? and last_failure is not null group by task_name order by task_name")
                .param(least)
                .query((row, n) -> new Failing(
                        row.getString(1),
                        row.getInt(2),
                        row.getObject(3, OffsetDateTime.class).toInstant()))
                .list();
    }

    /** Makes due what failed and was put off. */
    void hurryFailed() {
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        int hurried = jdbc.sql("update scheduled_tasks set execution_time = ?, version = version + 1 "
                        + "where consecutive_failures > 0 and not picked and execution_time > ?")
                .params(now, now)
                .update();
        if (hurried > 0) {
            lookAfterCommit();
        }
    }

    private void lookAfterCommit() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            scheduler.triggerCheckForDueExecutions();
            return;
        }
        boolean already = TransactionSynchronizationManager.getSynchronizations().stream()
                .anyMatch(FolderBrowser.class::isInstance);
        if (!already) {
            TransactionSynchronizationManager.registerSynchronization(new FolderBrowser(scheduler));
        }
    }

    private record FolderBrowser(Scheduler scheduler) implements TransactionSynchronization {
        @Override
        public void afterCommit() {
            scheduler.triggerCheckForDueExecutions();
        }
    }
}
