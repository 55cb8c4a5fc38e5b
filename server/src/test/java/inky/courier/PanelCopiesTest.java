package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The jobs of one panel on another: shown, made, and the same afterwards; what is not possible there is left out and said. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class PanelCopiesTest {
    private static JsonNode copies(Office office, boolean make, String... to) {
        return office.desk
                .post("/api/panels/" + office.deviceId + "/copies", Map.of("to", List.of(to), "make", make))
                .ok()
                .json();
    }

    private static List<String> jobsOn(Office office, String device) {
        List<String> jobs = new ArrayList<>();
        office.desk.get("/api/panels/" + device).ok().json().path("jobs").forEach(row -> {
            if (row.path("place").asInt() > 0) {
                jobs.add(row.path("place").asInt() + " "
                        + row.path("job").path("name").asString());
            }
        });
        return jobs;
    }

    @Test
    void jobsComeToTheSamePlacesAsFarAsTheyCanRun(Office office) throws IOException {
        try (StandInDevice second = StandInDevice.start(
                office.device.model(), "Copied to", "127.20.9.7", 0, 1, 0, Files.createTempDirectory("device"))) {
            String id = office.desk
                    .post(
                            "/api/devices",
                            Map.of(
                                    "name", "Copied to",
                                    "place", "Linnet Pier",
                                    "placeWhat", "pier",
                                    "address", "127.20.9.7:" + second.port(),
                                    "signOutSeconds", 60))
                    .ok()
                    .get("id");
            Waiting.until(
                    () -> office.desk
                                    .get("/api/panels/" + id)
                                    .ok()
                                    .json()
                                    .path("places")
                                    .asInt()
                            > 0,
                    "it says what it can do");
            JsonNode shown = copies(office, false, id, office.deviceId);
            assertThat(shown).as("not onto itself").hasSize(1);
            assertThat(shown.path(0).path("added").toString()).contains("Berth permit");
            assertThat(shown.path(0).path("leftOut")).isEmpty();
            assertThat(jobsOn(office, id)).isEmpty();

            copies(office, true, id);
            assertThat(jobsOn(office, id))
                    .isEqualTo(jobsOn(office, office.deviceId))
                    .isNotEmpty();
            assertThat(copies(office, false, id).path(0).path("same").asBoolean())
                    .isTrue();

            // No small paper feeder scans A3: the job goes everywhere but there.
            office.goesTo(
                    Map.of("changes", Map.of("input.media", "iso_a3_297x420mm")), office.destination("Mail to me"));
            JsonNode without = copies(office, false, id).path(0);
            assertThat(without.path("removed").toString()).contains("Berth permit");
            assertThat(without.path("leftOut").path(0).path("sentence").asString())
                    .contains("A3");
            office.goesTo(office.destination("Mail to me"));

            JsonNode change =
                    office.desk.get("/api/changes/of/" + id).ok().json().path(0);
            office.desk
                    .post("/api/changes/" + change.path("id").asLong() + "/undo", Map.of())
                    .ok();
            assertThat(jobsOn(office, id)).isEmpty();

            String path = "/api/panels/" + office.deviceId + "/copies";
            assertThat(office.desk
                            .post(path, Map.of("to", List.of(), "make", true))
                            .status())
                    .isEqualTo(422);
            assertThat(office.desk
                            .post(path, Map.of("to", List.of(UUID.randomUUID().toString()), "make", false))
                            .status())
                    .isEqualTo(404);
            office.desk.delete("/api/devices/" + id).ok();
        }
    }
}
