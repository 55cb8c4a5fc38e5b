package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.office.Change;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.OfficeFormat;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.office.Reference;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Panels that follow a plan, and changes of them that are made at a time; by a clock that the test sets. */
@Tag("long")
class PanelPlansTest {
    private static TimedOffice timed;
    private static Office office;
    private static StandInDevice second;

    @BeforeAll
    static void open() throws IOException {
        timed = new TimedOffice();
        office = timed.office;
        second = StandInDevice.start(
                office.device.model(), "Second", "127.20.9.8", 0, 1, 0, Files.createTempDirectory("device"));
    }

    @AfterAll
    static void close() {
        second.close();
        timed.close();
    }

    private static String device(String place, String id) {
        Map<String, Object> form = Map.of(
                "name",
                "Second",
                "place",
                place,
                "placeWhat",
                "pier",
                "address",
                "127.20.9.8:" + second.port(),
                "signOutSeconds",
                60);
        return (id.isEmpty() ? office.desk.post("/api/devices", form) : office.desk.put("/api/devices/" + id, form))
                .ok()
                .get("id");
    }

    private static String job(String name) {
        JsonNode like = office.desk.get("/api/jobs/" + office.jobId).ok().json();
        Map<String, Object> form =
                new HashMap<>(Map.of("name", name, "icon", "letter", "subject", "{job}", "body", ""));
        form.put("profileId", like.path("profileId").asString());
        form.put("templateId", like.path("templateId").asString());
        form.put("destinationIds", List.of(office.destination("Mail to me")));
        return office.desk.post("/api/jobs", form).ok().get("id");
    }

    private static Map<String, Object> place(int place, String job) {
        return Map.of("place", place, "jobId", job);
    }

    private static Map<String, Object> plan(String name, String of, int start, List<Map<String, Object>> places) {
        return Map.of("name", name, "scope", "PLACE", "of", of, "places", places, "start", start);
    }

    private static Map<String, Object> order(Map<String, Object> plan) {
        return Map.of("plan", plan, "replaceOwn", false);
    }

    private static List<String> jobsOn(String device) {
        List<String> jobs = new ArrayList<>();
        JsonNode panel = office.desk.get("/api/panels/" + device).ok().json();
        panel.path("jobs").forEach(row -> {
            if (row.path("place").asInt() > 0) {
                jobs.add(row.path("place").asInt() + " "
                        + row.path("job").path("name").asString()
                        + (row.path("place").asInt() == panel.path("start").asInt() ? ", start" : ""));
            }
        });
        jobs.sort(null);
        return jobs;
    }

    private static int changedBy(String file) {
        Map<String, Object> wanted = Map.of("file", file, "removes", false);
        JsonNode shown = office.desk.post("/api/office/compare", wanted).ok().json();
        office.desk
                .post(
                        "/api/office/import",
                        Map.of("file", wanted, "token", shown.path("token").asString()))
                .ok();
        return shown.path("changes").size();
    }

    private static void undoLast(String of) {
        long change = office.desk
                .get("/api/changes/of/" + of)
                .ok()
                .json()
                .path(0)
                .path("id")
                .asLong();
        office.desk.post("/api/changes/" + change + "/undo", Map.of()).ok();
    }

    @Test
    void devicesFollowTheirPlanAndKeepWhatIsTheirOwn() {
        String one = job("Plan one");
        String two = job("Plan two");
        String three = job("Plan three");
        String pier = office.desk
                .post("/api/panel-plans", order(plan("Pier", "East pier", 1, List.of(place(1, one), place(2, two)))))
                .ok()
                .get("id");
        assertThat(office.desk
                        .post("/api/panel-plans", order(plan("Again", "East pier", 0, List.of(place(1, one)))))
                        .status())
                .as("one plan for a place")
                .isEqualTo(422);

        // A device that comes has what is planned, and goes with it again.
        String id = device("East pier", "");
        assertThat(jobsOn(id)).containsExactly("1 Plan one, start", "2 Plan two");
        undoLast(id);
        assertThat(office.desk.get("/api/panels/" + id).status()).isEqualTo(404);
        String device = device("East pier", "");

        // Its own place stays when the plan changes; the others follow.
        office.desk
                .put("/api/panels/" + device, Map.of("places", List.of(place(1, one), place(2, three)), "start", 1))
                .ok();
        JsonNode followed = office.desk.get("/api/panels/" + device).ok().json().path("plan");
        assertThat(followed.path("own").toString()).isEqualTo("[2]");
        Map<String, Object> changed = plan("Pier", "East pier", 3, List.of(place(2, two), place(3, one)));
        JsonNode shown = office.desk
                .post("/api/panel-plans/preview", Map.of("id", pier, "plan", changed, "replaceOwn", false))
                .ok()
                .json();
        assertThat(shown).hasSize(1);
        assertThat(shown.path(0).path("moved").toString()).contains("Plan one");
        assertThat(shown.path(0).path("own").toString()).contains("Plan three");
        office.desk.put("/api/panel-plans/" + pier, order(changed)).ok();
        assertThat(jobsOn(device)).containsExactly("2 Plan three", "3 Plan one, start");

        // Moved to where nothing is planned it keeps its own; together with the move that is undone.
        device("West pier", device);
        assertThat(jobsOn(device)).containsExactly("2 Plan three");
        undoLast(device);
        assertThat(jobsOn(device)).containsExactly("2 Plan three", "3 Plan one, start");

        office.desk
                .put("/api/panel-plans/" + pier, Map.of("plan", changed, "replaceOwn", true))
                .ok();
        assertThat(jobsOn(device)).containsExactly("2 Plan two", "3 Plan one, start");
        office.desk.delete("/api/panel-plans/" + pier).ok();
        assertThat(jobsOn(device)).as("its own from then on").hasSize(2);
        office.desk.delete("/api/devices/" + device).ok();
    }

    @Test
    void whatIsPlannedForATimeIsMadeThenOrSaysWhyNot() {
        String later = job("Later");
        List<String> before = jobsOn(office.deviceId);
        List<Map<String, Object>> places = List.of(place(1, office.jobId), place(4, later));
        Instant at = timed.time.instant().plus(Duration.ofHours(5));
        Map<String, Object> form = Map.of("places", places, "start", 4, "at", at.toString());
        String path = "/api/panels/" + office.deviceId;
        office.desk.put(path, form).ok();
        assertThat(jobsOn(office.deviceId)).as("not yet").isEqualTo(before);
        JsonNode planned = office.desk.get("/api/changes/planned").ok().json().path(0);
        assertThat(planned.path("changes").toString()).contains("Later");
        timed.time.pass(Duration.ofHours(6));
        assertThat(jobsOn(office.deviceId)).contains("4 Later, start");
        assertThat(office.desk.get("/api/changes/planned").ok().json()).isEmpty();
        JsonNode change = office.desk
                .get("/api/changes/of/" + office.deviceId)
                .ok()
                .json()
                .path(0);
        assertThat(change.path("who").asString()).endsWith(", planned");

        // Somebody changes the panel in between: what was seen would not be what is made.
        Instant next = timed.time.instant().plus(Duration.ofHours(5));
        office.desk
                .put(path, Map.of("places", List.of(place(1, office.jobId)), "at", next.toString()))
                .ok();
        office.desk.put(path, Map.of("places", List.of(place(2, later)))).ok();
        timed.time.pass(Duration.ofHours(6));
        assertThat(jobsOn(office.deviceId)).containsExactly("2 Later");
        JsonNode refused = office.desk.get("/api/changes/planned").ok().json().path(0);
        assertThat(refused.path("problem").asString()).isNotEmpty();
        assertThat(office.desk.get("/api/findings").ok().text()).contains("office.change-not-made");
        String id = refused.path("id").asString();
        office.desk
                .post("/api/changes/planned/" + id + "/now", Map.of("anyway", true))
                .ok();
        assertThat(jobsOn(office.deviceId)).hasSize(1).noneMatch(job -> job.contains("Later"));

        // Cancelled, nothing happens; a time that has passed is refused.
        office.desk
                .put(
                        path,
                        Map.of(
                                "places",
                                List.of(place(3, later)),
                                "at",
                                timed.time.instant().plus(Duration.ofHours(1)).toString()))
                .ok();
        office.desk
                .delete("/api/changes/planned/"
                        + office.desk
                                .get("/api/changes/planned")
                                .ok()
                                .json()
                                .path(0)
                                .path("id")
                                .asString())
                .ok();
        timed.time.pass(Duration.ofHours(2));
        assertThat(jobsOn(office.deviceId)).noneMatch(job -> job.contains("Later"));
        assertThat(office.desk
                        .put(path, Map.of("places", places, "at", "2020-01-01T00:00:00Z"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void thePanelAsPeopleSeeItAndAsItWasReadLast() {
        String own = job("Own one");
        Map<String, Object> form =
                new HashMap<>(Map.of("name", "Own one", "icon", "letter", "subject", "{job}", "body", ""));
        JsonNode kept = office.desk.get("/api/jobs/" + own).ok().json();
        form.put("profileId", kept.path("profileId").asString());
        form.put("templateId", kept.path("templateId").asString());
        form.put("destinationIds", List.of(office.destination("Mail to me")));
        form.put("groups", List.of("Permits"));
        form.put("labels", Map.of("de", "Nur für uns"));
        office.desk.put("/api/jobs/" + own, form).ok();
        String path = "/api/panels/" + office.deviceId;
        office.desk
                .put(path, Map.of("places", List.of(place(1, office.jobId), place(2, own)), "start", 2))
                .ok();
        assertThat(office.desk.get(path + "/labels").ok().json()).hasSize(1);
        Browser.Answer permits = office.desk.get(path + "/labels?group=Permits").ok();
        assertThat(permits.json()).hasSize(2);
        assertThat(permits.json().path(1).path("start").asBoolean()).isTrue();
        assertThat(office.desk
                        .get(path + "/labels?group=Permits", "de")
                        .ok()
                        .json()
                        .path(1)
                        .path("name")
                        .asString())
                .isEqualTo("Nur für uns");

        Browser guest = office.guest();
        guest.get(office.panel("/jobs")).ok();
        JsonNode shown = office.desk.get(path).ok().json().path("shown");
        assertThat(shown.path("differs")).isEmpty();
        office.desk.put(path, Map.of("places", List.of(place(1, office.jobId)))).ok();
        shown = office.desk.get(path).ok().json().path("shown");
        assertThat(shown.path("differs").path("2").asString()).isEqualTo("Own one");
    }

    @Test
    void whatCannotBeReadIsSaidInWords() {
        String job = job("Said");
        for (Object plan : List.of(
                Map.of(),
                Map.of("name", "A", "scope", "PLACE", "of", "B", "start", 0),
                plan("A", "B", 0, List.of(Map.of("place", 1))),
                plan("A", "B", 0, List.of(place(100_000, job))),
                plan("A", "B", 0, List.of(place(1, job), place(1, office.jobId))),
                plan("A", "B", 0, List.of(place(1, job), place(2, job))),
                plan("A", "B", 2, List.of(place(1, job))),
                plan("A", "", 0, List.of(place(1, job))),
                plan("A", "B", 0, List.of(place(1, UUID.randomUUID().toString()))),
                plan("\u202eA", "B", 0, List.of(place(1, job))),
                plan("A", "B".repeat(500), 0, List.of(place(1, job))))) {
            for (String path : List.of("/api/panel-plans", "/api/panel-plans/preview")) {
                Browser.Answer answer = office.desk.post(path, Map.of("plan", plan, "replaceOwn", false));
                assertThat(answer.status())
                        .as(path + " " + plan + answer.text())
                        .isBetween(400, 422);
            }
        }
        String path = "/api/panels/" + office.deviceId;
        assertThat(office.desk.put(path, Map.of()).status()).isBetween(400, 422);
        assertThat(office.desk
                        .put(path, Map.of("places", List.of(Map.of("place", 1))))
                        .status())
                .isBetween(400, 422);
        assertThat(office.desk.post(path + "/copies", Map.of("make", false)).status())
                .isBetween(400, 422);
        String unknown = "/api/changes/planned/" + UUID.randomUUID();
        assertThat(office.desk.delete(unknown).status()).isEqualTo(404);
        assertThat(office.desk.post(unknown + "/now", Map.of("anyway", true)).status())
                .isEqualTo(404);
    }

    /** No form has said what becomes of the panels: they follow all the same, unless the file gives them itself. */
    @Test
    void panelsFollowAPlanThatComesFromAFileOrGoesBack() {
        String one = job("File one");
        String two = job("File two");
        String plan = office.desk
                .post("/api/panel-plans", order(plan("South", "South pier", 0, List.of(place(1, one), place(2, two)))))
                .ok()
                .get("id");
        String device = device("South pier", "");
        Map<String, Object> otherwise = Map.of("places", List.of(place(1, one), place(4, two)), "start", 1);
        office.desk.put("/api/panels/" + device, otherwise).ok();
        assertThat(office.desk
                        .get("/api/panel-plans/" + plan)
                        .ok()
                        .json()
                        .path("panels")
                        .path(0)
                        .path("ownStart")
                        .asBoolean())
                .as("a start key that is not planned")
                .isTrue();

        String file = office.desk.get("/api/office/export?format=JSON").ok().text();
        PanelPlanItem third = new PanelPlanItem(
                UUID.fromString(plan),
                "South",
                PanelPlanItem.Scope.PLACE,
                "South pier",
                new TreeMap<>(Map.of(3, UUID.fromString(one))),
                0);
        Reference panel = new Reference(ItemKind.PANEL, UUID.fromString(device));
        String moved = OfficeFormat.JSON.write(
                OfficeFormat.JSON.read(file).apply(List.of(new Change.Put(third), new Change.Remove(panel))));
        List<String> asWas = jobsOn(device);
        assertThat(changedBy(moved)).isEqualTo(2);
        assertThat(jobsOn(device)).as("only its own place stays").containsExactly("3 File one", "4 File two");
        assertThat(changedBy(moved)).isZero();

        // With the panel in the file it is as the file says; and it follows a plan that goes back to its second
        // version.
        assertThat(changedBy(file)).isEqualTo(2);
        assertThat(jobsOn(device)).isEqualTo(asWas);
        JsonNode versions = office.desk
                .get("/api/changes/versions?kind=PANEL_PLAN&id=" + plan)
                .ok()
                .json();
        office.desk
                .post("/api/changes/" + versions.path(1).path("id").asLong() + "/go-back", Map.of())
                .ok();
        assertThat(jobsOn(device)).containsExactly("3 File one", "4 File two");
        office.desk.delete("/api/panel-plans/" + plan).ok();
        office.desk.delete("/api/devices/" + device).ok();
    }

    /** What the device cannot have is no exception: the start key comes when its job can be there. */
    @Test
    void aStartKeyThatWasLeftOutFollowsLater() {
        String far = job("Far");
        String near = job("Near");
        int places = office.desk
                .get("/api/panels/" + office.deviceId)
                .ok()
                .json()
                .path("places")
                .asInt();
        String plan = office.desk
                .post(
                        "/api/panel-plans",
                        order(plan("North", "North pier", places + 1, List.of(place(1, near), place(places + 1, far)))))
                .ok()
                .get("id");
        String device = device("North pier", "");
        assertThat(jobsOn(device)).containsExactly("1 Near");
        office.desk
                .put("/api/panel-plans/" + plan, order(plan("North", "North pier", 1, List.of(place(1, near)))))
                .ok();
        assertThat(jobsOn(device)).containsExactly("1 Near, start");
        assertThat(office.desk.get("/api/find?text=north%20pier").ok().text()).contains("/panel-plans/" + plan);
        office.desk.delete("/api/panel-plans/" + plan).ok();
        office.desk.delete("/api/devices/" + device).ok();
    }
}
