package inky.courier.harness;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class FreePortTest {
    /** Of 400 draws from 12,000, some are the same in 999 of 1,000 runs. A stopped program lost its port to another. */
    @Test
    void noPortIsGivenTwiceAtWhateverAddress() throws IOException {
        Set<Integer> given = new HashSet<>();
        for (int i = 0; i < 400; i++) {
            assertThat(given.add(FreePort.at(i % 2 == 0 ? "127.0.0.1" : "127.40.9.77")))
                    .isTrue();
        }
    }
}
