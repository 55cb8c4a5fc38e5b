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
    private static final int AT_ONCE = 8;

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
            pool.awaitTermination(2, TimeUnit.MINUTES);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
