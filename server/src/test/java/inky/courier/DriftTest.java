package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Settings that devices keep themselves: wanted, found otherwise, set, copied, planned; and devices that do not do it. */
@ExtendWith(SharedOffice.class)
class DriftTest {
    private static final List<String> SOME = List.of("PLACE", "CONTACT", "SLEEP");

    private Office office;
    private StandInDevice other;
    private StandInDevice old;
    private String otherId;
    private String oldId;

    @BeforeEach
    void start(Office office) throws IOException {
        this.office = office;
        other = StandInDevice.start(DeviceModel.named("Sorrel D2").orElseThrow(), "Wharf", "127.20.9.5", 0, 1, 0);
        old = StandInDevice.start(DeviceModel.named("Sorrel F1").orElseThrow(), "Stores", "127.20.9.6", 0, 1, 0);
        otherId = add("Wharf", other);
        oldId = add("Stores", old);
    }

    @AfterEach
    void end() {
        for (String id : List.of(otherId, oldId)) {
            office.desk.delete("/api/devices/" + id).ok();
        }
        other.close();
        old.close();
        wants(office.deviceId, List.of(), "", 15, "").ok();
        office.device.keepItsOwn(false);
    }

    private String add(String name, StandInDevice device) {
        return office.desk
                .post("/api/devices", form(name, device.address() + ":" + device.port()))
                .ok()
                .get("id");
    }

    private static Map<String, Object> form(String name, String address) {
        return new HashMap<>(Map.of(
                "name", name, "place", "Quay 2", "placeWhat", "first floor", "address", address, "signOutSeconds", 60));
    }

    private Browser.Answer wants(String id, List<String> fields, String contact, int sleep, String timeServer) {
        JsonNode now = office.desk.get("/api/devices/" + id).ok().json();
        Map<String, Object> form =
                form(now.path("name").asString(), now.path("address").asString());
        form.put("place", now.path("place").asString());
        form.put("placeWhat", now.path("placeWhat").asString());
        form.put(
                "wishes",
                Map.of("fields", fields, "contact", contact, "sleepMinutes", sleep, "timeServer", timeServer));
        return office.desk.put("/api/devices/" + id, form);
    }

    private JsonNode row(String id) {
        return office.desk.get("/api/device-settings/" + id).ok().json();
    }

    private String states(String id) {
        Map<String, String> states = new HashMap<>();
        row(id).path("fields")
                .valueStream()
                .forEach(one -> states.put(
                        one.path("field").asString(), one.path("state").asString()));
        return new java.util.TreeMap<>(states).toString();
    }

    private Browser.Answer send(String... ids) {
        return office.desk.post("/api/device-settings/send", Map.of("ids", List.of(ids)));
    }

    private JsonNode run(String id) {
        return office.desk
                .get("/api/device-settings/runs")
                .ok()
                .json()
                .valueStream()
                .filter(run -> run.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode ended(Browser.Answer begun) {
        String id = begun.ok().get("id");
        Waiting.until(() -> run(id).path("waiting").asInt() == 0, "the run has ended");
        return run(id).path("tasks").path(0);
    }

    @Test
    void whatIsWantedIsSetAndWhatSomebodyChangesThereIsFound() {
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        assertThat(row(office.deviceId).path("differing").asInt())
                .as("nothing is wanted of it, so nothing differs")
                .isZero();
        wants(office.deviceId, SOME, "Help desk, 4400", 20, "").ok();
        assertThat(states(office.deviceId)).isEqualTo("{CONTACT=DIFFERS, PLACE=DIFFERS, SLEEP=DIFFERS}");

        JsonNode task = ended(send(office.deviceId));
        assertThat(task.path("state").asString()).isEqualTo("SET");
        assertThat(office.device.setting("printer-contact-col")).isEqualTo("Help desk, 4400");
        assertThat(office.device.setting("sleep-minutes")).isEqualTo("20");
        assertThat(office.device.setting("printer-location")).isEqualTo("Linnet Pier, ticket hall");
        assertThat(states(office.deviceId)).isEqualTo("{CONTACT=SAME, PLACE=SAME, SLEEP=SAME}");
        assertThat(ended(send(office.deviceId)).path("state").asString())
                .as("nothing is left to set")
                .isEqualTo("SAME");

        assertThat(office.device.set("sleep-minutes", "5")).isTrue();
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        assertThat(states(office.deviceId)).isEqualTo("{CONTACT=SAME, PLACE=SAME, SLEEP=DIFFERS}");
        JsonNode list =
                office.desk.get("/api/device-settings?attention=true").ok().json();
        assertThat(list.path("rows").findValuesAsString("name")).containsExactly("Ticket office");
        assertThat(list.path("rows").path(0).path("page").asString()).endsWith("/settings");
    }

    @Test
    void whatIsWantedAtOneIsWantedAtManyAndSetWhereThatCanBe() {
        wants(office.deviceId, SOME, "Help desk, 4400", 20, "").ok();
        Map<String, Object> copy = new HashMap<>(Map.of(
                "from", office.deviceId, "fields", List.of("CONTACT", "SLEEP"), "devices", List.of(otherId, oldId)));
        JsonNode preview =
                office.desk.post("/api/device-settings/copy/preview", copy).ok().json();
        assertThat(preview.findValuesAsString("name")).containsExactly("Stores", "Wharf");
        assertThat(preview.path(0)
                        .path("changes")
                        .path(0)
                        .path("drift")
                        .path("state")
                        .asString())
                .isEqualTo("BY_HAND");
        JsonNode sleep = preview.path(1).path("changes").path(1);
        assertThat(sleep.path("field").asString()).isEqualTo("SLEEP");
        assertThat(sleep.path("before").isNull()).isTrue();
        assertThat(sleep.path("after").asString()).isEqualTo("20");
        assertThat(sleep.path("drift").path("there").asString()).isEqualTo("30");
        assertThat(row(otherId).path("fields")).as("looking changes nothing").isEmpty();

        String run = office.desk
                .post("/api/device-settings/copy", copy)
                .ok()
                .json()
                .path("run")
                .path("id")
                .asString();
        Waiting.until(() -> run(run).path("waiting").asInt() == 0, "it is set");
        assertThat(run(run).path("tasks").findValuesAsString("name"))
                .as("the old one is set by hand")
                .containsExactly("Wharf");
        assertThat(other.setting("sleep-minutes")).isEqualTo("20");
        assertThat(states(otherId)).isEqualTo("{CONTACT=SAME, SLEEP=SAME}");
        assertThat(states(oldId)).isEqualTo("{CONTACT=BY_HAND, SLEEP=BY_HAND}");
        assertThat(send(oldId).status()).isEqualTo(422);

        assertThat(old.set("sleep-minutes", "20") && old.set("printer-contact-col", "Help desk, 4400"))
                .isTrue();
        office.desk.post("/api/devices/" + oldId + "/refresh", Map.of()).ok();
        assertThat(states(oldId)).isEqualTo("{CONTACT=SAME, SLEEP=SAME}");

        String change = office.desk
                .get("/api/changes/of/" + oldId)
                .ok()
                .json()
                .path(0)
                .path("id")
                .asString();
        office.desk.post("/api/changes/" + change + "/undo", Map.of()).ok();
        assertThat(row(otherId).path("fields")).as("one change of both").isEmpty();
        assertThat(row(oldId).path("fields")).isEmpty();
    }

    @Test
    void whatIsPlannedIsSaidAndCanBeCancelled() {
        wants(otherId, SOME, "Help desk, 4400", 20, "").ok();
        Instant tonight = Instant.now().plus(6, ChronoUnit.HOURS);
        String run = office.desk
                .post("/api/device-settings/send", Map.of("ids", List.of(otherId), "at", tonight.toString()))
                .ok()
                .get("id");
        assertThat(Instant.parse(row(otherId).path("plannedAt").asString()).truncatedTo(ChronoUnit.SECONDS))
                .isEqualTo(tonight.truncatedTo(ChronoUnit.SECONDS));
        office.desk.delete("/api/device-settings/runs/" + run).ok();
        assertThat(row(otherId).path("plannedAt").isNull()).isTrue();
        assertThat(run(run).path("tasks").path(0).path("state").asString()).isEqualTo("STOPPED");
        assertThat(other.setting("sleep-minutes")).isEqualTo("30");
        Instant late = Instant.now().plus(90, ChronoUnit.DAYS);
        assertThat(office.desk
                        .post("/api/device-settings/send", Map.of("ids", List.of(otherId), "at", late.toString()))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void whatADeviceDoesNotDoIsSaidAndCanBeRepeated() {
        String far = "a".repeat(60) + "." + "b".repeat(60) + "." + "c".repeat(60) + ".example";
        wants(otherId, List.of("SLEEP", "TIME_SERVER"), "", 20, far).ok();
        JsonNode task = ended(send(otherId));
        assertThat(task.path("state").asString()).isEqualTo("FAILED");
        assertThat(task.path("trouble").asString()).isEqualTo("The device does not take this: time server.");
        assertThat(other.setting("sleep-minutes")).as("all or none").isEqualTo("30");

        wants(otherId, List.of("SLEEP"), "", 20, "").ok();
        other.keepItsOwn(true);
        task = ended(send(otherId));
        assertThat(task.path("trouble").asString())
                .isEqualTo("The device accepted this, but still has it otherwise: time until sleep.");

        other.keepItsOwn(false);
        String failed = office.desk
                .get("/api/device-settings/runs")
                .ok()
                .json()
                .path(0)
                .path("id")
                .asString();
        task = ended(office.desk.post("/api/device-settings/runs/" + failed + "/repeat", Map.of()));
        assertThat(task.path("state").asString()).isEqualTo("SET");
        assertThat(other.setting("sleep-minutes")).isEqualTo("20");

        wants(otherId, List.of("SLEEP"), "", 25, "").ok();
        other.close();
        task = ended(send(otherId));
        assertThat(task.path("state").asString()).isEqualTo("FAILED");
        assertThat(task.path("remedy").asString()).isNotEmpty();
    }

    @Test
    void wishesThatCannotBeAreRefusedAndWhoMayNotSendDoesNot() {
        assertThat(wants(otherId, List.of("CONTACT"), "", 15, "").get("code")).isEqualTo("device.contact");
        assertThat(wants(otherId, List.of(), "", 500, "").get("code")).isEqualTo("device.sleep");
        assertThat(wants(otherId, List.of("TIME_SERVER"), "", 15, "no server").get("code"))
                .isEqualTo("device.time-server");
        assertThat(send().status()).isEqualTo(422);
        wants(otherId, SOME, "Help desk", 20, "").ok();
        Browser operator = office.account(Role.OPERATOR);
        assertThat(operator.get("/api/device-settings").status()).isEqualTo(200);
        assertThat(operator.post("/api/device-settings/send", Map.of("ids", List.of(otherId)))
                        .status())
                .isEqualTo(403);
    }

    /** Plain to see at the device, and nobody's scan is begun there over the network. */
    @Test
    void aDeviceThatScansLocallyOnlyIsLeftAloneUntilItScansThroughCourierAgain() {
        assertThat(office.device.set("scan-mode", "local-only")).isTrue();
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        Browser guest = office.guest();
        assertThat(guest.get(office.panel("")).ok().json().path("localOnly").asBoolean())
                .isTrue();
        Browser.Answer refused = guest.post(office.panel("/scans"), Map.of("jobId", office.jobId));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains("This device scans by itself, not through Courier.");

        wants(office.deviceId, List.of("MODE"), "", 15, "").ok();
        assertThat(states(office.deviceId)).isEqualTo("{MODE=DIFFERS}");
        assertThat(ended(send(office.deviceId)).path("state").asString()).isEqualTo("SET");
        assertThat(office.device.setting("scan-mode")).isEqualTo("through-courier");
        assertThat(guest.get(office.panel("")).ok().json().path("localOnly").asBoolean())
                .isFalse();
    }
}
