package inky.courier.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class BoundedSocketsTest {
    private static final Duration SHORT = Duration.ofMillis(1_500);

    @Test
    void whoSaysAByteASecondAndLetsNobodyInIsLetGo() throws IOException {
        try (Hostile far = new Hostile(Manner.SLOW, false, "220-", "mail")) {
            BoundedSockets sockets = new BoundedSockets(1_000, SHORT, Duration.ofHours(1));
            Instant begin = Instant.now();
            try (Socket line = connected(sockets, far)) {
                assertThatThrownBy(() -> line.getInputStream().readAllBytes()).isInstanceOf(IOException.class);
            }
            assertThat(Duration.between(begin, Instant.now())).isBetween(SHORT.minusMillis(100), SHORT.multipliedBy(4));
        }
    }

    @Test
    void whoHasLetCourierInHasTheTimeOfATransfer() throws IOException {
        try (Hostile far = new Hostile(Manner.SLOW, false, "220-", "mail")) {
            BoundedSockets sockets = new BoundedSockets(1_000, SHORT, Duration.ofHours(1));
            try (Socket line = connected(sockets, far)) {
                sockets.opened();
                assertThat(line.getInputStream().readNBytes(4 + 3)).asString().isEqualTo("220-mai");
            }
        }
    }

    private static Socket connected(BoundedSockets sockets, Hostile far) throws IOException {
        Socket line = sockets.createSocket();
        line.connect(new InetSocketAddress(far.address(), far.port()), 1_000);
        return line;
    }
}
