package inky.courier.core.alert;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.alert.AwayTogether.Before;
import inky.courier.core.alert.AwayTogether.Device;
import inky.courier.core.alert.AwayTogether.Kind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class AwayTogetherTest {
    private static final Instant NOON = Instant.parse("2026-11-30T12:00:00Z");

    private static Device device(int n, int perNetwork, int perPlace, Instant awaySince) {
        return new Device("" + n, "D" + n, "Place " + n / perPlace, "10.0." + n / perNetwork, awaySince);
    }

    /** Twenty devices at each of fifty switches, of which the third one is down, and two devices elsewhere that are off. */
    @Test
    void aSwitchThatIsDownIsOneCause() {
        List<Device> all = IntStream.range(0, 1000)
                .mapToObj(n -> device(
                        n,
                        20,
                        40,
                        n / 20 == 3 ? NOON.plusSeconds(n % 20 * 7L) : n == 500 || n == 901 ? NOON : Instant.MAX))
                .toList();
        List<AwayTogether> found = AwayTogether.of(all, List.of());
        assertEquals(
                List.of("NETWORK 10.0.3 20", "DEVICE D500 1", "DEVICE D901 1"),
                found.stream()
                        .map(one -> one.kind() + " " + one.name() + " "
                                + one.devices().size())
                        .toList());
        // All but two are back: they stay what they were, and are not told of anew.
        Set<String> ids = found.get(0).devices().stream().map(Device::id).collect(Collectors.toSet());
        List<Device> later = IntStream.range(0, 1000)
                .mapToObj(n -> device(n, 20, 40, n == 61 || n == 62 ? NOON.plusSeconds(60) : Instant.MAX))
                .toList();
        List<AwayTogether> still = AwayTogether.of(later, List.of(new Before(Kind.NETWORK, "10.0.3", ids)));
        assertEquals(1, still.size());
        assertEquals(2, still.get(0).devices().size());
    }

    @Test
    void allThatAreAwayIsTheNetworkOfCourierItself() {
        List<Device> all =
                IntStream.range(0, 14).mapToObj(n -> device(n, 3, 4, NOON)).toList();
        assertEquals(
                List.of(Kind.OFFICE),
                AwayTogether.of(all, List.of()).stream().map(AwayTogether::kind).toList());
    }

    /** Whatever is away is in one of them, and no group has fewer than three, or less than half of its own, that went together. */
    @Test
    void eachThatIsAwayIsInOneOfThem() {
        Random random = new Random(6);
        for (int office = 0; office < 500; office++) {
            int devices = 1 + random.nextInt(60);
            double share = random.nextDouble();
            List<Device> all = IntStream.range(0, devices)
                    .mapToObj(n -> device(
                            n,
                            5,
                            7,
                            random.nextDouble() < share ? NOON.plusSeconds(random.nextInt(3000)) : Instant.MAX))
                    .toList();
            List<AwayTogether> found = AwayTogether.of(all, List.of());
            List<Device> members = new ArrayList<>();
            found.forEach(one -> members.addAll(one.devices()));
            assertEquals(all.stream().filter(Device::isAway).collect(Collectors.toSet()), new HashSet<>(members));
            assertEquals(new HashSet<>(members).size(), members.size());
            for (AwayTogether one : found) {
                if (one.kind() != Kind.DEVICE) {
                    assertTrue(one.devices().size() >= 3);
                    List<Instant> times = one.devices().stream()
                            .map(Device::awaySince)
                            .sorted()
                            .toList();
                    assertTrue(!times.get(times.size() - 1).isAfter(times.get(0).plusSeconds(600)));
                }
            }
        }
    }

    @Test
    void networksAreThoseOfAddresses() {
        assertEquals("192.0.2", AwayTogether.networkOf("192.0.2.17"));
        assertEquals("2001:db8:0:7", AwayTogether.networkOf("2001:db8:0:7:1:2:3:4"));
        assertEquals("", AwayTogether.networkOf("ticket-office.wherrymoor.example"));
        assertEquals("", AwayTogether.networkOf("::1"));
    }
}
