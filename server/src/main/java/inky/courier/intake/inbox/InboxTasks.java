package inky.courier.intake.inbox;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.queue.Work;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class InboxTasks {
    /** One for each folder, named by its id. */
    static final TaskDescriptor<Void> LOOK = TaskDescriptor.of("look-into-inbox");

    @Bean
    Task<Void> lookIntoInbox(Work work, InboxLook look) {
        return work.once(LOOK, look::look);
    }

    @Bean
    Task<Void> lookIntoInboxes(InboxLook look) {
        return Tasks.recurring("look-into-inboxes", FixedDelay.of(Duration.ofSeconds(3)))
                .execute((instance, context) -> look.round());
    }
}
