package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.document.JpegPages;
import inky.courier.core.fleet.DeviceAccess;
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
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceTrouble;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** What every link to a device does alike, over whatever protocol. */
@Tag("long")
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
    @EnumSource(names = {"IPP", "ESCL"})
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
    @EnumSource(names = {"IPP", "ESCL"})
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
    @EnumSource(names = {"IPP", "ESCL"})
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
    @EnumSource(names = {"IPP", "ESCL"})
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

    /** A line that is encrypted and signed in, seen and trusted by somebody first; over each protocol. */
    @ParameterizedTest
    @EnumSource(names = {"IPP", "ESCL"})
    void aGuardedDeviceIsTrustedByItsFingerprintAndSignedInTo(DeviceProtocol protocol, Office office) throws Exception {
        Path certificates = Files.createTempDirectory("certificates");
        StandInDevice.SignIn signIn = new StandInDevice.SignIn("keeper", "lantern-77", protocol == DeviceProtocol.IPP);
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        try (StandInDevice device = StandInDevice.guarded(model, "Vault", "127.20.9.24", certificates, signIn)) {
            Map<String, Object> form = new HashMap<>(
                    Map.of("name", "Vault " + protocol, "place", "Harbour", "placeWhat", "", "signOutSeconds", 60));
            form.put("address", device.address() + ":" + device.port());
            form.put("protocol", protocol);
            JsonNode first = office.desk.post("/api/devices/look", form).ok().json();
            assertThat(first.path("says").isNull()).as("nobody has trusted it").isTrue();
            assertThat(first.path("access").path("encrypted").asBoolean()).isTrue();
            assertThat(first.path("certificate").path("trusted").asBoolean()).isFalse();
            assertProblem(office.desk.post("/api/devices", form), "device.certificate-unknown");

            form.put(
                    "fingerprint", first.path("certificate").path("fingerprint").asString());
            assertProblem(office.desk.post("/api/devices/look", form), "device.sign-in");
            form.put("account", "keeper");
            form.put("password", "wrong");
            assertProblem(office.desk.post("/api/devices/look", form), "device.sign-in-wrong");
            form.put("password", "lantern-77");
            JsonNode added = office.desk.post("/api/devices", form).ok().json();
            assertThat(added.toString()).as("a secret stays here").doesNotContain("lantern-77");
            String id = added.path("id").asString();
            device.put(Stack.BERTH_PERMIT);
            DeviceAddress kept = office.bean(DeviceService.class).addressOf(UUID.fromString(id));
            assertThat(kept.toString()).doesNotContain("lantern-77");
            assertThat(all(office.bean(DeviceLinks.class).scanner(kept).begin(kept, GREY)))
                    .hasSize(3);

            JsonNode stranger = office.desk
                    .post("/api/devices/look", Map.of("address", form.get("address"), "protocol", protocol))
                    .ok()
                    .json();
            assertThat(stranger.path("says").isNull())
                    .as("lines of who has trusted it are nobody else's")
                    .isTrue();
            assertThat(stranger.path("certificate").path("fingerprint").asString())
                    .isEqualTo(form.get("fingerprint"));
            form.remove("password");
            form.put("name", "Vault, renamed");
            office.desk.put("/api/devices/" + id, form).ok();
            assertThat(office.bean(DeviceService.class)
                            .addressOf(UUID.fromString(id))
                            .password())
                    .as("left as it is")
                    .isEqualTo("lantern-77");
            form.put("address", "127.20.9.25:" + device.port());
            assertThat(office.desk.put("/api/devices/" + id, form).status()).isEqualTo(422);
            office.desk.delete("/api/devices/" + id).ok();
        }
    }

    @Test
    void aPasswordDoesNotGoOverAnOpenLine(Office office) throws Exception {
        StandInDevice.SignIn basic = new StandInDevice.SignIn("keeper", "lantern-77", false);
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        try (StandInDevice device = StandInDevice.guarded(model, "Vault", "127.20.9.24", null, basic)) {
            Map<String, Object> form = Map.of(
                    "address", device.address() + ":" + device.port(), "account", "keeper", "password", "lantern-77");
            assertProblem(office.desk.post("/api/devices/look", form), "device.sign-in-open");
        }
        StandInDevice.SignIn digest = new StandInDevice.SignIn("keeper", "lantern-77", true);
        try (StandInDevice device = StandInDevice.guarded(model, "Vault", "127.20.9.24", null, digest)) {
            Map<String, Object> form = Map.of(
                    "address", device.address() + ":" + device.port(), "account", "keeper", "password", "lantern-77");
            assertThat(office.desk
                            .post("/api/devices/look", form)
                            .ok()
                            .json()
                            .path("says")
                            .isObject())
                    .isTrue();
        }
    }

    /** Somebody in between, or a new device at the same address: its certificate is another. */
    @Test
    void anotherCertificateIsTold(Office office) throws Exception {
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        String fingerprint;
        int port;
        try (StandInDevice device =
                StandInDevice.guarded(model, "Vault", "127.20.9.24", Files.createTempDirectory("certificates"), null)) {
            port = device.port();
            fingerprint = office.desk
                    .post("/api/devices/look", Map.of("address", device.address() + ":" + port))
                    .ok()
                    .json()
                    .path("certificate")
                    .path("fingerprint")
                    .asString();
        }
        try (StandInDevice other =
                StandInDevice.guarded(model, "Vault", "127.20.9.24", Files.createTempDirectory("certificates"), null)) {
            DeviceAccess access = new DeviceAccess(true, fingerprint, "");
            DeviceAddress at = new DeviceAddress(other.address(), other.port(), DeviceProtocol.ESCL, access, "");
            assertTrouble(
                    "device.certificate-changed",
                    () -> office.bean(DeviceLinks.class).scanner(at).begin(at, GREY));
        }
    }

    /** The round looks at a device while somebody looks again and somebody else renames it: none of them is refused. */
    @Test
    void whoLooksAtADeviceIsInNobodysWay(Office office) throws Exception {
        try (StandInDevice device = started("Alder M30")) {
            Map<String, Object> form = new HashMap<>(Map.of("name", "Looked at", "place", "Harbour", "placeWhat", ""));
            form.putAll(Map.of("address", device.address() + ":" + device.port(), "signOutSeconds", 60));
            String id = office.desk.post("/api/devices", form).ok().get("id");
            ExecutorService round = Executors.newFixedThreadPool(2);
            AtomicBoolean ends = new AtomicBoolean();
            try {
                List<Future<?>> rounds = new ArrayList<>();
                for (int i = 0; i < 2; i++) {
                    rounds.add(round.submit(() -> {
                        for (int n = 0; !ends.get(); n++) {
                            device.misbehave(3, n % 2 == 0 ? List.of() : List.of("media-low-warning"));
                            office.bean(DeviceService.class).refresh(UUID.fromString(id));
                        }
                    }));
                }
                for (int i = 0; i < 20; i++) {
                    office.desk
                            .post("/api/devices/" + id + "/refresh", Map.of())
                            .ok();
                    form.put("name", "Looked at " + i);
                    office.desk.put("/api/devices/" + id, form).ok();
                }
                ends.set(true);
                for (Future<?> one : rounds) {
                    one.get();
                }
            } finally {
                ends.set(true);
                round.shutdownNow();
            }
            office.desk.delete("/api/devices/" + id).ok();
        }
    }

    private static void assertProblem(Browser.Answer answer, String code) {
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).contains(code);
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
            assertThat(seen.path("says").path("abilities").path("makeAndModel").asString())
                    .isEqualTo("Borage S1");
            assertThat(seen.path("says").path("abilities").path("bothSides").asBoolean())
                    .isTrue();
            assertThat(seen.path("says").path("abilities").path("resolutions").toString())
                    .isEqualTo("[100,200,300,600]");
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
