package inky.courier.device;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Asks devices how they are, each when its time has come; one instance at a time does it. */
@Configuration
class DeviceWatch {
    /** Those that drop what they are sent are waited for some seconds each, so that many of them fit into one round. */
    private static final int AT_ONCE = 24;

    /** Each is given up after some seconds; this is for a round that cannot end. */
    private static final Duration LONGEST = Duration.ofMinutes(10);

    @Bean
    Task<Void> lookAtDevices(DeviceService devices, @Value("${courier.device-look-seconds}") int seconds) {
        return Tasks.recurring("look-at-devices", FixedDelay.of(Duration.ofSeconds(seconds)))
                .execute((instance, context) -> lookAtDue(devices));
    }

    private static void lookAtDue(DeviceService devices) {
        ExecutorService pool = Executors.newFixedThreadPool(AT_ONCE);
        try {
            devices.due().forEach(device -> pool.execute(() -> devices.refresh(device)));
        } finally {
            pool.shutdown();
        }
        try {
            // No second one beside this one: a device would be asked twice.
            if (!pool.awaitTermination(LONGEST.toSeconds(), TimeUnit.SECONDS)) {
                pool.shutdownNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
