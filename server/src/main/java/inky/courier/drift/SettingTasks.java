package inky.courier.drift;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.queue.Work;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class SettingTasks {
    /** One for each device of a run, named by its id. */
    static final TaskDescriptor<Void> SET = TaskDescriptor.of("set-device");

    @Bean
    Task<Void> setDevice(Work work, SettingRuns runs) {
        return work.untilDone(SET, runs::set);
    }
}
