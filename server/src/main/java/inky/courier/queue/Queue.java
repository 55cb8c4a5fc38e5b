package inky.courier.queue;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceException;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Clock;
import java.time.Instant;
import java.util.UUID;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Puts tasks into the database as part of the caller's transaction, and has them looked at as soon as it commits. */
@Component
public class Queue {
    private final Scheduler scheduler;
    private final Clock clock;

    Queue(@Lazy Scheduler scheduler, Clock clock) {
        this.scheduler = scheduler;
        this.clock = clock;
    }

    /** Makes the task due now; one that is there already stays as it is. */
    public void add(TaskDescriptor<Void> task, UUID id) {
        scheduler.scheduleIfNotExists(task.instance(id.toString()).build(), clock.instant());
        lookAfterCommit();
    }

    /** Makes the task due at a time; one that is there already is moved to it. */
    public void addAt(TaskDescriptor<Void> task, UUID id, Instant at) {
        if (!scheduler.scheduleIfNotExists(task.instance(id.toString()).build(), at)) {
            try {
                scheduler.reschedule(task.instanceId(id.toString()), at);
            } catch (TaskInstanceException e) {
                // It is under way at this very moment and will decide itself when it runs next.
            }
        }
    }

    /** Makes a waiting task due now. */
    public void wake(TaskDescriptor<Void> task, UUID id) {
        try {
            scheduler.reschedule(task.instanceId(id.toString()), clock.instant());
            lookAfterCommit();
        } catch (TaskInstanceException e) {
            // It is under way at this very moment, which is just as good.
        }
    }

    private void lookAfterCommit() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            scheduler.triggerCheckForDueExecutions();
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                scheduler.triggerCheckForDueExecutions();
            }
        });
    }
}
