package inky.courier.firmware;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.queue.Work;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class UpdateTasks {
    /** One for each update, named by its id: it begins devices in their turn, and looks at those under way. */
    static final TaskDescriptor<Void> UPDATE = TaskDescriptor.of("update-firmware");

    @Bean
    Task<Void> updateFirmware(Work work, UpdateRun run) {
        return work.whileDue(UPDATE, run::goOn, run::due);
    }
}
