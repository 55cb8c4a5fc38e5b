package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a job was before and the way back; and what is kept of it before it is saved. */
@ExtendWith(SharedOffice.class)
class JobVersionsTest {
    private static Map<String, Object> form(JsonNode job, String name) {
        Map<String, Object> form = new HashMap<>();
        form.put("name", name);
        form.put("icon", job.path("icon").asString());
        form.put("profileId", job.path("profileId").asString());
        form.put("templateId", job.path("templateId").asString());
        form.put(
                "destinationIds",
                job.path("destinations")
                        .valueStream()
                        .map(d -> d.path("id").asString())
                        .toList());
        form.put("subject", job.path("subject").asString());
        form.put("body", job.path("body").asString());
        return form;
    }

    private static JsonNode job(Office office, String id) {
        return office.desk.get("/api/jobs/" + id).ok().json();
    }

    private static List<JsonNode> versions(Office office, String id) {
        return office.desk
                .get("/api/changes/versions?kind=JOB&id=" + id)
                .ok()
                .json()
                .valueStream()
                .toList();
    }

    private static String shortLived(Office office) {
        return office.desk
                .post("/api/destinations", Office.folderForm("SFTP", "127.0.0.1", 22, "wrecks"))
                .ok()
                .get("id");
    }

    private static JsonNode draft(Office office, String id) {
        return office.desk.get("/api/jobs/drafts/" + id).ok().json().path(0);
    }

    @Test
    void everyVersionOfAJobCanBeGoneBackTo(Office office) {
        JsonNode begun = job(office, office.jobId);
        String id =
                office.desk.post("/api/jobs", form(begun, "Tide letter")).ok().get("id");
        String path = "/api/jobs/" + id;
        List<String> names = List.of("Tide letter", "Ebb letter", "Flood letter", "Spring letter");
        for (String name : names.subList(1, 4)) {
            office.desk.put(path, form(begun, name)).ok();
        }
        for (int back = 0; back < names.size(); back++) {
            String wanted = names.get(back);
            JsonNode version = versions(office, id).stream()
                    .filter(v -> v.path("name").asString().equals(wanted))
                    .findFirst()
                    .orElseThrow();
            String now = job(office, id).path("name").asString();
            if (!now.equals(wanted)) {
                assertThat(version.path("fromNow")).hasSize(1);
                assertThat(version.path("fromNow").path(0).path("before").asString())
                        .isEqualTo(now);
            }
            office.desk
                    .post("/api/changes/" + version.path("id").asLong() + "/go-back", null)
                    .ok();
            assertThat(job(office, id).path("name").asString()).isEqualTo(wanted);
            List<JsonNode> after = versions(office, id);
            assertThat(after.get(0).path("current").asBoolean()).isTrue();
            assertThat(after.get(0).path("number").asInt()).isEqualTo(after.size());
        }
    }

    @Test
    void goingBackIsRefusedWhereAnotherChangedItOrWhatItNeedsIsGone(Office office) {
        JsonNode begun = job(office, office.jobId);
        String other = shortLived(office);
        Map<String, Object> form = form(begun, "Wreck report");
        form.put("destinationIds", List.of(other));
        String id = office.desk.post("/api/jobs", form).ok().get("id");
        long first = versions(office, id).get(0).path("id").asLong();
        String seen = job(office, id).path("version").asString();
        office.desk.put("/api/jobs/" + id, form(begun, "Wreck report")).ok();
        assertThat(office.desk.put("/api/jobs/" + id, form(begun, "Late"), seen).status())
                .isEqualTo(409);
        office.desk.delete("/api/destinations/" + other).ok();
        Browser.Answer refused = office.desk.post("/api/changes/" + first + "/go-back", null);
        assertThat(refused.status()).as(refused.text()).isEqualTo(422);
        assertThat(office.desk.post("/api/changes/999999999/go-back", null).status())
                .isEqualTo(404);
    }

    @Test
    void aDraftOfANewJobBecomesTheJob(Office office) {
        JsonNode begun = job(office, office.jobId);
        Map<String, Object> half = form(begun, "");
        half.put("destinationIds", List.of());
        JsonNode kept = office.desk.post("/api/jobs/drafts", half).ok().json();
        String id = kept.path("row").path("id").asString();
        assertThat(kept.path("row").path("isNew").asBoolean()).isTrue();
        assertThat(office.desk.get("/api/jobs/" + id).status()).isEqualTo(404);
        assertThat(office.desk.get("/api/jobs/drafts").ok().text()).contains(id);

        JsonNode made = office.desk
                .post("/api/jobs?draft=" + id, form(begun, "Mooring list"))
                .ok()
                .json();
        assertThat(made.path("id").asString()).isEqualTo(id);
        assertThat(office.desk.get("/api/jobs/drafts").ok().text()).doesNotContain(id);
    }

    @Test
    void aDraftChangesNothingUntilItIsSaved(Office office) {
        JsonNode begun = job(office, office.jobId);
        String id = office.desk.post("/api/jobs", form(begun, "Buoy log")).ok().get("id");
        JsonNode job = job(office, id);
        String base = job.path("version").asString();
        Map<String, Object> draft = Map.of("form", form(begun, "Buoy register"), "base", base);
        JsonNode kept = office.desk.put("/api/jobs/drafts/" + id, draft).ok().json();
        assertThat(job(office, id).path("name").asString()).isEqualTo("Buoy log");
        assertThat(kept.path("changedSince").asBoolean()).isFalse();
        assertThat(kept.path("job").path("name").asString()).isEqualTo("Buoy register");
        // Somebody else did not see it.
        assertThat(office.desk.put("/api/jobs/drafts/" + id, draft).status()).isEqualTo(409);
        office.desk
                .put(
                        "/api/jobs/drafts/" + id + "?last="
                                + kept.path("row").path("at").asString(),
                        draft)
                .ok();
        office.desk.put("/api/jobs/" + id, form(begun, "Buoy book")).ok();
        assertThat(draft(office, id).isMissingNode())
                .as("saved, so it is no draft any more")
                .isTrue();
    }

    @Test
    void aDraftOutlivesWhatItNeeds(Office office) {
        JsonNode begun = job(office, office.jobId);
        String other = shortLived(office);
        Map<String, Object> form = form(begun, "Anchor list");
        form.put("destinationIds", List.of(other));
        String id = office.desk
                .post("/api/jobs/drafts", form)
                .ok()
                .json()
                .path("row")
                .path("id")
                .asString();
        assertThat(draft(office, id).path("lost").asBoolean()).isFalse();
        office.desk.delete("/api/destinations/" + other).ok();
        assertThat(draft(office, id).path("lost").asBoolean()).isTrue();
        assertThat(draft(office, id).path("job").path("destinations")).isEmpty();
        office.desk.delete("/api/jobs/drafts/" + id).ok();
        assertThat(draft(office, id).isMissingNode()).isTrue();
    }
}
