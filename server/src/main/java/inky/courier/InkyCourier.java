package inky.courier;

import inky.courier.connection.TrustPolicy;
import inky.courier.setup.SetUpCommand;
import inky.courier.signin.AdminCommand;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.random.RandomGenerator;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** The application. */
@SpringBootApplication
public class InkyCourier {
    static {
        TrustPolicy.resumeBySessionId();
    }

    public static void main(String[] args) {
        if (args.length > 0 && args[0].equals("admin")) {
            System.exit(
                    AdminCommand.run(Arrays.copyOfRange(args, 1, args.length), System.getenv(), System.in, System.out));
        }
        if (args.length > 0 && args[0].equals("setup")) {
            System.exit(SetUpCommand.run(Arrays.copyOfRange(args, 1, args.length), System.getenv()));
        }
        SpringApplication.run(InkyCourier.class, args);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    /** Tasks become due by the clock by which they were put off. */
    @Bean
    com.github.kagkarlsson.scheduler.Clock schedulerClock(Clock clock) {
        return clock::instant;
    }

    /** For pauses that should not all end together; never for secrets. */
    @Bean
    RandomGenerator random() {
        return new java.util.Random();
    }

    /** The zone of the office: its days, and the times in file names. */
    @Bean
    ZoneId zone(@Value("${courier.zone}") String zone) {
        return zone.isBlank() ? ZoneId.systemDefault() : ZoneId.of(zone);
    }
}
