package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.harness.Browser;
import inky.courier.harness.Loopback;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.standins.Announcements;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Devices found on the network, in a range of addresses and in a list. DNS-SD against Debian's {@code python3-zeroconf}. */
@ExtendWith(SharedOffice.class)
class DeviceSearchTest {
    /** Announces two services of one device, until its input ends. */
    private static final String ANNOUNCES = """
            import socket, sys
            from zeroconf import ServiceInfo, Zeroconf
            network = Zeroconf(interfaces=['127.0.0.1'])
            for kind, port in (('_ipps._tcp.local.', 8631), ('_uscan._tcp.local.', 8080)):
                network.register_service(ServiceInfo(
                    kind, 'Peer, third floor.' + kind, addresses=[socket.inet_aton('127.20.9.77')], port=port,
                    properties={'TY': 'Rowan S2', 'Note': 'Salt quay', 'UUID': '5b1c'}, server='peer.local.'))
            print('announced', flush=True)
            sys.stdin.read()
            network.close()
            """;

    /** Prints what it hears of one type of service. */
    private static final String HEARS = """
            import time
            from zeroconf import ServiceBrowser, Zeroconf
            network = Zeroconf(interfaces=['127.0.0.1'])
            class Heard:
                def add_service(self, network, kind, name):
                    # Others on this machine may announce theirs, the demo for one.
                    if name.startswith('Pier 4'):
                        info = network.get_service_info(kind, name)
                        print(name, info.parsed_addresses(), info.port, info.properties.get(b'note'), flush=True)
                def update_service(self, *changed): pass
                def remove_service(self, *removed): pass
            ServiceBrowser(network, '_uscan._tcp.local.', Heard())
            time.sleep(3)
            network.close()
            """;

    private final Office office;

    DeviceSearchTest(Office office) {
        this.office = office;
    }

    private static void needsPeers() {
        assumeTrue(Files.isDirectory(Path.of("/usr/lib/python3/dist-packages/zeroconf")), "no python3-zeroconf");
        assumeTrue(Loopback.hasMulticast(), "no multicast on the loopback");
    }

    private static Process python(String program) throws IOException {
        return new ProcessBuilder("/usr/bin/python3", "-c", program)
                .redirectErrorStream(true)
                .start();
    }

    private JsonNode announced(String name) {
        return office.desk
                .post("/api/devices/search/announced", Map.of())
                .ok()
                .json()
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatOthersAnnounceIsFoundOnceByTheBestOfItsServices() throws Exception {
        needsPeers();
        Process peer = python(ANNOUNCES);
        try {
            assertThat(peer.inputReader().readLine()).isEqualTo("announced");
            JsonNode found = announced("Peer, third floor");
            assertThat(found.path("address").asString()).isEqualTo("127.20.9.77:8631");
            assertThat(found.path("protocol").asString()).isEqualTo("IPP");
            assertThat(found.path("encrypted").asBoolean()).isTrue();
            assertThat(found.path("place").asString()).isEqualTo("Salt quay");
            assertThat(found.path("model").asString()).isEqualTo("Rowan S2");
            assertThat(found.path("deviceId").isNull()).isTrue();
        } finally {
            peer.outputWriter().close();
            peer.waitFor();
        }
    }

    @Test
    void theStandInsAnnouncementsAreHeardByOthersAndByCourier() throws Exception {
        needsPeers();
        Announcements.Service service = new Announcements.Service(
                "_uscan._tcp",
                "Pier 4, loading",
                "127.20.9.1",
                office.device.port(),
                List.of("ty=Alder M30", "note=Pier"));
        try (Announcements announcements = Announcements.of(List.of(service))) {
            Process peer = python(HEARS);
            String heard = new String(peer.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(heard)
                    .contains("Pier 4, loading._uscan._tcp.local. ['127.20.9.1'] " + office.device.port() + " b'Pier'");
            assertThat(announced("Pier 4, loading").path("deviceId").asString()).isEqualTo(office.deviceId);
        }
    }

    private Browser.Answer range(String range, int from) {
        return office.desk.post("/api/devices/search/range", Map.of("range", range, "from", from));
    }

    @Test
    void aRangeIsLookedAtPartByPartAndWhatListensThereIsFound() throws IOException {
        // Registered with IANA as sane-port
        try (ServerSocket listening = new ServerSocket(6566, 1, InetAddress.getByName("127.20.77.40"))) {
            JsonNode first = range("127.20.77.0/26", 0).ok().json();
            assertThat(first.path("found").size()).isZero();
            assertThat(first.path("looked").asInt()).isEqualTo(32);
            assertThat(first.path("hosts").asInt()).isEqualTo(62);
            JsonNode rest = range("127.20.77.0/26", 32).ok().json();
            assertThat(rest.path("looked").asInt()).isEqualTo(62);
            assertThat(rest.path("found").size()).isEqualTo(1);
            assertThat(rest.path("found").path(0).path("address").asString()).isEqualTo("127.20.77.40");
            assertThat(range("127.20.77.0/26", 9999).ok().json().path("found").size())
                    .isZero();
        }
        for (String wrong : List.of("127.20.77.1/24", "10.0.0.0/8", "2001:db8::/120", "office", "")) {
            Browser.Answer refused = range(wrong, 0);
            assertThat(refused.status()).as(wrong).isEqualTo(422);
            assertThat(refused.text()).contains("\"field\":\"range\"");
        }
    }

    @Test
    void aListSaysLineByLineWhatCanBeAdded() {
        String file = "Address;Name;Place;Protocol\n192.0.2.1;Front desk;Quay House;eSCL\n"
                + "127.20.9.1:" + office.device.port() + ";;;\n192.0.2.1;Twice;;\nnot one;;;\n192.0.2.5;;;telex\n"
                + "192.0.2.1:8631;At another port;;\n";
        JsonNode lines = office.desk
                .post("/api/devices/search/table", Map.of("file", file))
                .ok()
                .json();
        assertThat(lines.valueStream()
                        .map(line -> line.path("problem").asString().isEmpty()))
                .containsExactly(true, true, false, false, false, true);
        assertThat(lines.path(0).path("protocol").asString()).isEqualTo("ESCL");
        assertThat(lines.path(1).path("deviceId").asString()).isEqualTo(office.deviceId);
        assertThat(office.desk
                        .post("/api/devices/search/table", Map.of("file", "name\nFront desk\n"))
                        .status())
                .isEqualTo(422);
    }
}
