package inky.courier;

import java.time.Clock;
import java.time.ZoneId;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** The application. */
@SpringBootApplication
public class InkyCourier {
    public static void main(String[] args) {
        SpringApplication.run(InkyCourier.class, args);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    /** The zone of the office: its days, and the times in file names. */
    @Bean
    ZoneId zone(@Value("${courier.zone}") String zone) {
        return zone.isBlank() ? ZoneId.systemDefault() : ZoneId.of(zone);
    }
}
