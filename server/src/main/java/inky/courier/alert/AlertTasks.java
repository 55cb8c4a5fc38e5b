package inky.courier.alert;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.queue.Work;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class AlertTasks {
    @Bean
    Task<Void> watchAlerts(AlertRound round) {
        return Tasks.recurring("watch-alerts", FixedDelay.of(Duration.ofMinutes(1)))
                .execute((instance, context) -> round.go());
    }

    @Bean
    Task<Void> tellAlert(Work work, AlertPost post) {
        return work.untilDone(AlertMessages.TELL, post::send);
    }
}
