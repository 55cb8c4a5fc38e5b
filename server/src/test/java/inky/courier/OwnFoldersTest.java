package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Folders that people add themselves at a panel, on servers on which the office lets them. */
@ExtendWith(SharedOffice.class)
class OwnFoldersTest {
    private final Office office;
    private FileHouse house;
    private String server;
    private String own;

    OwnFoldersTest(Office office) {
        this.office = office;
    }

    @BeforeEach
    void aServerOnWhichPeopleMayHaveFolders() throws Exception {
        house = Office.fileHouse("127.40.9.31");
        server = folder("on which people may have folders", true);
        own = office.named("Own folder", "DESKTOP");
        office.goesTo(own);
    }

    @AfterEach
    void asItWas() throws IOException {
        office.goesTo(office.destination("Mail to me"));
        office.desk.delete("/api/destinations/" + server).ok();
        house.close();
    }

    private String folder(String name, boolean ownFolders) {
        Map<String, Object> form = Office.folderForm("FTP", "127.40.9.31", house.ftpPort(), "office");
        form.put("name", name);
        @SuppressWarnings("unchecked")
        Map<String, Object> settings = (Map<String, Object>) form.get("settings");
        settings.put("ownFolders", ownFolders);
        return office.desk.post("/api/destinations", form).ok().get("id");
    }

    private Map<String, Object> form(String name, String path, String password) {
        return new HashMap<>(
                Map.of("serverId", server, "name", name, "path", path, "account", "scans", "password", password));
    }

    private JsonNode mine(Browser person) {
        return person.get(office.panel("/mine")).ok().json();
    }

    private Browser.Answer add(Browser person, String name, String path) {
        return person.post(office.panel("/mine/folders"), form(name, path, Office.PASSWORD));
    }

    @Test
    void whatSomebodyAddsIsWhereTheirScansCanGo() {
        Browser person = office.somebodyElse();
        JsonNode servers = mine(person).path("servers");
        assertThat(servers).hasSize(1);
        assertThat(servers.path(0).path("name").asString()).isEqualTo("on which people may have folders");

        JsonNode wrong = person.post(office.panel("/mine/folders/test"), form("Reports", "maja", "guessed"))
                .ok()
                .json();
        assertThat(wrong.path("passed").asBoolean()).isFalse();
        assertThat(wrong.path("sentence").asString()).isNotEmpty();
        JsonNode right = person.post(office.panel("/mine/folders/test"), form("Reports", "maja", Office.PASSWORD))
                .ok()
                .json();
        assertThat(right.path("passed").asBoolean()).isTrue();
        assertThat(mine(person).path("folders")).isEmpty();

        String reports = add(person, "Reports", "maja/{reports}").ok().get("id");
        JsonNode asks = person.get(office.panel("/jobs")).ok().json().path(0).path("asks");
        assertThat(asks).as("one folder leaves nothing to choose").isEmpty();
        assertThat(filesAfter(person, Map.of())).anyMatch(file -> file.startsWith("maja/{reports}/"));

        String plans = add(person, "Plans", "maja/plans").ok().get("id");
        JsonNode ask = person.get(office.panel("/jobs"))
                .ok()
                .json()
                .path(0)
                .path("asks")
                .path(0);
        assertThat(ask.path("kind").asString()).isEqualTo("OWN_FOLDER");
        assertThat(ask.path("options").path("options")).hasSize(2);
        assertThat(ask.path("usual").asString()).isEqualTo(plans);
        int already = house.stored().size();
        List<String> after = filesAfter(person, Map.of("places", Map.of(own, reports)));
        assertThat(after).hasSize(already + 1);
        assertThat(after.stream().filter(file -> file.startsWith("maja/{reports}/")))
                .hasSize(2);

        person.delete(office.panel("/mine/folders/" + plans)).ok();
        assertThat(mine(person).path("folders")).hasSize(1);
        person.delete(office.panel("/mine/folders/" + reports)).ok();
    }

    private List<String> filesAfter(Browser person, Map<String, Object> answers) {
        String scan = office.scan(person, Stack.TIDE_TABLE);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), answers)
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is in the folder");
        return house.stored();
    }

    /** Neither another's folder nor another server, nor a way around the folder's root. */
    @Test
    void nobodyReachesMoreThanTheOfficeLetsThem() {
        Browser person = office.somebodyElse();
        String mine = add(person, "Reports", "").ok().get("id");
        Browser other = office.somebodyElse();
        assertThat(mine(other).path("folders")).isEmpty();
        assertThat(other.delete(office.panel("/mine/folders/" + mine)).status()).isEqualTo(404);
        // The same name is another's already.
        String theirs = add(other, "reports", "theirs").ok().get("id");
        assertThat(mine(other).path("folders").path(0).path("name").asString()).startsWith("reports (other-");
        String more = add(other, "More", "more").ok().get("id");
        String scan = office.scan(other, Stack.TIDE_TABLE);
        assertThat(other.post(office.panel("/scans/" + scan + "/send"), Map.of("places", Map.of(own, mine)))
                        .status())
                .isEqualTo(422);

        String closed = folder("closed to people", false);
        Map<String, Object> form = form("Closed", "", Office.PASSWORD);
        form.put("serverId", closed);
        assertThat(other.post(office.panel("/mine/folders"), form).status()).isEqualTo(404);
        assertThat(other.post(office.panel("/mine/folders/test"), form).status())
                .isEqualTo(404);
        assertThat(add(other, "Up", "../office").status()).isEqualTo(422);
        assertThat(add(other, "", "x").status()).isEqualTo(422);
        Map<String, Object> nobody = form("Nobody", "", Office.PASSWORD);
        nobody.put("account", " ");
        assertThat(other.post(office.panel("/mine/folders"), nobody).status()).isEqualTo(422);

        // What the office has made for them is not theirs to remove.
        office.desk.delete("/api/destinations/" + closed).ok();
        Browser again = office.guest();
        for (String made : List.of(theirs, more, mine)) {
            assertThat(again.delete(office.panel("/mine/folders/" + made)).status())
                    .isEqualTo(404);
            office.desk.delete("/api/destinations/" + made).ok();
        }
    }

    /** Nobody can be kept by a folder that they have added themselves; it is known to nobody afterwards. */
    @Test
    void theyGoWithTheirPerson() {
        Browser person = office.somebodyElse();
        String folder = add(person, "Reports", "").ok().get("id");
        String id = office.desk
                .get("/api/people?find=Maja&count=50")
                .ok()
                .json()
                .path("rows")
                .valueStream()
                .filter(one -> office.desk
                        .get("/api/destinations/" + folder)
                        .ok()
                        .get("ownerId")
                        .equals(one.path("id").asString()))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asString();
        assertThat(office.desk.get("/api/changes?count=3").ok().text()).contains("\"who\":\"Maja Berg\"");
        office.desk.post("/api/people/" + id + "/forget", Map.of()).ok();
        assertThat(office.desk.get("/api/destinations/" + folder).status()).isEqualTo(404);
        for (JsonNode change : office.desk.get("/api/changes?count=50").ok().json()) {
            boolean its = change.path("subjectId").asString().equals(folder);
            assertThat(its && change.toString().contains("Reports")).isFalse();
            assertThat(change.path("who").asString()).isNotEqualTo("Maja Berg");
        }
    }
}
