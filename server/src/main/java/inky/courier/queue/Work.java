package inky.courier.queue;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * What a task does for the thing that it is named after. One whose instance has died is taken up by another; one that throws,
 * as when the database is away, is tried again soon.
 */
public final class Work {
    private static final Duration AFTER_FAILURE = Duration.ofSeconds(10);

    private Work() {}

    /** @param work says when it wants to go on; nothing when it is done */
    public static Task<Void> untilDone(TaskDescriptor<Void> task, Function<UUID, Optional<Instant>> work) {
        return Tasks.custom(task)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_FAILURE))
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    Optional<Instant> next = work.apply(UUID.fromString(instance.getId()));
                    return (complete, operations) -> {
                        if (next.isPresent()) {
                            operations.reschedule(complete, next.get());
                        } else {
                            operations.stop();
                        }
                    };
                });
    }

    public static Task<Void> once(TaskDescriptor<Void> task, Consumer<UUID> work) {
        return untilDone(task, id -> {
            work.accept(id);
            return Optional.empty();
        });
    }
}
