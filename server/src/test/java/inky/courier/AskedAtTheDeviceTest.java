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
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a job asks of its own: answers in names, subjects and the data beside files; settings that are open; who may use it. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class AskedAtTheDeviceTest {
    private static FileHouse house;

    @BeforeAll
    static void open() throws IOException {
        house = Office.fileHouse("127.40.9.11");
    }

    @AfterAll
    static void close() throws IOException {
        house.close();
    }

    @AfterEach
    void asksNothing(Office office) {
        office.goesTo(office.destination("Mail to me"));
    }

    private static Map<String, Object> question(String key, String label, String type, boolean required, String usual) {
        return new HashMap<>(Map.of(
                "key", key, "label", label, "type", type, "required", required, "usual", usual, "choices", List.of()));
    }

    private static Map<String, Object> asks(Map<String, Object> more, List<Map<String, Object>> questions) {
        Map<String, Object> all = new HashMap<>(more);
        all.put("questions", questions);
        return Office.asks(all);
    }

    private static List<JsonNode> asked(Office office, Browser guest) {
        List<JsonNode> asked = new ArrayList<>();
        for (JsonNode label : guest.get(office.panel("/jobs")).ok().json()) {
            if (label.path("jobId").asString().equals(office.jobId)) {
                label.path("asks").forEach(asked::add);
            }
        }
        return asked;
    }

    private static Browser.Answer send(Office office, Browser guest, String scan, Map<String, Object> answers) {
        return guest.post(office.panel("/scans/" + scan + "/send"), answers);
    }

    private static Letter lastLetter(Office office) {
        List<Letter> letters = office.post.mailbox().letters();
        return letters.get(letters.size() - 1);
    }

    private static void arrives(Office office, Browser.Answer sent) {
        String delivery = sent.ok().get("deliveryId");
        Waiting.until(
                () -> office.state(delivery).equals("ACCEPTED"),
                () -> "it arrives: "
                        + office.desk.get("/api/deliveries/" + delivery).text());
    }

    @Test
    void answersStandInNamesSubjectsFoldersAndTheDataBeside(Office office) throws IOException {
        Map<String, Object> form = Office.folderForm(
                "SFTP", "127.40.9.11", house.sftpPort(), "berths/{answer.berth}/{person.group, else \"none\"}");
        @SuppressWarnings("unchecked")
        Map<String, Object> settings = (Map<String, Object>) form.get("settings");
        settings.put("sidecar", "JSON");
        String folder = office.desk.post("/api/destinations", form).ok().get("id");
        Map<String, Object> berth = question("berth", "Berth", "CHOICE", true, "");
        berth.put(
                "choices", List.of(Map.of("value", "E4", "words", "East quay 4"), Map.of("value", "W1", "words", "")));
        Map<String, Object> more = new HashMap<>(asks(
                Map.of("fileName", "OPTIONAL", "subject", "OPTIONAL", "copies", true),
                List.of(
                        berth,
                        question("tons", "Tons", "NUMBER", false, ""),
                        question("day", "Day", "DATE", false, "today"))));
        more.put("subject", "{job} for {answer.berth}, {answer.tons, else \"no\"} t");
        office.goesTo(more, office.destination("Mail to me"), folder);

        Browser guest = office.guest();
        assertThat(asked(office, guest).stream().map(ask -> ask.path("kind").asString()))
                .containsExactly("COPIES", "FILE_NAME", "SUBJECT", "QUESTION", "QUESTION", "QUESTION");
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        assertThat(send(office, guest, scan, Map.of()).get("code")).isEqualTo("panel.answer-missing");
        assertThat(send(office, guest, scan, Map.of("questions", Map.of("berth", "../E4")))
                        .get("code"))
                .isEqualTo("panel.answer-choice");
        Map<String, Object> answers = Map.of(
                "questions", Map.of("berth", "E4", "tons", "3,5"),
                "copies", List.of("harbour.master@quay.example"));
        arrives(office, send(office, guest, scan, answers));

        String mail = Files.readString(lastLetter(office).file());
        assertThat(mail).contains("for E4, 3.5 t").contains("Cc: harbour.master@quay.example");
        List<String> stored = house.stored().stream()
                .filter(path -> path.startsWith("berths/E4/none/"))
                .toList();
        assertThat(stored).hasSize(2);
        String sidecar = stored.stream()
                .filter(path -> path.endsWith(".json"))
                .findFirst()
                .orElseThrow();
        assertThat(Files.readString(house.files().resolve(sidecar)))
                .contains("\"berth\" : \"E4\"")
                .contains("\"tons\" : \"3.5\"")
                .containsPattern("\"day\" : \"20\\d\\d-\\d\\d-\\d\\d\"");

        String second = office.scan(guest, Stack.TIDE_TABLE);
        arrives(
                office,
                send(
                        office,
                        guest,
                        second,
                        Map.of(
                                "questions", Map.of("berth", "W1"),
                                "fileName", "Permit {job} / 7",
                                "subject", "For {person.name} only")));
        assertThat(Files.readString(lastLetter(office).file()))
                .as("what a person writes is no template")
                .contains("Subject: For {person.name} only");
        assertThat(house.stored()).anyMatch(path -> path.startsWith("berths/W1/none/Permit {job} - 7"));
        assertThat(send(
                                office,
                                guest,
                                office.scan(guest, Stack.TIDE_TABLE),
                                Map.of("questions", Map.of("berth", "W1"), "subject", "a\r\nBcc: x@y.example"))
                        .get("code"))
                .isEqualTo("panel.subject");
    }

    @Test
    void settingsThatAreOpenAreChosenBeforeTheScanAndNoOthers(Office office) throws IOException {
        office.goesTo(
                asks(
                        Map.of(
                                "passcode",
                                "REQUIRED",
                                "settings",
                                Map.of(
                                        "dpi",
                                        List.of(150, 200),
                                        "input.media",
                                        List.of("iso_a3_297x420mm", "iso_a5_148x210mm"),
                                        "grouping.everyPages",
                                        List.of(0, 1))),
                        List.of()),
                office.destination("Mail to me"));
        Browser guest = office.guest();
        List<JsonNode> asked = asked(office, guest);
        assertThat(asked.stream().map(ask -> ask.path("name").asString()))
                .containsExactly("Resolution", "Paper", "New file", "");
        assertThat(asked.get(0).path("usual").asString()).isEqualTo("" + Office.COARSE);
        assertThat(asked.get(0).path("options").path("options")).hasSize(3);
        assertThat(asked.get(1).path("options").path("options").toString())
                .as("this device takes no A3, and is not asked for it")
                .contains("iso_a5_148x210mm")
                .doesNotContain("iso_a3_297x420mm");

        Map<String, Object> chosen = Map.of("dpi", "150", "grouping.everyPages", "1");
        office.device.put(Stack.BERTH_PERMIT);
        assertThat(guest.post(office.panel("/scans"), Map.of("jobId", office.jobId, "settings", Map.of("dpi", "600")))
                        .get("code"))
                .isEqualTo("panel.setting");
        String scan = guest.post(office.panel("/scans"), Map.of("jobId", office.jobId, "settings", chosen))
                .ok()
                .get("id");
        office.waitForScan(guest, scan, "COMPLETE");
        assertThat(send(office, guest, scan, Map.of("settings", chosen)).get("code"))
                .isEqualTo("panel.passcode");
        assertThat(send(office, guest, scan, Map.of("settings", chosen, "passcode", "short"))
                        .status())
                .isEqualTo(422);
        String delivery = send(office, guest, scan, Map.of("settings", chosen, "passcode", "Sandpiper 7"))
                .ok()
                .get("deliveryId");
        Waiting.until(
                () -> office.state(delivery).equals("ACCEPTED"),
                () -> "it arrives: "
                        + office.desk.get("/api/deliveries/" + delivery).text());
        JsonNode page = office.desk.get("/api/deliveries/" + delivery).ok().json();
        assertThat(page.path("files").size()).isGreaterThan(1);
        assertThat(page.toString()).contains("150 dpi").doesNotContain("Sandpiper 7");
        byte[] pdf = office.desk
                .get("/api/deliveries/" + delivery + "/files/0")
                .ok()
                .response()
                .body();
        Assertions.assertThatThrownBy(() -> Loader.loadPDF(pdf)).isInstanceOf(InvalidPasswordException.class);
        try (PDDocument document = Loader.loadPDF(pdf, "Sandpiper 7")) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
        }
    }

    @Test
    void aJobForAGroupOrAPersonIsForThemOnly(Office office) {
        Map<String, Object> linn = new HashMap<>(Map.of(
                "name",
                "Linn Marsh",
                "login",
                "l.marsh",
                "email",
                "l.marsh@wherrymoor.example",
                "groups",
                List.of("Crew")));
        String id = office.desk.post("/api/people", linn).ok().get("id");
        String pin =
                office.desk.post("/api/people/" + id + "/pin", Map.of()).ok().get("pin");
        assertThat(office.desk.get("/api/people/groups").text()).contains("Crew");
        office.goesTo(Map.of("groups", List.of("Crew")), office.destination("Mail to me"));
        assertThat(office.guest(pin).get(office.panel("/jobs")).text()).contains(office.jobId);
        Browser other = office.guest();
        assertThat(other.get(office.panel("/jobs")).text()).doesNotContain(office.jobId);
        assertThat(other.post(office.panel("/scans"), Map.of("jobId", office.jobId))
                        .status())
                .isEqualTo(404);
        linn.put("groups", List.of());
        office.desk.put("/api/people/" + id, linn).ok();
        assertThat(office.guest(pin).get(office.panel("/jobs")).text()).doesNotContain(office.jobId);
        assertThat(office.desk.get("/api/findings").text()).contains("job.nobody-may-use");

        // For one person, in no group; who then cannot be deleted without the job being changed.
        office.goesTo(Map.of("groups", List.of("Crew"), "people", List.of(id)), office.destination("Mail to me"));
        assertThat(office.guest(pin).get(office.panel("/jobs")).text()).contains(office.jobId);
        assertThat(office.guest().get(office.panel("/jobs")).text()).doesNotContain(office.jobId);
        Browser.Answer needed = office.desk.delete("/api/people/" + id);
        assertThat(needed.status()).isEqualTo(409);
        assertThat(needed.text()).contains("Berth permit");
        office.goesTo(office.destination("Mail to me"));
        office.desk.delete("/api/people/" + id).ok();
    }

    @Test
    void aLongListIsFoundByItsLetters(Office office) {
        Map<String, Object> customer = question("customer", "Customer", "CHOICE", false, "");
        customer.put(
                "choices",
                Stream.concat(
                                IntStream.range(0, 1500).mapToObj(i -> Map.of("value", "C" + i, "words", "Pilot " + i)),
                                Stream.of(Map.of("value", "C9000", "words", "Copilot")))
                        .toList());
        office.goesTo(asks(Map.of(), List.of(customer)), office.destination("Mail to me"));
        Browser guest = office.guest();
        JsonNode options = asked(office, guest).get(0).path("options");
        assertThat(options.path("options")).hasSize(24);
        assertThat(options.path("more").asBoolean()).isTrue();
        String choices = office.panel("/jobs/" + office.jobId + "/choices?question=customer&letters=");
        assertThat(guest.get(choices + "copil")
                        .ok()
                        .json()
                        .path("options")
                        .path(0)
                        .path("value")
                        .asString())
                .isEqualTo("C9000");
        assertThat(guest.get(choices + "pilot%20149").ok().json().path("options"))
                .hasSize(11);
        assertThat(guest.get(office.panel("/jobs/" + office.jobId + "/choices?question=other"))
                        .status())
                .isEqualTo(404);
        customer.put("choices", List.of());
        Map<String, Object> wrong = new HashMap<>(asks(Map.of(), List.of(customer)));
        JsonNode job = office.desk.get("/api/jobs/" + office.jobId).json();
        wrong.putAll(Map.of(
                "name",
                "Asks",
                "icon",
                "permit",
                "subject",
                "Scan",
                "body",
                "Scan",
                "profileId",
                job.path("profileId").asString(),
                "templateId",
                job.path("templateId").asString(),
                "destinationIds",
                List.of(office.destination("Mail to me"))));
        assertThat(office.desk.put("/api/jobs/" + office.jobId, wrong).get("code"))
                .isEqualTo("job.question-choices");
    }
}
