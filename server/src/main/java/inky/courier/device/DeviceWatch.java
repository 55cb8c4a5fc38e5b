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

/** Asks every device how it is, again and again; one instance at a time does it. */
@Configuration
class DeviceWatch {
    /** Those that drop what they are sent are waited for some seconds each, so that many of them fit into one round. */
    private static final int AT_ONCE = 24;

    /** Each is given up after some seconds; this is for a round that cannot end. */
    private static final Duration LONGEST = Duration.ofMinutes(10);

    @Bean
    Task<Void> lookAtDevices(DeviceService devices, @Value("${courier.device-look-seconds}") int seconds) {
        return Tasks.recurring("look-at-devices", FixedDelay.of(Duration.ofSeconds(seconds)))
                .execute((instance, context) -> lookAtAll(devices));
    }

    private static void lookAtAll(DeviceService devices) {
        ExecutorService pool = Executors.newFixedThreadPool(AT_ONCE);
        try {
            devices.list().forEach(device -> pool.execute(() -> devices.refresh(device.id())));
        } finally {
            pool.shutdown();
        }
        try {
            // No second round beside this one.
            if (!pool.awaitTermination(LONGEST.toSeconds(), TimeUnit.SECONDS)) {
                pool.shutdownNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
