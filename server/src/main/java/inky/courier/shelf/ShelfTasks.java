package inky.courier.shelf;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ShelfTasks {
    @Bean
    Task<Void> sweepShelf(ShelfSweep sweep) {
        return Tasks.recurring("sweep-shelf", FixedDelay.of(Duration.ofHours(1)))
                .execute((instance, context) -> sweep.sweep());
    }
}
