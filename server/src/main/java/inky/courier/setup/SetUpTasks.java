package inky.courier.setup;

import com.github.kagkarlsson.scheduler.task.Task;
import inky.courier.queue.Work;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class SetUpTasks {
    /** Makes a change of the set-up at the time for which it was planned. */
    @Bean
    Task<Void> makePlannedChange(Work work, PlannedChanges planned) {
        return work.once(PlannedChanges.MAKE, planned::make);
    }
}
