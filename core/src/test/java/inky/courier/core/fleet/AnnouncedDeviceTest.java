package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.AnnouncedDevice.Service;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Services of DNS-SD (RFC 6763) made into devices. Names of the TXT record: PWG 5100.14 section 4.2, from memory. */
class AnnouncedDeviceTest {
    private static Service service(String type, String instance, String address, Map<String, String> text) {
        return new Service(type, instance, address, 631, text);
    }

    @Test
    void servicesOfOneAddressOrOneUuidAreOneDeviceInWhateverOrderTheyCome() {
        List<Service> services = new ArrayList<>(List.of(
                service("_uscans._tcp", "Front desk", "192.0.2.10", Map.of("uuid", "A-1")),
                service("_uscan._tcp", "Front desk", "192.0.2.10", Map.of("UUID", "a-1", "note", "Quay House")),
                service("_ipps._tcp", "Front desk", "192.0.2.11", Map.of("UUID", "a-1", "ty", "Alder M60c")),
                service("_sane-port._tcp", "Front desk", "192.0.2.11", Map.of()),
                service("_sane-port._tcp", "Map room", "192.0.2.12", Map.of()),
                service("_http._tcp", "Somebody's pages", "192.0.2.13", Map.of())));
        Random random = new Random(3);
        for (int i = 0; i < 50; i++) {
            Collections.shuffle(services, random);
            assertEquals(
                    List.of(
                            new AnnouncedDevice(
                                    "192.0.2.11",
                                    631,
                                    DeviceProtocol.IPP,
                                    true,
                                    "Front desk",
                                    "Quay House",
                                    "Alder M60c"),
                            new AnnouncedDevice("192.0.2.12", 631, DeviceProtocol.SANE, false, "Map room", "", "")),
                    AnnouncedDevice.of(services));
        }
    }

    @Test
    void whatADeviceSaysIsALineThatFits() {
        String longName = "x".repeat(39) + "\ud83d\udda8 and more";
        AnnouncedDevice device = AnnouncedDevice.of(List.of(service(
                        "_ipp._tcp", longName, "192.0.2.10", Map.of("note", "Pier\r\nBcc: all", "ty", "\u202eM60"))))
                .get(0);
        assertEquals("x".repeat(39), device.name());
        assertEquals("Pier Bcc: all", device.place());
        assertTrue(device.model().endsWith("M60") && device.model().length() == 3, device.model());
    }
}
