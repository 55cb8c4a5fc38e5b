package inky.courier.signin;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import inky.courier.audit.ChangeLog;
import inky.courier.audit.SecurityLog;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is over is forgotten. */
@Configuration
class SignInTasks {
    @Bean
    Task<Void> forgetSignIns(SignInThrottle throttle, SecurityLog log, ChangeLog changes) {
        return Tasks.recurring("forget-sign-ins", FixedDelay.of(Duration.ofHours(6)))
                .execute((instance, context) -> {
                    throttle.forget();
                    log.forget();
                    changes.forgetSecrets();
                });
    }
}
