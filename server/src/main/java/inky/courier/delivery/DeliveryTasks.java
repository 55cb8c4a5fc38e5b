package inky.courier.delivery;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.connection.DailyProbes;
import inky.courier.queue.Work;
import inky.courier.scan.ScanService;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.Semaphore;
import org.slf4j.MDC;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The tasks of the engine. They lie in the same PostgreSQL as the deliveries: any instance takes the next one, and what a
 * dead instance had taken is taken up again when its heartbeats are missed.
 */
@Configuration
class DeliveryTasks {
    /** One for each delivery whose files are to be made, named by its id. */
    static final TaskDescriptor<Void> PREPARE = TaskDescriptor.of("prepare-delivery");

    /** The clerks of the routes at which something waits or moves, named by the route's id and a number. */
    static final TaskDescriptor<Void> SERVE = TaskDescriptor.of("serve-route");

    /** One for each route that is paused, named by its id. */
    static final TaskDescriptor<Void> ASK = TaskDescriptor.of("ask-route");

    /** One for each route that was mended, named by its id. */
    static final TaskDescriptor<Void> RELEASE = TaskDescriptor.of("release-route");

    /** One for each news that a person is to be told, named by the delivery's id. */
    static final TaskDescriptor<Void> NOTIFY = TaskDescriptor.of("notify-person");

    private static final Duration UNTIL_A_DESK_IS_FREE = Duration.ofMillis(400);

    /**
     * So many deliveries have their files made at once: pages take memory and cores. The other threads only wait for far
     * sides, and are not to wait behind a stack of pages.
     */
    private final Semaphore desks =
            new Semaphore(Math.max(2, Runtime.getRuntime().availableProcessors()));

    @Bean
    Task<Void> prepareDelivery(Work work, Preparation preparation, Clock clock) {
        return work.whileDue(
                PREPARE,
                id -> {
                    if (!desks.tryAcquire()) {
                        return;
                    }
                    try (var ignored = MDC.putCloseable("delivery", id.toString())) {
                        preparation.prepare(id);
                    } finally {
                        desks.release();
                    }
                },
                id -> preparation.due(id).map(due -> noSooner(due, clock)));
    }

    /** What is still due was not begun, for want of a desk. */
    private static Instant noSooner(Instant due, Clock clock) {
        Instant soon = clock.instant().plus(UNTIL_A_DESK_IS_FREE);
        return due.isBefore(soon) ? soon : due;
    }

    @Bean
    Task<Void> serveRoute(Work work, Sending sending) {
        return work.lanes(SERVE, sending::serve, sending::due);
    }

    @Bean
    Task<Void> askRoute(Work work, PausedRoutes pausedRoutes, Routes routes) {
        return work.whileDue(ASK, pausedRoutes::ask, routes::questionDue);
    }

    @Bean
    Task<Void> releaseRoute(Work work, Releasing releasing) {
        return work.once(RELEASE, releasing::release);
    }

    @Bean
    Task<Void> notifyPerson(Work work, Notices notices) {
        return work.untilDone(NOTIFY, notices::send);
    }

    /** One route every five minutes at most. */
    @Bean
    Task<Void> probeRounds(DailyProbes dailyProbes) {
        return Tasks.recurring("probe-rounds", FixedDelay.of(Duration.ofMinutes(5)))
                .execute((instance, context) -> dailyProbes.visitNext());
    }

    @Bean
    Task<Void> removeContents(Retention retention) {
        return Tasks.recurring("remove-contents", FixedDelay.of(Duration.ofMinutes(10)))
                .execute((instance, context) -> retention.run());
    }

    @Bean
    Task<Void> sweep(Sweeper sweeper) {
        return Tasks.recurring("sweep", FixedDelay.of(Duration.ofMinutes(1)))
                .execute((instance, context) -> sweeper.sweep());
    }

    /** Tells people at a panel when the instance that ran their scan is gone. */
    @Bean
    Task<Void> endOrphanedScans(ScanService scans, Clock clock, @Value("${courier.scan-silence-seconds}") int seconds) {
        return Tasks.recurring("end-orphaned-scans", FixedDelay.of(Duration.ofSeconds(10)))
                .execute((instance, context) -> scans.endOrphans(clock.instant().minusSeconds(seconds)));
    }
}
