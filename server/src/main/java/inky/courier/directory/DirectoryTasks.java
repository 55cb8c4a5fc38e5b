package inky.courier.directory;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class DirectoryTasks {
    @Bean
    Task<Void> takePeopleFromDirectories(DirectoryRuns runs) {
        return Tasks.recurring("take-people-from-directories", FixedDelay.of(Duration.ofMinutes(2)))
                .execute((instance, context) -> runs.takeWhatIsDue());
    }
}
