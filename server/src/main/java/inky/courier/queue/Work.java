package inky.courier.queue;

import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.ExecutionComplete;
import com.github.kagkarlsson.scheduler.task.ExecutionOperations;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import inky.courier.live.Live;
import inky.courier.store.DatabaseTrouble;
import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What a task does for the thing that it is named after. One whose instance has died is taken up by another; one that throws,
 * as when the database is away, is tried again with growing pauses, and Today tells of it when that does not end.
 */
@Component
public class Work {
    private static final List<Duration> AFTER_FAILURES =
            List.of(Duration.ofSeconds(10), Duration.ofSeconds(20), Duration.ofSeconds(40), Duration.ofMinutes(2));
    private static final Duration LONGEST = Duration.ofMinutes(5);

    /** No fault of the task's own: what is put off for a full disk need not stay long when there is room again. */
    private static final Duration LONGEST_FOR_DATABASE = Duration.ofSeconds(40);

    private final TransactionTemplate transaction;
    private final Queue queue;
    private final Clock clock;
    private final Counter failed;

    Work(TransactionTemplate transaction, Queue queue, Clock clock, MeterRegistry meters) {
        failed = Counter.builder("courier.tasks.failed")
                .description("Tasks that ended by a fault of Courier or its database, and were put off")
                .register(meters);
        this.transaction = transaction;
        this.queue = queue;
        this.clock = clock;
    }

    /** @param work says when it wants to go on; nothing when it is done */
    public Task<Void> untilDone(TaskDescriptor<Void> task, Function<UUID, Optional<Instant>> work) {
        return Tasks.custom(task).onFailure(this::later).onDeadExecutionRevive().execute((instance, context) -> {
            Optional<Instant> next = work.apply(UUID.fromString(instance.getId()));
            return (complete, operations) -> goOn(complete, operations, next);
        });
    }

    public Task<Void> once(TaskDescriptor<Void> task, Consumer<UUID> work) {
        return untilDone(task, id -> {
            work.accept(id);
            return Optional.empty();
        });
    }

    /**
     * As long as the thing itself says that there is something to do. It is asked in the transaction that ends the task,
     * and holds itself for that long: what is asked for in that very moment is not lost with the task.
     *
     * @param due when there is something to do for it; nothing for never
     */
    public Task<Void> whileDue(TaskDescriptor<Void> task, Consumer<UUID> work, Function<UUID, Optional<Instant>> due) {
        return Tasks.custom(task).onFailure(this::later).onDeadExecutionRevive().execute((instance, context) -> {
            UUID id = UUID.fromString(instance.getId());
            work.accept(id);
            return together((complete, operations) -> goOn(complete, operations, due.apply(id)));
        });
    }

    /** The same, by one lane of several. */
    public Task<Void> lanes(
            TaskDescriptor<Void> task, Consumer<Queue.Lane> work, Function<Queue.Lane, Optional<Instant>> due) {
        return Tasks.custom(task).onFailure(this::later).onDeadExecutionRevive().execute((instance, context) -> {
            Queue.Lane lane = Queue.Lane.named(instance.getId());
            work.accept(lane);
            return together((complete, operations) ->
                    goOn(complete, operations, queue.endOfLane(task, lane, () -> due.apply(lane))));
        });
    }

    private CompletionHandler<Void> together(CompletionHandler<Void> end) {
        return (complete, operations) -> transaction.executeWithoutResult(status -> end.complete(complete, operations));
    }

    private void goOn(ExecutionComplete complete, ExecutionOperations<Void> operations, Optional<Instant> next) {
        if (next.isPresent()) {
            operations.reschedule(complete, next.get());
            queue.lookIfDue(next.get());
        } else {
            operations.stop();
        }
    }

    private void later(ExecutionComplete complete, ExecutionOperations<Void> operations) {
        failed.increment();
        int before = complete.getExecution().consecutiveFailures;
        Duration pause = before < AFTER_FAILURES.size() ? AFTER_FAILURES.get(before) : LONGEST;
        if (complete.getCause().filter(DatabaseTrouble::isAway).isPresent()) {
            pause = Collections.min(List.of(pause, LONGEST_FOR_DATABASE));
        }
        operations.reschedule(complete, clock.instant().plus(pause));
    }

    /** What failed while the database was away goes as soon as it is back, however long it has been put off by then. */
    @EventListener(Live.DatabaseIsBack.class)
    void goNow() {
        queue.hurryFailed();
    }
}
