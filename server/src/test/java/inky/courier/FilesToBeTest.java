package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What the panel says of the files before they are made, against the files that are made. */
@ExtendWith(SharedOffice.class)
class FilesToBeTest {
    private final Office office;

    FilesToBeTest(Office office) {
        this.office = office;
    }

    @AfterEach
    void asItWas() {
        office.scansPlainly();
        office.goesTo(office.destination("Mail to me"));
        limit(0);
    }

    private void limit(int mb) {
        Map<String, Object> server = office.mailServer(Office.PASSWORD);
        server.put("sizeLimitMb", mb);
        office.desk.put("/api/mail-servers/" + office.serverId, server).ok();
    }

    private JsonNode plan(Browser person, String scan, Map<String, Object> answers) {
        return person.post(office.panel("/scans/" + scan + "/plan"), answers)
                .ok()
                .json();
    }

    private JsonNode sent(Browser person, String scan, Map<String, Object> answers, String state) {
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), answers)
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals(state), "it is " + state);
        return office.desk.get("/api/deliveries/" + delivery).ok().json();
    }

    /** Names and pages exactly, as nobody else scans meanwhile; the size within what nine scans in ten keep to. */
    @Test
    void theFilesAreThoseThatWereForeseen() {
        Browser person = office.guest();
        String scan = office.scan(person, Stack.CARGO_MANIFEST);
        assertThat(plan(person, scan, Map.of()).path("files")).hasSize(1);
        office.edit(person, scan, 3, "SPLIT").ok();
        office.edit(person, scan, 4, "LEAVE_OUT").ok();
        JsonNode first = plan(person, scan, Map.of());
        JsonNode planned = plan(person, scan, Map.of());
        assertThat(planned).as("asking uses up no number").isEqualTo(first);
        assertThat(planned.path("tooLarge").isNull()).isTrue();
        JsonNode made = sent(person, scan, Map.of(), "ACCEPTED").path("files");
        assertThat(planned.path("files")).hasSize(made.size()).hasSize(2);
        for (int i = 0; i < made.size(); i++) {
            JsonNode foreseen = planned.path("files").path(i);
            assertThat(foreseen.path("name")).isEqualTo(made.path(i).path("name"));
            assertThat(foreseen.path("pages")).isEqualTo(made.path(i).path("pages"));
            double ratio = made.path(i).path("bytes").asDouble()
                    / foreseen.path("bytes").asDouble();
            assertThat(ratio).isBetween(0.2, 5.0);
        }
    }

    /** What is seen of pages as they come names them before they are sent; what is read when they are made is announced. */
    @Test
    void namesSayWhatWasSeenOfThePages() {
        office.scansAt(Office.COARSE);
        Browser person = office.guest();
        office.goesTo(
                Map.of("templateId", named("{kind} {barcode, else \"no code\"} {file.number}")),
                office.destination("Mail to me"));
        String scan = office.scan(person, Stack.BERTH_PERMIT);
        office.edit(person, scan, 2, "SPLIT").ok();
        JsonNode planned = plan(person, scan, Map.of()).path("files");
        JsonNode made = sent(person, scan, Map.of(), "ACCEPTED").path("files");
        assertThat(planned).hasSize(2);
        for (int i = 0; i < made.size(); i++) {
            assertThat(planned.path(i).path("name")).isEqualTo(made.path(i).path("name"));
            assertThat(planned.path(i).path("readsMore").asBoolean()).isFalse();
        }
        Map<String, Object> zone =
                Map.of("key", "bill", "page", 1, "left", 14, "top", 27, "width", 90, "height", 12, "reads", "TEXT");
        office.goesTo(
                Map.of("templateId", named("{zone.bill} {counter}"), "zones", List.of(zone)),
                office.destination("Mail to me"));
        String other = office.scan(person, Stack.TIDE_TABLE);
        assertThat(plan(person, other, Map.of())
                        .path("files")
                        .path(0)
                        .path("readsMore")
                        .asBoolean())
                .isTrue();
    }

    private String named(String template) {
        return office.desk
                .post("/api/names", Map.of("name", template.substring(0, 10), "template", template))
                .ok()
                .get("id");
    }

    @Test
    void whatDoesNotFitIsSaidBeforeItIsSentAndWhoeverScansChoosesWhatToDo() {
        office.scansAt(300);
        limit(1);
        Browser person = office.guest();
        String scan = office.scan(person, Stack.TEN_LETTERS);
        JsonNode tooLarge = plan(person, scan, Map.of()).path("tooLarge");
        assertThat(tooLarge.path("surely").asBoolean()).isTrue();
        assertThat(tooLarge.path("now").asString()).isEqualTo("REFUSE");
        assertThat(tooLarge.path("sentence").asString()).contains("the mail server takes 1.0 MB");
        List<String> ways = tooLarge.path("ways")
                .valueStream()
                .map(way -> way.path("way").asString())
                .toList();
        assertThat(ways).contains("LINK").doesNotContain("SEVERAL", "REFUSE");
        JsonNode chosen = plan(person, scan, Map.of("whenTooLarge", "LINK")).path("tooLarge");
        assertThat(chosen.path("now").asString()).isEqualTo("LINK");

        assertThat(person.post(office.panel("/scans/" + scan + "/send"), Map.of("whenTooLarge", "SHRED"))
                        .status())
                .isEqualTo(400);
        int before = office.post.mailbox().letters().size();
        sent(person, scan, Map.of("whenTooLarge", "LINK"), "ACCEPTED");
        assertThat(office.post.mailbox().letters().get(before).bytes()).isLessThan(100_000);

        JsonNode links = person.get(office.panel("/mine")).ok().json().path("links");
        assertThat(links).hasSize(1);
        String link = "/mine/links/" + links.path(0).path("id").asString();
        Browser other = office.somebodyElse();
        assertThat(other.get(office.panel("/mine")).ok().json().path("links")).isEmpty();
        assertThat(other.delete(office.panel(link)).status()).isEqualTo(404);
        Browser again = office.guest();
        again.delete(office.panel(link)).ok();
        assertThat(again.get(office.panel("/mine")).ok().json().path("links")).isEmpty();
        assertThat(again.delete(office.panel(link)).status()).isEqualTo(404);

        // By what the job says, nothing goes: what was said before comes true.
        String refused = office.scan(again, Stack.TEN_LETTERS);
        assertThat(plan(again, refused, Map.of())
                        .path("tooLarge")
                        .path("surely")
                        .asBoolean())
                .isTrue();
        JsonNode stopped = sent(again, refused, Map.of(), "STOPPED");
        assertThat(stopped.toString()).contains("1.0 MB");
    }
}
