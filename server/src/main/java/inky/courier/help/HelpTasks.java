package inky.courier.help;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.queue.Work;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class HelpTasks {
    /** One for each call that is sent to the help desk by mail, named by its id. */
    static final TaskDescriptor<Void> TELL = TaskDescriptor.of("tell-help-desk");

    @Bean
    Task<Void> tellHelpDesk(Work work, HelpMail mail) {
        return work.untilDone(TELL, mail::send);
    }
}
