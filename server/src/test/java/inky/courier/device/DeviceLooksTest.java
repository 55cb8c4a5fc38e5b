package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.TimedOffice;
import java.io.IOException;
import java.time.Duration;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** When devices are asked how they are: each when its time has come, by the clock of the test. */
class DeviceLooksTest {
    private TimedOffice office;

    /** Lets half an hour pass in steps of the round. @return how often the one device was asked */
    private int looksInHalfAnHour() {
        DeviceService devices = office.bean(DeviceService.class);
        int looks = 0;
        for (int step = 0; step < 30 * 60 / 5; step++) {
            office.time.setForward(Duration.ofSeconds(5));
            for (UUID id : devices.due()) {
                devices.refresh(id);
                looks++;
            }
        }
        return looks;
    }

    @Test
    void oftenWhereSomebodyScansAndSeldomWhereNothingAnswers() throws IOException {
        try (TimedOffice there = new TimedOffice()) {
            office = there;
            // Twice a minute, give or take a tenth and the step
            assertThat(looksInHalfAnHour()).isBetween(48, 66);

            office.office.guest();
            assertThat(office.bean(DeviceService.class).due())
                    .as("at once")
                    .containsExactly(UUID.fromString(office.office.deviceId));
            // Five minutes every ten seconds, then as before
            assertThat(looksInHalfAnHour()).isBetween(60, 90);

            office.time.setForward(Duration.ofHours(13));
            // Every two minutes at ten in the evening
            assertThat(looksInHalfAnHour()).isBetween(12, 18);

            office.office.device.close();
            // After 0.5, 1, 2, 4, 8 and then every 10 minutes
            assertThat(looksInHalfAnHour()).isBetween(6, 9);
            assertThat(office.bean(DeviceService.class)
                            .get(UUID.fromString(office.office.deviceId))
                            .cannotBeUsed())
                    .isTrue();
        }
    }
}
