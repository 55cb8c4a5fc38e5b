package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.core.document.JpegPages;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLinks;
import inky.courier.device.DeviceScanner;
import inky.courier.device.DeviceStatus;
import inky.courier.device.DeviceTrouble;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.FreePort;
import java.io.IOException;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Scanning from Debian's {@code saned} with the test scanner of SANE's own (sane-test(5)), which nobody here wrote. Its feeder holds ten
 * sheets.
 */
@Tag("long")
@ExtendWith(SharedOffice.class)
class SanePeerTest {
    private static final String ADDRESS = "127.20.9.26";

    @TempDir
    Path folder;

    private Process saned;
    private int port;

    @BeforeEach
    void starts() throws IOException {
        assumeTrue(Files.isExecutable(Path.of("/usr/sbin/saned")), "sane-utils is not installed");
        Files.writeString(folder.resolve("dll.conf"), "test\n");
        Files.writeString(folder.resolve("saned.conf"), "127.0.0.0/8\n");
        Files.writeString(folder.resolve("test.conf"), "number_of_devices 1\n");
        port = FreePort.at(ADDRESS);
        ProcessBuilder builder =
                new ProcessBuilder("/usr/sbin/saned", "-l", "-e", "-b", ADDRESS, "-p", Integer.toString(port));
        builder.environment().put("SANE_CONFIG_DIR", folder.toString());
        saned = builder.redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        Waiting.until(
                () -> {
                    try (Socket socket = new Socket(ADDRESS, port)) {
                        return socket.isConnected();
                    } catch (IOException e) {
                        return false;
                    }
                },
                "saned listens");
    }

    @AfterEach
    void ends() throws InterruptedException {
        saned.descendants().forEach(ProcessHandle::destroyForcibly);
        saned.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
    }

    private DeviceAddress address() {
        return new DeviceAddress(ADDRESS, port, DeviceProtocol.SANE);
    }

    private static ScanProfile profile(ColourMode colour, int dpi, PaperSource source, String media) {
        ScanProfile usual = new ScanProfile(colour, new Resolution(dpi), Sides.ONE, FileType.PDF);
        return new ScanProfile(
                colour,
                usual.resolution(),
                Sides.ONE,
                new ScanInput(source, media),
                usual.tone(),
                usual.tidy(),
                usual.grouping(),
                usual.files());
    }

    private List<PageRaster> pages(Office office, ScanProfile profile) throws DeviceTrouble, IOException {
        DeviceScanner.Scan scan =
                office.bean(DeviceLinks.class).scanner(address()).begin(address(), profile);
        List<PageRaster> pages = new ArrayList<>();
        while (scan.hasNext()) {
            pages.add(JpegPages.decode(scan.next(), profile.resolution()));
        }
        return pages;
    }

    @Test
    void aScannerOfAnotherComputerIsAskedAndScansFromItsGlassAndItsFeeder(Office office) throws Exception {
        DeviceStatus.Report report =
                office.bean(DeviceLinks.class).status(address()).look(address());
        assertThat(report.abilities().makeAndModel()).contains("frontend-tester");
        assertThat(report.abilities().glass()
                        && report.abilities().feeder()
                        && report.abilities().colour())
                .isTrue();
        assertThat(report.abilities().resolutions()).contains(100, 200, 300);

        List<PageRaster> glass = pages(office, profile(ColourMode.COLOUR, 100, PaperSource.GLASS, ""));
        assertThat(glass).hasSize(1);
        assertThat(glass.get(0).isGrey()).isFalse();
        // 200 x 200 mm, as sane-test(5) has it
        assertThat(glass.get(0).width()).isBetween(780, 792);
        List<PageRaster> part = pages(office, profile(ColourMode.GREY, 100, PaperSource.GLASS, "iso_a6_105x148mm"));
        assertThat(part.get(0).isGrey()).isTrue();
        assertThat(part.get(0).width()).isBetween(408, 418);
        assertThat(part.get(0).height()).isBetween(578, 588);

        assertThat(pages(office, profile(ColourMode.GREY, 75, PaperSource.FEEDER, "")))
                .as("until there is no more paper")
                .hasSize(10);
    }

    @Test
    void itIsBusyWhileSomebodyScansAndFreeAfterwards(Office office) throws Exception {
        ScanProfile grey = profile(ColourMode.GREY, 75, PaperSource.FEEDER, "");
        DeviceScanner.Scan scan =
                office.bean(DeviceLinks.class).scanner(address()).begin(address(), grey);
        assertThat(scan.hasNext()).isTrue();
        assertThat(scan.next()).isNotEmpty();
        scan.cancel();
        assertThat(pages(office, grey)).isNotEmpty();
        ScanProfile both = new ScanProfile(ColourMode.GREY, new Resolution(75), Sides.TWO_LONG_EDGE, FileType.PDF);
        assertThatThrownBy(() -> pages(office, both))
                .isInstanceOfSatisfying(
                        DeviceTrouble.class,
                        trouble -> assertThat(trouble.code()).isEqualTo("device.cannot"));
    }

    /** By its address alone, as any device; what it scans goes by a job and arrives. */
    @Test
    void itIsFoundByItsAddressAndAScanArrives(Office office) {
        JsonNode seen = office.desk
                .post("/api/devices/look", Map.of("address", ADDRESS + ":" + port))
                .ok()
                .json();
        assertThat(seen.path("protocol").asString()).isEqualTo("SANE");
        Map<String, Object> form = new HashMap<>(Map.of("name", "Desk scanner", "place", "Harbour", "placeWhat", ""));
        form.putAll(Map.of("address", ADDRESS + ":" + port, "signOutSeconds", 60));
        String id = office.desk.post("/api/devices", form).ok().get("id");
        office.desk
                .put("/api/panels/" + id, Map.of("places", List.of(Map.of("place", 1, "jobId", office.jobId))))
                .ok();
        String before = office.deviceId;
        office.deviceId = id;
        try {
            Browser guest = office.guest();
            String scan = guest.post(office.panel("/scans"), Map.of("jobId", office.jobId, "source", "GLASS"))
                    .ok()
                    .get("id");
            office.waitForScan(guest, scan, "COMPLETE");
            String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                    .ok()
                    .get("deliveryId");
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        } finally {
            office.deviceId = before;
            office.desk.delete("/api/devices/" + id).ok();
        }
    }
}
