package inky.courier.consent;

import com.github.kagkarlsson.scheduler.task.Task;
import inky.courier.queue.Work;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Asks a cloud, at the pace that it wants, whether a person has decided, and goes on when they walk away from the panel;
 * tells a cloud that a consent has ended.
 */
@Configuration
class ConsentTasks {
    @Bean
    Task<Void> askConsent(Work work, ConsentRequests requests) {
        return work.untilDone(ConsentRequests.ASK, requests::ask);
    }

    @Bean
    Task<Void> tellCloud(Work work, TokenRevocations revocations) {
        return work.untilDone(TokenRevocations.TELL, revocations::tellOrPutOff);
    }
}
