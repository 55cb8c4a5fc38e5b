package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a job reads from its pages names files, folders and mails. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class ReadFromThePageTest {
    /** The line in which the sample paper has its title, and one where it has nothing. */
    private static final List<Map<String, Object>> ZONES = List.of(
            zone("title", 14, 27, 120, 12),
            // Between the margin and the edge.
            zone("nothing", 1, 200, 8, 20));

    private static Map<String, Object> zone(String key, int left, int top, int width, int height) {
        return Map.of(
                "key", key, "page", 1, "left", left, "top", top, "width", width, "height", height, "reads", "TEXT");
    }

    @AfterEach
    void readsNothing(Office office) {
        office.scansPlainly();
        office.goesTo(office.destination("Mail to me"));
    }

    @Test
    void theTextOfAZoneStandsInNamesFoldersAndSubjects(Office office) throws IOException {
        try (FileHouse house = Office.fileHouse("127.40.9.12")) {
            String folder = office.desk
                    .post(
                            "/api/destinations",
                            Office.folderForm(
                                    "SFTP",
                                    "127.40.9.12",
                                    house.sftpPort(),
                                    "read/{zone.title}/{zone.nothing, else \"none\"}"))
                    .ok()
                    .get("id");
            String template = office.desk
                    .post("/api/names", Map.of("name", "By title", "template", "{zone.title, lowercase} {counter:2}"))
                    .ok()
                    .get("id");
            office.scansAt(200);
            Map<String, Object> more = new HashMap<>(Map.of("zones", ZONES, "templateId", template));
            more.put("subject", "Read: {zone.title}{zone.nothing}, {kind}");
            office.goesTo(more, office.destination("Mail to me"), folder);
            JsonNode rehearsed = office.desk
                    .post("/api/rehearsals", Map.of("jobId", office.jobId, "pages", List.of("letter")))
                    .ok()
                    .json();
            assertThat(rehearsed.path("files").path(0).path("zones").has("title"))
                    .isTrue();

            String delivery = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
            assertThat(house.stored()).containsExactly("read/Tide table/none/tide table 01.pdf");
            List<Letter> letters = office.post.mailbox().letters();
            assertThat(Files.readString(letters.get(letters.size() - 1).file()))
                    .contains("Subject: Read: Tide table, document")
                    .contains("tide table 01.pdf");

            // The same from the desk, as a test: what the folder has then is fetched and compared.
            String person = office.desk
                    .get("/api/people")
                    .ok()
                    .json()
                    .path("rows")
                    .path(0)
                    .path("id")
                    .asString();
            String tested = office.desk
                    .post(
                            "/api/jobs/" + office.jobId + "/test-delivery",
                            Map.of("person", person, "pages", List.of("letter")))
                    .ok()
                    .get("deliveryId");
            Waiting.until(() -> office.state(tested).equals("ACCEPTED"), "the test arrives");
            JsonNode row =
                    office.desk.get("/api/deliveries/" + tested).ok().json().path("row");
            assertThat(row.path("test").asBoolean()).isTrue();
            assertThat(row.path("legs").toString()).contains("read back, the same as sent");
            office.goesTo(office.destination("Mail to me"));
            office.desk.delete("/api/destinations/" + folder).ok();
        }
    }

    @Test
    void aZoneOutsideOfEveryPageIsRefusedWithItsField(Office office) {
        JsonNode job = office.desk.get("/api/jobs/" + office.jobId).ok().json();
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                "By zone",
                "icon",
                "permit",
                "profileId",
                job.path("profileId").asString(),
                "templateId",
                job.path("templateId").asString(),
                "destinationIds",
                List.of(office.destination("Mail to me")),
                "subject",
                "s",
                "body",
                "b",
                "zones",
                List.of(zone("title", 14, -4, 120, 12))));
        Browser.Answer refused = office.desk.post("/api/jobs", form);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().path("problems").path(0).path("field").asString())
                .isEqualTo("zones");
    }
}
