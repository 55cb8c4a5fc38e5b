package inky.courier.device.sane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceTrouble;
import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A computer that lends its scanners and means no good holds nobody for long, nor much memory. */
class HostileSaneTest {
    /** Status, version; then the status of its list, and how long that is. */
    private static final String WELCOME = "\u0000\u0000\u0000\u0000\u0001\u0000\u0000\u0003";

    private static final String LONG_LIST = "\u0000\u0000\u0000\u0000\u007f\u007f\u007f\u007f";

    @ParameterizedTest
    @EnumSource(Manner.class)
    void whatItsAnswerNeverEndsWithEnds(Manner manner) throws IOException {
        try (Hostile computer = new Hostile(manner, true, WELCOME, LONG_LIST)) {
            Instant begin = Instant.now();
            assertThatThrownBy(() -> new SaneStatus()
                            .look(new DeviceAddress(computer.address(), computer.port(), DeviceProtocol.SANE)))
                    .isInstanceOf(DeviceTrouble.class);
            assertThat(Duration.between(begin, Instant.now())).isLessThan(Duration.ofSeconds(15));
            assertThat(computer.said()).isLessThan(16L * 1024 * 1024);
        }
    }
}
