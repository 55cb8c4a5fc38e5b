package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.document.JpegPages;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.media.MediaSizes;
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
import inky.courier.device.DeviceTrouble;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** What every link to a device does alike, over whatever protocol. */
@ExtendWith(SharedOffice.class)
class DeviceScanningTest {
    private static final ScanProfile GREY =
            new ScanProfile(ColourMode.GREY, new Resolution(Office.COARSE), Sides.ONE, FileType.PDF);
    private static final ScanProfile COLOUR = GREY.withColour(ColourMode.COLOUR);

    private static StandInDevice started(String model) throws IOException {
        return StandInDevice.start(DeviceModel.named(model).orElseThrow(), "Landing", "127.20.9.22", 0, 1, 0);
    }

    private static DeviceScanner.Scan begin(
            Office office, StandInDevice device, DeviceProtocol protocol, ScanProfile profile) throws DeviceTrouble {
        DeviceAddress address = new DeviceAddress(device.address(), device.port(), protocol);
        return office.bean(DeviceLinks.class).scanner(address).begin(address, profile);
    }

    private static List<PageRaster> all(DeviceScanner.Scan scan) throws DeviceTrouble, IOException {
        List<PageRaster> pages = new ArrayList<>();
        while (scan.hasNext()) {
            pages.add(JpegPages.decode(scan.next(), GREY.resolution()));
        }
        return pages;
    }

    private static String size(PageRaster page) {
        return MediaSizes.snap(
                        page.resolution().hundredthsOfMm(page.width()),
                        page.resolution().hundredthsOfMm(page.height()))
                .label();
    }

    private static ScanProfile fromGlass(String media) {
        return new ScanProfile(
                ColourMode.GREY,
                GREY.resolution(),
                Sides.ONE,
                new ScanInput(PaperSource.GLASS, media),
                GREY.tone(),
                GREY.tidy(),
                GREY.grouping(),
                GREY.files());
    }

    private static ScanProfile at(int dpi, Sides sides) {
        return new ScanProfile(ColourMode.GREY, new Resolution(dpi), sides, FileType.PDF);
    }

    @ParameterizedTest
    @EnumSource(DeviceProtocol.class)
    void aStackComesAsItLies(DeviceProtocol protocol, Office office) throws Exception {
        try (StandInDevice device = started("Alder M30")) {
            device.put(Stack.BERTH_PERMIT);
            List<PageRaster> pages = all(begin(office, device, protocol, COLOUR));
            assertThat(pages).hasSize(3).allMatch(page -> size(page).equals("A4") && !page.isGrey());
            device.put(Stack.CARGO_MANIFEST);
            assertThat(all(begin(office, device, protocol, at(Office.COARSE, Sides.TWO_LONG_EDGE))))
                    .hasSize(8)
                    .allMatch(PageRaster::isGrey);
            device.layOnGlass(Stack.LOST_PROPERTY);
            assertThat(all(begin(office, device, protocol, fromGlass(""))))
                    .hasSize(1)
                    .allMatch(page -> size(page).equals("A4"));
            assertThat(all(begin(office, device, protocol, fromGlass("iso_a5_148x210mm"))))
                    .hasSize(1)
                    .allMatch(page -> size(page).equals("A5"));
        }
    }

    @ParameterizedTest
    @EnumSource(DeviceProtocol.class)
    void whatCannotBeSaysWhy(DeviceProtocol protocol, Office office) throws Exception {
        StandInDevice device = started("Sorrel D2");
        try (device) {
            assertTrouble("device.no-paper", () -> begin(office, device, protocol, GREY));
            device.put(Stack.BERTH_PERMIT);
            assertTrouble("device.cannot", () -> begin(office, device, protocol, at(1200, Sides.ONE)));
            assertTrouble(
                    "device.cannot", () -> begin(office, device, protocol, at(Office.COARSE, Sides.TWO_LONG_EDGE)));
            device.misbehave(5, List.of("input-media-jam"));
            DeviceTrouble jam = assertTrouble("device.stopped", () -> begin(office, device, protocol, GREY));
            assertThat(jam.sentence().in(Locale.ENGLISH)).isEqualTo("Paper jam in the feeder.");
            device.misbehave(5, List.of("cover-open"));
            DeviceTrouble open = assertTrouble("device.stopped", () -> begin(office, device, protocol, GREY));
            assertThat(open.sentence().in(Locale.ENGLISH)).isEqualTo("A cover is open.");
            device.misbehave(3, List.of());
            assertThat(all(begin(office, device, protocol, GREY)))
                    .as("the paper still lies there")
                    .hasSize(3);
        }
        assertTrouble("device.unreachable", () -> begin(office, device, protocol, GREY));
    }

    @ParameterizedTest
    @EnumSource(DeviceProtocol.class)
    void whatWentThroughBeforeAJamIsThere(DeviceProtocol protocol, Office office) throws Exception {
        try (StandInDevice device = started("Alder M30")) {
            device.put(Stack.BERTH_PERMIT);
            DeviceScanner.Scan scan = begin(office, device, protocol, GREY);
            assertThat(scan.next()).isNotEmpty();
            device.misbehave(5, List.of("input-media-jam"));
            DeviceTrouble jam = assertTrouble("device.stopped", () -> {
                if (scan.hasNext()) {
                    scan.next();
                }
            });
            assertThat(jam.sentence().in(Locale.ENGLISH)).isEqualTo("Paper jam in the feeder.");
        }
    }

    @ParameterizedTest
    @EnumSource(DeviceProtocol.class)
    void whatIsCancelledEndsThere(DeviceProtocol protocol, Office office) throws Exception {
        try (StandInDevice device = started("Alder M30")) {
            device.put(Stack.TEN_LETTERS);
            DeviceScanner.Scan scan = begin(office, device, protocol, GREY);
            assertThat(scan.next()).isNotEmpty();
            scan.cancel();
            device.put(Stack.TIDE_TABLE);
            assertThat(all(begin(office, device, protocol, GREY))).hasSize(1);
        }
    }

    private interface Doing {
        void run() throws Exception;
    }

    private static DeviceTrouble assertTrouble(String code, Doing doing) {
        DeviceTrouble[] told = new DeviceTrouble[1];
        assertThatThrownBy(doing::run).isInstanceOfSatisfying(DeviceTrouble.class, trouble -> {
            assertThat(trouble.code()).isEqualTo(code);
            told[0] = trouble;
        });
        return told[0];
    }

    /** Nobody has to know what a scanner speaks: it is found out, and kept. */
    @Test
    void aScannerWithoutIppIsFoundAndScans(Office office) throws Exception {
        try (StandInDevice device = started("Borage S1")) {
            String address = device.address() + ":" + device.port();
            JsonNode seen = office.desk
                    .post("/api/devices/look", Map.of("address", address))
                    .ok()
                    .json();
            assertThat(seen.path("protocol").asString()).isEqualTo("ESCL");
            assertThat(seen.path("abilities").path("makeAndModel").asString()).isEqualTo("Borage S1");
            assertThat(seen.path("abilities").path("bothSides").asBoolean()).isTrue();
            assertThat(seen.path("abilities").path("resolutions").toString()).isEqualTo("[100,200,300,600]");
            Browser.Answer otherwise =
                    office.desk.post("/api/devices/look", Map.of("address", address, "protocol", "IPP"));
            assertThat(otherwise.status()).isEqualTo(422);
            assertThat(otherwise.text()).contains("device.not-ipp");

            Map<String, Object> form = new HashMap<>(Map.of(
                    "name",
                    "Chart office",
                    "place",
                    "Harbour",
                    "placeWhat",
                    "",
                    "address",
                    address,
                    "signOutSeconds",
                    60));
            JsonNode added = office.desk.post("/api/devices", form).ok().json();
            assertThat(added.path("protocol").asString()).isEqualTo("ESCL");
            String id = added.path("id").asString();
            office.desk
                    .put("/api/panels/" + id, Map.of("places", List.of(Map.of("place", 1, "jobId", office.jobId))))
                    .ok();
            String before = office.deviceId;
            office.deviceId = id;
            try {
                Browser guest = office.guest();
                device.put(Stack.BERTH_PERMIT);
                String scan = office.begin(guest);
                office.waitForScan(guest, scan, "COMPLETE");
                assertThat(guest.get(office.panel("/scans/" + scan))
                                .json()
                                .path("pages")
                                .size())
                        .isEqualTo(3);
                String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .ok()
                        .get("deliveryId");
                Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
                device.misbehave(5, List.of("cover-open"));
                assertThat(office.desk
                                .post("/api/devices/" + id + "/refresh", Map.of())
                                .ok()
                                .get("conditionWords"))
                        .isEqualTo("A cover is open.");
            } finally {
                office.deviceId = before;
            }
        }
    }
}
