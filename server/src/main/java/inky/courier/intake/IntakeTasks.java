package inky.courier.intake;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.queue.Work;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class IntakeTasks {
    /** One for each scan that came by itself and of which everything is known, named by its id. */
    static final TaskDescriptor<Void> SEND = TaskDescriptor.of("send-incoming");

    @Bean
    Task<Void> sendIncoming(Work work, Intake intake) {
        return work.once(SEND, intake::send);
    }

    @Bean
    Task<Void> forgetIncoming(Intake intake) {
        return Tasks.recurring("forget-incoming", FixedDelay.of(Duration.ofHours(1)))
                .execute((instance, context) -> intake.forgetOld());
    }
}
