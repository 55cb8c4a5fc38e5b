package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.device.DeviceStates.DeviceHistory;
import inky.courier.device.DeviceStates.StateSpan;
import inky.courier.harness.TimedOffice;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** How a device has been, by the clock of the test. */
class DeviceStatesTest {
    private TimedOffice office;
    private UUID id;

    private void look() {
        office.bean(DeviceService.class).refresh(id);
    }

    /** It is asked every half minute, as the round does. */
    private void minutes(int minutes) {
        for (int half = 0; half < 2 * minutes; half++) {
            office.time.setForward(Duration.ofSeconds(30));
            look();
        }
    }

    private DeviceHistory history(int days) {
        return office.bean(DeviceStates.class).history(id, days);
    }

    private static List<State> states(DeviceHistory history) {
        List<State> states = new ArrayList<>();
        history.spans().forEach(span -> states.add(span.state()));
        return states;
    }

    @Test
    void changesAreKeptAndWhereNobodyLookedNothingIsSaid() throws IOException {
        try (TimedOffice there = new TimedOffice()) {
            office = there;
            id = UUID.fromString(office.office.deviceId);
            look();
            minutes(10);
            office.office.device.misbehave(5, List.of("input-media-jam-error"));
            minutes(5);
            office.office.device.misbehave(4, List.of());
            minutes(2);
            office.office.device.misbehave(3, List.of());
            minutes(5);
            assertThat(states(history(1))).containsExactly(null, State.READY, State.STOPPED, State.READY);
            StateSpan jam = history(1).stops().get(0);
            assertThat(Duration.between(jam.from(), jam.until()))
                    .isBetween(Duration.ofMinutes(4), Duration.ofMinutes(6));
            assertThat(history(1).usable()).isBetween(0.7, 0.85);

            // Courier was not running in between
            office.time.setForward(Duration.ofHours(3));
            look();
            minutes(1);
            assertThat(states(history(1)))
                    .containsExactly(null, State.READY, State.STOPPED, State.READY, null, State.READY);

            // A quarter later of the first days nothing is left but what tells how it was then
            office.time.setForward(Duration.ofDays(120));
            look();
            office.office.device.misbehave(5, List.of("cover-open"));
            minutes(1);
            assertThat(states(history(90))).containsExactly(null, State.READY, State.STOPPED);
            assertThat(office.jdbc()
                            .sql("select count(*) from device_state")
                            .query(Integer.class)
                            .single())
                    .isLessThanOrEqualTo(3);
            assertThat(office.office
                            .desk
                            .get("/api/devices/" + id + "/history?days=400")
                            .text())
                    .contains("1 to 92 days");
        }
    }
}
