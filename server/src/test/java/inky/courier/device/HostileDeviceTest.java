package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A device that answers its head and then nothing, everything or nonsense holds nobody for long. */
class HostileDeviceTest {
    private static final String HEAD =
            "HTTP/1.1 200 OK\r\nContent-Type: application/ipp\r\nTransfer-Encoding: identity\r\n\r\n";

    /** RFC 8010 section 3.1: version, status, request id, the group of the printer's attributes. */
    private static final String BEGINNING = "\u0001\u0001\u0000\u0000\u0000\u0000\u0000\u0001\u0004";

    /** One attribute, which may come as often as it likes. */
    private static final String ATTRIBUTE = "\u0044\u0000\u0004name\u0000\u0004much";

    @ParameterizedTest
    @EnumSource(Manner.class)
    void whatItsAnswerNeverEndsWithEnds(Manner manner) throws IOException {
        try (Hostile device = new Hostile(manner, true, HEAD + BEGINNING, ATTRIBUTE)) {
            Instant begin = Instant.now();
            assertThatThrownBy(() -> new IppStatus(new IppClient(new DeviceHttp()))
                            .look(new DeviceAddress(device.address(), device.port(), DeviceProtocol.IPP)))
                    .isInstanceOf(DeviceTrouble.class);
            assertThat(Duration.between(begin, Instant.now())).isLessThan(Duration.ofSeconds(15));
            assertThat(device.said()).isLessThan(16L * 1024 * 1024);
        }
    }
}
