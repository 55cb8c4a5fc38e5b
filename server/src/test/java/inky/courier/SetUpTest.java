package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.TestDatabase;
import inky.courier.harness.Waiting;
import inky.courier.setup.SetUp;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The one door of the set-up: undo, two administrators at once, two instances. */
@Tag("long")
class SetUpTest {
    private static Courier first;
    private static Courier second;
    private static Browser desk;

    @BeforeAll
    static void start() throws IOException {
        TestDatabase database = TestDatabase.create();
        Map<String, Object> same = Map.of(
                "courier.key-file", Files.createTempDirectory("courier-test").resolve("key"));
        first = Courier.start(database, same);
        second = Courier.start(database, same);
        desk = first.administrator();
        desk.put(
                        "/api/settings",
                        Map.of(
                                "office",
                                "Wherrymoor Ferries",
                                "keepAcceptedHours",
                                24,
                                "keepOthersDays",
                                30,
                                "address",
                                "https://scans.wherrymoor.example"))
                .ok();
    }

    @AfterAll
    static void stop() {
        second.stop();
        first.close();
    }

    private static Office office(Courier courier) {
        return courier.bean(SetUp.class).office();
    }

    private static String name(String name) {
        return desk.post("/api/names", Map.of("name", name, "template", "{date}"))
                .ok()
                .get("id");
    }

    private static Map<String, Object> server(String name) {
        return new HashMap<>(Map.ofEntries(
                Map.entry("name", name),
                Map.entry("host", "mail.wherrymoor.example"),
                Map.entry("port", 587),
                Map.entry("encryption", "STARTTLS"),
                Map.entry("certificateCheck", "OFF"),
                Map.entry("fingerprint", ""),
                Map.entry("signIn", "PASSWORD"),
                Map.entry("account", "scans"),
                Map.entry("password", "Harbour-1124"),
                Map.entry("sender", "scans@wherrymoor.example"),
                Map.entry("senderIsPerson", false),
                Map.entry("sizeLimitMb", 0)));
    }

    private static JsonNode lastChange(String id) {
        return desk.get("/api/changes/of/" + id).ok().json().path(0);
    }

    private static Browser.Answer undo(JsonNode change) {
        return desk.post("/api/changes/" + change.path("id").asLong() + "/undo", Map.of());
    }

    /** Like any other item: asked about when somebody else was faster, guarded by what needs them, and undone. */
    @Test
    void settingsAreNotLostToEachOtherAndKeepWhatIsNeeded() {
        JsonNode before = desk.get("/api/settings").ok().json();
        String version = before.path("version").asString();
        Map<String, Object> form = new HashMap<>(Map.of(
                "office",
                "Wherrymoor Piers",
                "keepAcceptedHours",
                24,
                "keepOthersDays",
                30,
                "address",
                before.path("address").asString(),
                "language",
                "fr"));
        JsonNode saved = desk.put("/api/settings", form, version).ok().json();
        assertThat(saved.path("language").asString()).isEqualTo("fr");
        Browser.Answer late = desk.put("/api/settings", with(form, "office", "Wherrymoor Quays"), version);
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.get("code")).isEqualTo("changed-meanwhile");
        String mail = desk.post("/api/mail-servers", server("Linked post")).ok().get("id");
        String link = desk.post("/api/destinations", Map.of("name", "Fetched here", "kind", "LINK", "routeId", mail))
                .ok()
                .get("id");
        Browser.Answer needed = desk.put("/api/settings", with(form, "address", ""));
        assertThat(needed.status()).isEqualTo(422);
        assertThat(needed.get("title")).isEqualTo("Links need this address: Fetched here.");
        desk.delete("/api/destinations/" + link);
        undo(lastChange(before.path("id").asString())).ok();
        assertThat(desk.get("/api/settings").ok().json()).isEqualTo(before);
        // And the other way round: nothing that links is made as long as nobody has said where Courier is reached.
        desk.put("/api/settings", with(form, "address", "")).ok();
        Browser.Answer refused =
                desk.post("/api/destinations", Map.of("name", "Fetched here", "kind", "LINK", "routeId", mail));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("Enter it under Settings first.");
        undo(lastChange(before.path("id").asString())).ok();
    }

    /** Each kind of item: made, changed, deleted, and each of that undone, so that the office is as it was. */
    @Test
    void everyKindOfChangeIsUndone() {
        String mail = desk.post("/api/mail-servers", server("Undone post")).ok().get("id");
        String destination = desk.post(
                        "/api/destinations", Map.of("name", "Undone", "kind", "MAIL_TO_ME", "routeId", mail))
                .ok()
                .get("id");
        String profile = desk.post(
                        "/api/profiles", Map.of("name", "Undone", "colour", "AS_FOUND", "dpi", 200, "sides", "ONE"))
                .ok()
                .get("id");
        String name = name("Undone");
        Map<String, Object> job = new HashMap<>(Map.of(
                "name",
                "Undone",
                "icon",
                "permit",
                "profileId",
                profile,
                "templateId",
                name,
                "destinationIds",
                List.of(destination),
                "subject",
                "{job}",
                "body",
                ""));
        String jobId = desk.post("/api/jobs", job).ok().get("id");
        Map<String, Map<String, Object>> changed = Map.of(
                "/api/mail-servers/" + mail, with(server("Undone post"), "port", 465),
                "/api/destinations/" + destination,
                        Map.of(
                                "name",
                                "Other",
                                "kind",
                                "MAIL_FIXED",
                                "routeId",
                                mail,
                                "settings",
                                Map.of("recipients", List.of("a@b.example"))),
                "/api/profiles/" + profile, Map.of("name", "Undone", "colour", "GREY", "dpi", 300, "sides", "ONE"),
                "/api/names/" + name, Map.of("name", "Undone", "template", "{date} {counter:4}"),
                "/api/jobs/" + jobId, with(job, "subject", "other"));
        Office before = office(first);
        changed.forEach((path, form) -> desk.put(path, form).ok());
        assertThat(office(first)).isNotEqualTo(before);
        for (String path : changed.keySet()) {
            JsonNode change = lastChange(path.substring(path.lastIndexOf('/') + 1));
            assertThat(change.path("differences")).as(path).isNotEmpty();
            undo(change).ok();
        }
        assertThat(office(first)).isEqualTo(before);
        for (String path : List.of(
                "/api/jobs/" + jobId,
                "/api/names/" + name,
                "/api/profiles/" + profile,
                "/api/destinations/" + destination,
                "/api/mail-servers/" + mail)) {
            desk.delete(path).ok();
        }
        for (String id : List.of(mail, destination, profile, name, jobId)) {
            undo(lastChange(id)).ok();
        }
        assertThat(office(first)).isEqualTo(before);
        assertThat(desk.get("/api/mail-servers/" + mail)
                        .json()
                        .path("hasPassword")
                        .asBoolean())
                .as("the password is back as well")
                .isTrue();
        // And the making itself, backwards.
        for (String id : List.of(jobId, name)) {
            desk.delete((id.equals(jobId) ? "/api/jobs/" : "/api/names/") + id).ok();
        }
    }

    private static Map<String, Object> with(Map<String, Object> form, String field, Object value) {
        Map<String, Object> other = new HashMap<>(form);
        other.put(field, value);
        return other;
    }

    @Test
    void aReplacedPasswordIsBackAfterUndoForADayAndIsNeverShown() {
        String id = desk.post("/api/mail-servers", server("Sealed post")).ok().get("id");
        JdbcClient jdbc = first.bean(JdbcClient.class);
        byte[] sealed = secret(jdbc, id);
        desk.put("/api/mail-servers/" + id + "/password", Map.of("password", "Mooring-88"))
                .ok();
        assertThat(secret(jdbc, id)).isNotEqualTo(sealed);
        JsonNode change = lastChange(id);
        assertThat(change.path("differences").toString()).contains("a new one").doesNotContain("Mooring-88");
        undo(change).ok();
        assertThat(secret(jdbc, id)).isEqualTo(sealed);
        jdbc.sql("update change_record set at = at - interval '25 hours' where subject_id = ?")
                .param(UUID.fromString(id))
                .update();
        first.bean(inky.courier.audit.ChangeLog.class).forgetSecrets();
        assertThat(jdbc.sql("select count(*) from change_record where subject_id = ? and sealed <> '{}'")
                        .param(UUID.fromString(id))
                        .query(Integer.class)
                        .single())
                .isZero();
        Browser.Answer late = undo(change);
        assertThat(late.get("code"))
                .as("a password is not taken away for want of the earlier one")
                .isEqualTo("cannot-undo");
        assertThat(secret(jdbc, id)).isNotNull();
    }

    /** The same file by two administrators at one moment: made once, and the other is told. */
    @Test
    void twoImportsAtOnceAreMadeOnce() throws Exception {
        Browser other = second.administrator();
        String file = desk.get("/api/office/export?format=YAML").ok().text()
                + "- id: \"%s\"\n  places: {}\n".formatted(UUID.randomUUID());
        assertThat(desk.post("/api/office/compare", Map.of("file", file, "removes", false))
                        .status())
                .as("the panel of a device that is not there")
                .isEqualTo(422);
        String name = name("Imported twice");
        String renamed =
                desk.get("/api/office/export?format=YAML").ok().text().replace("Imported twice", "Imported once");
        Waiting.until(
                () -> office(second).has(ItemKind.NAME, UUID.fromString(name)), "the second instance hears of it");
        Map<String, Object> wanted = Map.of("file", renamed, "removes", false);
        CyclicBarrier together = new CyclicBarrier(2);
        ExecutorService both = Executors.newFixedThreadPool(2);
        List<Future<Integer>> answers = new ArrayList<>();
        for (Browser who : List.of(desk, other)) {
            String token = who.post("/api/office/compare", wanted).ok().get("token");
            Map<String, Object> making = Map.of("file", wanted, "token", token);
            answers.add(both.submit(() -> {
                together.await();
                return who.post("/api/office/import", making).status();
            }));
        }
        List<Integer> statuses = List.of(answers.get(0).get(), answers.get(1).get());
        both.shutdown();
        assertThat(statuses).containsExactlyInAnyOrder(200, 422);
        assertThat(desk.get("/api/changes?find=imported%20once").ok().json()).hasSize(1);
    }

    private static byte[] secret(JdbcClient jdbc, String id) {
        return jdbc.sql("select secret from mail_server where id = ?")
                .param(UUID.fromString(id))
                .query(byte[].class)
                .single();
    }

    @Test
    void whatWasChangedAgainOrIsNeededIsNotUndone() {
        String id = name("Again");
        JsonNode made = lastChange(id);
        desk.put("/api/names/" + id, Map.of("name", "Again", "template", "{time}"))
                .ok();
        Browser.Answer refused = undo(made);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.get("code")).isEqualTo("changed-since");
        assertThat(desk.post("/api/changes/999999999/undo", Map.of()).status()).isEqualTo(404);
        undo(lastChange(id)).ok();
        undo(made).ok();
        assertThat(desk.get("/api/names/" + id).status()).isEqualTo(404);
    }

    @Test
    void whoComesSecondIsToldAndNothingIsLost() throws Exception {
        String id = name("Contested");
        String version = desk.get("/api/names/" + id).get("version");
        Browser other = second.administrator();
        other.put("/api/names/" + id, Map.of("name", "Contested", "template", "{time}"), version)
                .ok();
        Waiting.until(() -> !desk.get("/api/names/" + id).get("version").equals(version), "the first instance hears");
        Browser.Answer late = desk.put("/api/names/" + id, Map.of("name", "Contested", "template", "{job}"), version);
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.get("code")).isEqualTo("changed-meanwhile");
        assertThat(late.text()).contains("maud");
        assertThat(desk.get("/api/names/" + id).get("template")).isEqualTo("{time}");
        // Both at the same moment, by two instances: one of them.
        String now = desk.get("/api/names/" + id).get("version");
        CyclicBarrier together = new CyclicBarrier(2);
        ExecutorService both = Executors.newFixedThreadPool(2);
        List<Future<Integer>> answers = new ArrayList<>();
        for (Browser who : List.of(desk, other)) {
            answers.add(both.submit(() -> {
                together.await();
                return who.put(
                                "/api/names/" + id,
                                Map.of("name", "Contested", "template", who == desk ? "{pages}" : "{kind}"),
                                now)
                        .status();
            }));
        }
        List<Integer> statuses = List.of(answers.get(0).get(), answers.get(1).get());
        both.shutdown();
        assertThat(statuses).containsExactlyInAnyOrder(200, 409);
    }

    @Test
    void bothInstancesHaveOneOfficeAlsoAfterALostNotice() {
        String id = name("Heard");
        UUID uuid = UUID.fromString(id);
        Waiting.until(() -> office(second).has(ItemKind.NAME, uuid), "the second instance hears of it");
        // The line on which notices come breaks, and one is lost with it.
        JdbcClient jdbc = first.bean(JdbcClient.class);
        jdbc.sql("select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() "
                        + "and query ilike 'listen%'")
                .query((row, n) -> 0)
                .list();
        desk.put("/api/names/" + id, Map.of("name", "Heard anew", "template", "{date}"))
                .ok();
        Waiting.until(
                () -> office(second).all(inky.courier.core.office.NameItem.class).stream()
                        .map(Item::name)
                        .anyMatch("Heard anew"::equals),
                "the second instance knows it all the same");
        assertThat(office(second)).isEqualTo(office(first));
    }

    /** Out of one Courier, into another that has nothing; what is shown before is what is made. */
    @Test
    void aWholeSetUpMovesIntoAnotherCourier() throws IOException {
        String mail = desk.post("/api/mail-servers", server("Moved post")).ok().get("id");
        desk.post("/api/destinations", Map.of("name", "Moved", "kind", "MAIL_TO_ME", "routeId", mail))
                .ok();
        for (String format : List.of("YAML", "JSON")) {
            String file = desk.get("/api/office/export?format=" + format).ok().text();
            assertThat(file).doesNotContain("Harbour-1124");
            try (Courier other = Courier.start()) {
                Browser there = other.administrator();
                there.get("/api/session");
                Map<String, Object> wanted = Map.of("file", file, "removes", true);
                Office before = office(other);
                JsonNode shown = there.post("/api/office/compare", wanted).ok().json();
                assertThat(office(other)).isEqualTo(before);
                assertThat(shown.path("withoutSecrets").toString()).contains("Moved post");
                Map<String, Object> making = new HashMap<>(Map.of("file", wanted, "token", "another"));
                assertThat(there.post("/api/office/import", making).status()).isEqualTo(422);
                making.put("token", shown.path("token").asString());
                there.post("/api/office/import", making).ok();
                assertThat(office(other)).isEqualTo(office(first));
                assertThat(there.post("/api/office/compare", wanted).ok().json().path("changes"))
                        .isEmpty();
                // All of it was made together, and goes together.
                JsonNode change = there.get("/api/changes?limit=1").ok().json().path(0);
                there.post("/api/changes/" + change.path("id").asLong() + "/undo", Map.of())
                        .ok();
                assertThat(office(other)).isEqualTo(before);
            }
        }
        Browser.Answer refused = desk.post("/api/office/compare", Map.of("file", "jobs: [", "removes", false));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("in line 1").doesNotContain("Exception");
    }

    @Test
    void theLogIsFoundByThingPersonAndTime() {
        String id = name("Findable tide");
        desk.put("/api/names/" + id, Map.of("name", "Findable tide", "template", "{job}"))
                .ok();
        JsonNode found = desk.get("/api/changes?find=findable").ok().json();
        assertThat(found).hasSize(2);
        assertThat(found.path(0).path("verb").asString()).isEqualTo("CHANGED");
        JsonNode difference = found.path(0).path("differences").path(0);
        assertThat(List.of(
                        difference.path("name").asString(),
                        difference.path("before").asString(),
                        difference.path("after").asString()))
                .containsExactly("template", "{date}", "{job}");
        assertThat(desk.get("/api/changes?find=nobody").ok().json()).isEmpty();
        assertThat(desk.get("/api/changes?find=maud").ok().json()).isNotEmpty();
        assertThat(desk.get("/api/changes?until=2020-01-01T00:00:00Z").ok().json())
                .isEmpty();
    }
}
