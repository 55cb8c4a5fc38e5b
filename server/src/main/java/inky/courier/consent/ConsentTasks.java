package inky.courier.consent;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Asks a cloud, at the pace that it wants, whether a person has decided, and goes on when they walk away from the panel;
 * tells a cloud that a consent has ended.
 */
@Configuration
class ConsentTasks {
    private static final Duration AFTER_FAILURE = Duration.ofSeconds(10);

    @Bean
    Task<Void> askConsent(ConsentRequests requests) {
        return Tasks.custom(ConsentRequests.ASK)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_FAILURE))
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    Optional<Instant> next = requests.ask(UUID.fromString(instance.getId()));
                    return (complete, operations) -> {
                        if (next.isPresent()) {
                            operations.reschedule(complete, next.get());
                        } else {
                            operations.stop();
                        }
                    };
                });
    }

    @Bean
    Task<Void> tellCloud(Farewells farewells) {
        return Tasks.custom(Farewells.TELL)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_FAILURE))
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    Optional<Instant> next = farewells.tellOrPutOff(UUID.fromString(instance.getId()));
                    return (complete, operations) -> {
                        if (next.isPresent()) {
                            operations.reschedule(complete, next.get());
                        } else {
                            operations.stop();
                        }
                    };
                });
    }
}
