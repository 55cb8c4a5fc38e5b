package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** One list of all that preflight finds; what is accepted does not count, and what can be mended is. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class FindingsTest {
    private static List<JsonNode> found(Office office, String code) {
        JsonNode all = office.desk.get("/api/findings").ok().json();
        return StreamSupport.stream(all.spliterator(), false)
                .filter(finding -> finding.path("code").asString().equals(code))
                .toList();
    }

    private static int open(Office office) {
        return office.desk.get("/api/overview").ok().json().path("preflight").asInt();
    }

    private static Map<String, Object> acceptance(JsonNode finding, String reason, LocalDate until) {
        return new HashMap<>(Map.of(
                "code", finding.path("code").asString(),
                "kind", finding.path("kind").asString(),
                "id", finding.path("id").asString(),
                "reason", reason,
                "until", until.toString()));
    }

    @Test
    void whatIsAcceptedDoesNotCountUntilItsDayAndTheLogTells(Office office) {
        String spare = office.desk
                .post("/api/names", Map.of("name", "For later", "template", "{date} {counter}"))
                .ok()
                .get("id");
        JsonNode unused = found(office, "name.unused").stream()
                .filter(finding -> finding.path("id").asString().equals(spare))
                .findFirst()
                .orElseThrow();
        assertThat(unused.path("name").asString()).isEqualTo("For later");
        assertThat(unused.path("sentence").asString()).isEqualTo("No job uses it.");
        int before = open(office);
        LocalDate today = LocalDate.now(ZoneOffset.UTC);
        for (Map<String, Object> wrong : List.of(
                acceptance(unused, " ", today),
                acceptance(unused, "We need it in spring", today.minusDays(1)),
                acceptance(unused, "We need it in spring", today.plusDays(400)))) {
            assertThat(office.desk.put("/api/findings/accepted", wrong).status())
                    .isEqualTo(422);
        }
        office.desk
                .put("/api/findings/accepted", acceptance(unused, "We need it in spring", today.plusDays(90)))
                .ok();
        assertThat(open(office)).isEqualTo(before - 1);
        JsonNode accepted = found(office, "name.unused").stream()
                .filter(finding -> finding.path("id").asString().equals(spare))
                .findFirst()
                .orElseThrow()
                .path("acceptance");
        assertThat(accepted.path("reason").asString()).isEqualTo("We need it in spring");
        assertThat(accepted.path("by").asString()).isEqualTo("maud");
        assertThat(office.desk.get("/api/changes").ok().text()).contains("We need it in spring");

        office.desk
                .delete("/api/findings/accepted?code=name.unused&kind=NAME&id=" + spare)
                .ok();
        assertThat(open(office)).isEqualTo(before);
        assertThat(office.desk
                        .put(
                                "/api/findings/accepted",
                                Map.of(
                                        "code",
                                        "name.unused",
                                        "kind",
                                        "NAME",
                                        "id",
                                        office.jobId,
                                        "reason",
                                        "none",
                                        "until",
                                        today.toString()))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void whoWouldNoticeAChangeOfAMailServerIsToldThroughDestinationsToPanels(Office office) {
        JsonNode used = office.desk
                .get("/api/office/used-by?kind=MAIL_SERVER&id=" + office.serverId)
                .ok()
                .json();
        assertThat(used.path("destinations").toString()).contains("Mail to me");
        assertThat(used.path("jobs").toString()).contains(office.jobId);
        assertThat(used.path("panels").toString()).contains("Ticket office");
        JsonNode nobody = office.desk
                .get("/api/office/used-by?kind=MAIL_SERVER&id=" + office.jobId)
                .ok()
                .json();
        assertThat(nobody.path("jobs")).isEmpty();
    }

    @Test
    void allOfOneSortAreMendedAtOnceAfterTheirChangesWereShown(Office office) {
        String folder = office.folder("SFTP", "127.40.9.88", 2222, "sorted");
        String mail = office.destination("Mail to me");
        JsonNode job = office.desk.get("/api/jobs/" + office.jobId).ok().json();
        for (String name : List.of("Bills", "Notes")) {
            office.desk
                    .post(
                            "/api/jobs",
                            Map.of(
                                    "name",
                                    name,
                                    "icon",
                                    "receipt",
                                    "profileId",
                                    job.path("profileId").asString(),
                                    "templateId",
                                    job.path("templateId").asString(),
                                    "destinationIds",
                                    List.of(mail, folder),
                                    "subject",
                                    name,
                                    "body",
                                    "",
                                    "kinds",
                                    Map.of(folder, List.of("RECEIPT"))))
                    .ok();
        }
        assertThat(found(office, "job.kinds-together"))
                .hasSize(2)
                .allMatch(f -> f.path("mends").asBoolean());
        JsonNode shown = office.desk
                .get("/api/findings/mends?code=job.kinds-together")
                .ok()
                .json();
        assertThat(shown).hasSize(2);
        assertThat(shown.toString()).contains("Bills", "Notes");
        assertThat(found(office, "job.kinds-together"))
                .as("nothing was changed yet")
                .hasSize(2);

        office.desk
                .post("/api/findings/mends?code=job.kinds-together", Map.of())
                .ok();
        assertThat(found(office, "job.kinds-together")).isEmpty();
        Browser.Answer again = office.desk.post("/api/findings/mends?code=job.kinds-together", Map.of());
        assertThat(again.status()).isEqualTo(422);
        assertThat(office.desk.get("/api/jobs").ok().text()).contains("Bills");
    }
}
