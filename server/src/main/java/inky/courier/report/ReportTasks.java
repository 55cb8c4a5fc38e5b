package inky.courier.report;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.queue.Work;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class ReportTasks {
    @Bean
    Task<Void> beginMonthlyReports(MonthlyReports monthly) {
        return Tasks.recurring("begin-monthly-reports", FixedDelay.of(Duration.ofMinutes(10)))
                .execute((instance, context) -> monthly.begin());
    }

    @Bean
    Task<Void> sendReport(Work work, MonthlyReports monthly) {
        return work.untilDone(MonthlyReports.SEND, monthly::send);
    }
}
