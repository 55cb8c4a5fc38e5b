package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionOrderTest {
    /** Semantic Versioning 2.0.0, section 11, its own examples. */
    private static final List<String> PUBLISHED = List.of(
            "1.0.0-alpha",
            "1.0.0-alpha.1",
            "1.0.0-alpha.beta",
            "1.0.0-beta",
            "1.0.0-beta.2",
            "1.0.0-beta.11",
            "1.0.0-rc.1",
            "1.0.0",
            "2.0.0",
            "2.1.0",
            "2.1.1");

    @Test
    void versionsStandAsPublished() {
        List<String> shuffled = new ArrayList<>(PUBLISHED);
        for (int seed = 0; seed < 50; seed++) {
            Collections.shuffle(shuffled, new Random(seed));
            shuffled.sort(VersionOrder.INSTANCE);
            assertEquals(PUBLISHED, shuffled);
        }
    }

    /** Common practice of makers of devices, no source. */
    @ParameterizedTest
    @CsvSource({
        "2.9.4, <, 2.10.0",
        "2.9, <, 2.9.1",
        "2.9, <, 2.9b",
        "2.9a, <, 2.9b",
        "04.11.3, =, 4.11.3",
        "4.2, =, 4.2.0",
        "4.2.0, <, 4.2.1",
        "V1.30, =, v1.30",
        "1.8_003, <, 1.8_010",
        "2026.11, <, 2027.2",
        "3.0 rc 2, <, 3.0",
        "99999999999999999999.1, <, 100000000000000000000.0"
    })
    void versionsOfDevicesStandInTheirOrder(String one, String sign, String other) {
        int expected = sign.equals("<") ? -1 : 0;
        assertEquals(expected, Integer.signum(VersionOrder.INSTANCE.compare(one, other)), one + " " + other);
        assertEquals(-expected, Integer.signum(VersionOrder.INSTANCE.compare(other, one)), other + " " + one);
    }

    @Test
    void itIsAnOrder() {
        Random random = new Random(17);
        for (int i = 0; i < 20_000; i++) {
            String a = version(random);
            String b = version(random);
            String c = version(random);
            int ab = Integer.signum(VersionOrder.INSTANCE.compare(a, b));
            assertEquals(-ab, Integer.signum(VersionOrder.INSTANCE.compare(b, a)), a + " " + b);
            int bc = Integer.signum(VersionOrder.INSTANCE.compare(b, c));
            if (ab <= 0 && bc <= 0) {
                assertTrue(VersionOrder.INSTANCE.compare(a, c) <= 0, a + " " + b + " " + c);
            }
        }
    }

    private static String version(Random random) {
        List<String> parts = List.of("1", "2", "10", "0", "00", "a", "b", "beta", "rc", "x");
        StringBuilder version = new StringBuilder("1");
        for (int i = random.nextInt(4); i > 0; i--) {
            version.append(random.nextBoolean() ? "." : "-").append(parts.get(random.nextInt(parts.size())));
        }
        return version.toString();
    }
}
