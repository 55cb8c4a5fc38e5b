package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.time.Duration;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Firmware: which versions are allowed, who is behind, and updates in stages, of devices that come back well, as before, or not at all. */
class FirmwareTest {
    private static final int DEVICES = 4;
    private static final long HOUR = 3_600_000;

    private static TimedOffice timed;
    private static Office office;

    private final List<StandInDevice> devices = new ArrayList<>();
    private final List<String> ids = new ArrayList<>();

    @BeforeAll
    static void open() throws IOException {
        timed = new TimedOffice();
        office = timed.office;
    }

    @AfterAll
    static void close() {
        timed.close();
    }

    @BeforeEach
    void start() throws IOException {
        for (int i = 0; i < DEVICES; i++) {
            StandInDevice device = StandInDevice.start(
                    DeviceModel.named("Sorrel D2").orElseThrow(), "Wharf " + i, "127.20.9." + (10 + i), 0, 1, 0);
            device.firmware("1.8");
            device.updateLasts(HOUR);
            devices.add(device);
            ids.add(office.desk
                    .post(
                            "/api/devices",
                            Map.of(
                                    "name",
                                    "Wharf " + i,
                                    "place",
                                    "Quay 2",
                                    "placeWhat",
                                    "first floor",
                                    "address",
                                    device.address() + ":" + device.port(),
                                    "signOutSeconds",
                                    60))
                    .ok()
                    .get("id"));
        }
    }

    @AfterEach
    void end() {
        timed.time.pass(Duration.ofHours(2));
        ids.forEach(id -> office.desk.delete("/api/devices/" + id).ok());
        devices.forEach(StandInDevice::close);
        models().filter(model -> !model.path("id").isNull())
                .forEach(model -> office.desk
                        .delete("/api/firmware/models/" + model.path("id").asString())
                        .ok());
    }

    private static Stream<JsonNode> models() {
        return office.desk.get("/api/firmware/models").ok().json().valueStream();
    }

    private static Browser.Answer wants(String model, String wanted, String... also) {
        return office.desk.post("/api/firmware/models", Map.of("name", model, "wanted", wanted, "also", List.of(also)));
    }

    private Browser.Answer update(int atOnce) {
        return office.desk.post("/api/firmware/updates", Map.of("ids", ids, "atOnce", atOnce));
    }

    private static JsonNode latest() {
        return office.desk.get("/api/firmware/updates").ok().json().path(0);
    }

    private static String states() {
        return latest().path("steps")
                .valueStream()
                .map(step -> step.path("state").asString())
                .collect(Collectors.joining(" "));
    }

    private JsonNode step(int i) {
        return latest().path("steps").path(i);
    }

    private String condition(int i) {
        return office.desk
                .get("/api/devices/" + ids.get(i))
                .ok()
                .json()
                .path("condition")
                .asString();
    }

    private static void aWhile() {
        timed.time.pass(Duration.ofSeconds(25));
    }

    @Test
    void oneIsUpdatedFirstAndTheOthersWhenItIsBackWell() {
        assertThat(update(2).text()).contains("None of these devices can be updated from here");
        wants("Sorrel D2", "1.9").ok();
        JsonNode behind =
                office.desk.get("/api/firmware/devices?attention=true").ok().json();
        assertThat(behind.path("fitting").asInt()).isEqualTo(DEVICES);
        assertThat(behind.path("rows").path(0).path("offered").asBoolean()).isTrue();
        update(2).ok();
        aWhile();
        assertThat(states()).isEqualTo("UPDATING WAITING WAITING WAITING");
        assertThat(update(2).status()).as("nobody updates one twice").isEqualTo(409);

        devices.get(0).passUpdate(40);
        aWhile();
        assertThat(step(0).path("progress").asInt()).isEqualTo(50);
        assertThat(condition(0)).isEqualTo("UPDATING");
        assertThat(office.desk.get("/api/today").ok().json().path("stopped").asInt())
                .as("nobody is told of what somebody wanted")
                .isZero();

        devices.get(0).passUpdate(45);
        aWhile();
        assertThat(condition(0)).as("it starts again, and answers nobody").isEqualTo("UPDATING");
        assertThat(states()).isEqualTo("UPDATING WAITING WAITING WAITING");

        devices.get(0).passUpdate(20);
        aWhile();
        aWhile();
        assertThat(condition(0)).isEqualTo("READY");
        assertThat(states()).isEqualTo("DONE UPDATING UPDATING WAITING");
        devices.forEach(device -> device.passUpdate(100));
        aWhile();
        aWhile();
        devices.get(3).passUpdate(100);
        aWhile();
        assertThat(states()).isEqualTo("DONE DONE DONE DONE");
        assertThat(latest().path("ended").asBoolean()).isTrue();
        assertThat(devices).allMatch(device -> device.firmware().equals("1.9"));
        JsonNode model = models().filter(one -> one.path("model").asString().equals("Sorrel D2"))
                .findFirst()
                .orElseThrow();
        assertThat(model.path("behind").asInt()).isZero();
        assertThat(model.path("running").path(0).path("version").asString()).isEqualTo("1.9");
    }

    @Test
    void afterAFailureNoOtherBeginsUntilSomebodyHasLooked() {
        wants("Sorrel D2", "1.9").ok();
        devices.get(0).failUpdates(1);
        update(3).ok();
        aWhile();
        devices.get(0).passUpdate(50);
        aWhile();
        devices.get(0).passUpdate(60);
        aWhile();
        timed.time.pass(Duration.ofHours(1));
        assertThat(states()).isEqualTo("FAILED WAITING WAITING WAITING");
        assertThat(latest().path("held").asBoolean()).isTrue();
        assertThat(step(0).path("trouble").asString()).isEqualTo("The device still runs version 1.8.");
        assertThat(devices.get(1).firmware()).isEqualTo("1.8");

        String id = latest().path("id").asString();
        office.desk.post("/api/firmware/updates/" + id + "/go-on", Map.of()).ok();
        aWhile();
        assertThat(states()).as("again one alone").isEqualTo("FAILED UPDATING WAITING WAITING");
        office.desk.delete("/api/firmware/updates/" + id).ok();
        assertThat(states()).isEqualTo("FAILED UPDATING STOPPED STOPPED");
        devices.get(1).passUpdate(100);
        aWhile();
        assertThat(states()).isEqualTo("FAILED DONE STOPPED STOPPED");
    }

    @Test
    void aDeviceThatDoesNotComeBackOrComesBackStoppedHasFailed() {
        wants("Sorrel D2", "1.9").ok();
        update(1).ok();
        aWhile();
        devices.get(0).passUpdate(90);
        timed.time.pass(Duration.ofMinutes(40));
        assertThat(states()).isEqualTo("UPDATING WAITING WAITING WAITING");
        timed.time.pass(Duration.ofMinutes(6));
        assertThat(states()).isEqualTo("FAILED WAITING WAITING WAITING");
        assertThat(step(0).path("trouble").asString()).isEqualTo("The device has not come back for 45 minutes.");
        assertThat(condition(0)).as("from now on it is simply away").isEqualTo("UNREACHABLE");

        String id = latest().path("id").asString();
        office.desk.post("/api/firmware/updates/" + id + "/go-on", Map.of()).ok();
        devices.get(1).misbehave(5, List.of("cover-open"));
        aWhile();
        devices.get(1).passUpdate(100);
        aWhile();
        assertThat(step(1).path("trouble").asString())
                .startsWith("The device runs the new version, but nobody can scan there:");
        assertThat(latest().path("held").asBoolean()).isTrue();
        office.desk.delete("/api/firmware/updates/" + id).ok();
    }

    @Test
    void nobodyScansWhereItIsUpdatedAndNothingIsUpdatedWhileSomebodyScans() {
        wants("Alder M30", "2.10.2").ok();
        office.device.firmware("2.9.4");
        office.device.updateLasts(HOUR);
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        office.device.pageMillis(3_000);
        office.device.put(Stack.TIDE_TABLE);
        Browser guest = office.guest();
        String scan = office.begin(guest);
        office.desk
                .post("/api/firmware/updates", Map.of("ids", List.of(office.deviceId)))
                .ok();
        aWhile();
        assertThat(states()).isEqualTo("WAITING");
        assertThat(step(0).path("trouble").asString()).isNotEmpty();
        guest.delete(office.panel("/scans/" + scan)).ok();
        office.device.pageMillis(0);
        inky.courier.harness.Waiting.until(() -> office.device.scanning() == 0, "the paper has come to rest");
        aWhile();
        assertThat(states()).isEqualTo("UPDATING");
        Browser other = office.guest();
        JsonNode front = other.get(office.panel("")).ok().json();
        assertThat(front.path("condition").asString()).isEqualTo("UPDATING");
        assertThat(front.path("conditionWords").asString())
                .isEqualTo("Its firmware is being updated. Do not switch it off.");
        Browser.Answer refused = other.post(office.panel("/scans"), new HashMap<>(Map.of("jobId", office.jobId)));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains("The firmware of this device is being updated.");
        office.device.passUpdate(100);
        aWhile();
        assertThat(states()).isEqualTo("DONE");
        assertThat(office.device.firmware()).isEqualTo("2.10.2");
    }

    /** Away for now, one does not keep the others waiting; it is updated when it is back. */
    @Test
    void whereNobodyAnswersOthersComeFirst() {
        wants("Sorrel D2", "1.9").ok();
        devices.get(0).updateLasts(0);
        devices.get(0).firmware("1.8");
        devices.get(0).silent(true);
        update(1).ok();
        aWhile();
        assertThat(states()).isEqualTo("WAITING UPDATING WAITING WAITING");
        assertThat(step(0).path("trouble").asString()).isNotEmpty();
        devices.get(0).silent(false);
        for (int i = 1; i < DEVICES; i++) {
            devices.get(i).passUpdate(100);
            aWhile();
            aWhile();
        }
        aWhile();
        assertThat(states()).isEqualTo("DONE DONE DONE DONE");
    }

    @Test
    void anUpdateCanBePlanned() {
        wants("Sorrel D2", "1.9").ok();
        office.desk
                .post(
                        "/api/firmware/updates",
                        Map.of(
                                "all",
                                true,
                                "find",
                                "wharf",
                                "at",
                                timed.time.instant().plus(6, ChronoUnit.HOURS).toString()))
                .ok();
        timed.time.pass(Duration.ofHours(5));
        assertThat(states()).isEqualTo("WAITING WAITING WAITING WAITING");
        timed.time.pass(Duration.ofHours(1).plusSeconds(5));
        assertThat(states()).isEqualTo("UPDATING WAITING WAITING WAITING");
        office.desk
                .delete("/api/firmware/updates/" + latest().path("id").asString())
                .ok();
        devices.get(0).passUpdate(100);
        aWhile();
        assertThat(states()).isEqualTo("DONE STOPPED STOPPED STOPPED");
    }

    @Test
    void theListOfAllowedVersionsIsATable() {
        wants("Sorrel D2", "1.9", "1.8").ok();
        Browser.Answer twice = wants("sorrel d2", "1.9");
        assertThat(twice.status()).isEqualTo(422);
        assertThat(twice.text()).contains("This model is in the list already.");
        String table = office.desk.get("/api/firmware/models.csv").ok().text();
        assertThat(table).isEqualTo("model,wanted,also\r\nSorrel D2,1.9,1.8\r\n");
        assertThat(compare(table).path("token").asString())
                .as("nothing would change")
                .isEmpty();

        String more = table + "Alder M60c,4.2.0,4.1.0; 4.0.2\r\n";
        JsonNode compared = compare(more);
        assertThat(compared.path("lines").path(0).path("effect").asString()).isEqualTo("SAME");
        assertThat(compared.path("lines").path(1).path("effect").asString()).isEqualTo("ADD");
        String token = compared.path("token").asString();
        office.desk
                .post("/api/firmware/models/import", Map.of("file", more, "token", token))
                .ok();
        assertThat(office.desk.get("/api/firmware/models.csv").ok().text())
                .isEqualTo("model,wanted,also\r\nAlder M60c,4.2.0,4.0.2; 4.1.0\r\nSorrel D2,1.9,1.8\r\n");
        Browser.Answer late = office.desk.post("/api/firmware/models/import", Map.of("file", more, "token", token));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.text()).contains("The list has changed since it was compared.");

        JsonNode wrong = compare("model;wanted\r\nSorrel D2;newest\r\nAlder M30;2.9\r\nalder m30;2.9\r\n");
        assertThat(wrong.path("token").asString()).isEmpty();
        assertThat(wrong.path("lines").path(0).path("problem").asString()).startsWith("A version has 1 to 40");
        assertThat(wrong.path("lines").path(1).path("problem").asString()).isEmpty();
        assertThat(wrong.path("lines").path(2).path("problem").asString())
                .isEqualTo("This model is in the file twice.");
        assertThat(office.desk
                        .post("/api/firmware/models/compare", Map.of("file", "nothing"))
                        .status())
                .isEqualTo(422);
    }

    private static JsonNode compare(String table) {
        return office.desk
                .post("/api/firmware/models/compare", Map.of("file", table))
                .ok()
                .json();
    }
}
