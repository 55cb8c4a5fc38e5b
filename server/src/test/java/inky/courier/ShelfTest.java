package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.core.shelf.ShelfRoom;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import inky.courier.vault.Vault;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Documents that stay: scanned, brought, found, moved, read by whoever may, and gone when their time is over. */
@ExtendWith(SharedOffice.class)
class ShelfTest {
    private static final String SHELF = "/api/shelf";
    private static final String DOCUMENTS = SHELF + "/documents";

    private final Office office;
    private final List<String> made = new ArrayList<>();

    ShelfTest(Office office) {
        this.office = office;
    }

    private JdbcClient jdbc() {
        return office.bean(JdbcClient.class);
    }

    @AfterEach
    void asItWas() {
        office.goesTo(office.destination("Mail to me"));
        jdbc().sql("delete from shelf_document").update();
        for (JsonNode one :
                office.desk.get("/api/destinations?count=200").ok().json().path("rows")) {
            if (one.path("kind").asString().equals("SHELF_FOLDER")) {
                office.desk
                        .delete("/api/destinations/" + one.path("id").asString())
                        .ok();
            }
        }
        made.forEach(folder -> office.desk.delete(SHELF + "/folders/" + folder).ok());
    }

    private String folder(String name, Map<String, Object> more) {
        Map<String, Object> form = new HashMap<>(Map.of("name", name));
        form.putAll(more);
        String id = office.desk.post(SHELF + "/folders", form).ok().get("id");
        made.add(id);
        return id;
    }

    private String destination(String folder) {
        return office.desk
                .post(
                        "/api/destinations",
                        Map.of(
                                "name",
                                "Shelf " + folder,
                                "kind",
                                "SHELF_FOLDER",
                                "routeId",
                                folder,
                                "settings",
                                Map.of()))
                .ok()
                .get("id");
    }

    private static byte[] pdf(String... pages) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (String text : pages) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.beginText();
                    content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 14);
                    content.newLineAtOffset(40, 500);
                    content.showText(text);
                    content.endText();
                }
            }
            document.save(bytes);
        }
        return bytes.toByteArray();
    }

    private Browser.Answer bring(String folder, String name, byte[] file) {
        return office.desk.upload(DOCUMENTS + "?folder=" + folder, "file", Map.of(name, file));
    }

    private static List<String> names(Browser reader, String path) {
        return reader.get(path).ok().json().path("rows").findValuesAsString("name");
    }

    private List<String> names(String query) {
        return names(office.desk, DOCUMENTS + "?" + query);
    }

    private JsonNode row(Browser reader, String path, String folder) {
        for (JsonNode shelf : reader.get(path).ok().json()) {
            for (JsonNode one : shelf.path("folders")) {
                if (one.path("id").asString().equals(folder)) {
                    return one;
                }
            }
        }
        throw new AssertionError("no folder " + folder);
    }

    @Test
    void whatIsBroughtIsFoundRenamedCopiedMovedDeletedAndRestored() throws IOException {
        String forms = folder("Forms", Map.of());
        String old = folder("Old forms", Map.of());
        JsonNode licence = bring(forms, "Mooring licence.pdf", pdf("Berth 4711", "Schedule of dues"))
                .ok()
                .json();
        assertThat(licence.path("pages").asInt()).isEqualTo(2);
        assertThat(licence.path("hasPicture").asBoolean()).isTrue();
        assertThat(licence.path("addedBy").asString()).isEqualTo("maud");
        String id = licence.path("id").asString();
        bring(forms, "Form 10.pdf", pdf("ten")).ok();
        bring(forms, "Form 9.pdf", pdf("nine")).ok();
        assertThat(names("folder=" + forms + "&sort=name"))
                .as("numbers stand as numbers")
                .containsExactly("Form 9.pdf", "Form 10.pdf", "Mooring licence.pdf");
        assertThat(names("folder=" + forms)).as("the newest first").first().isEqualTo("Form 9.pdf");
        assertThat(names("folder=" + forms + "&find=DUES%2047"))
                .as("by its text")
                .containsExactly("Mooring licence.pdf");
        assertThat(names("folder=" + forms + "&find=licen")).containsExactly("Mooring licence.pdf");
        assertThat(names("folder=" + forms + "&find='%20%7C%20)%20:*")).isEmpty();
        assertThat(names("folder=" + forms + "&sort=-pages&count=1")).containsExactly("Mooring licence.pdf");
        assertThat(office.desk
                        .get(DOCUMENTS + "?folder=" + forms + "&sort=owner")
                        .status())
                .isEqualTo(422);

        assertThat(office.desk
                        .get(DOCUMENTS + "/" + id + "/thumbnail")
                        .ok()
                        .response()
                        .body())
                .startsWith(0xff, 0xd8);
        assertThat(office.desk
                        .get(DOCUMENTS + "/" + id + "/pages/2")
                        .ok()
                        .response()
                        .body())
                .startsWith(0xff, 0xd8);
        assertThat(office.desk.get(DOCUMENTS + "/" + id + "/pages/3").status()).isEqualTo(404);
        try (PDDocument file = Loader.loadPDF(
                office.desk.get(DOCUMENTS + "/" + id + "/file").ok().response().body())) {
            assertThat(file.getNumberOfPages()).isEqualTo(2);
        }

        assertThat(office.desk
                        .get("/api/security-log?limit=1&what=DOWNLOADED")
                        .ok()
                        .text())
                .as("whoever takes a file is noted")
                .contains("Mooring licence.pdf");

        Map<String, Object> name = Map.of("name", "Licence for 2027");
        assertThat(office.desk.put(DOCUMENTS + "/" + id + "/name", name).ok().get("name"))
                .isEqualTo("Licence for 2027.pdf");
        assertThat(names("folder=" + forms + "&find=mooring")).isEmpty();
        assertThat(names("folder=" + forms + "&find=2027%20dues")).hasSize(1);
        for (String wrong : List.of("", " ", ".pdf", "a/b", "a\\b", "x".repeat(200), "a\u202eb")) {
            assertThat(office.desk
                            .put(DOCUMENTS + "/" + id + "/name", Map.of("name", wrong))
                            .get("code"))
                    .as("'%s'", wrong)
                    .isEqualTo("shelf.name");
        }

        Map<String, Object> to = Map.of("ids", List.of(id), "to", Map.of("folderId", old));
        JsonNode copies = office.desk.post(DOCUMENTS + "/copy", to).ok().json();
        office.desk.post(DOCUMENTS + "/delete", Map.of("ids", List.of(id))).ok();
        assertThat(office.desk.get(DOCUMENTS + "/" + id).status()).isEqualTo(404);
        assertThat(names("folder=" + forms + "&deleted=true")).containsExactly("Licence for 2027.pdf");
        String copy = copies.path(0).asString();
        assertThat(office.desk.get(DOCUMENTS + "/" + copy + "/pages/1").status())
                .isEqualTo(200);
        office.desk.post(DOCUMENTS + "/restore", Map.of("ids", List.of(id))).ok();
        office.desk
                .post(DOCUMENTS + "/move", Map.of("ids", List.of(id), "to", Map.of("folderId", old)))
                .ok();
        assertThat(names("folder=" + old)).containsExactly("Licence for 2027.pdf", "Licence for 2027.pdf");
        assertThat(office.desk.delete(SHELF + "/folders/" + old).status()).isEqualTo(409);

        // A day later what was deleted is gone, but not the content that a copy shows.
        office.desk.post(DOCUMENTS + "/delete", Map.of("ids", List.of(id))).ok();
        jdbc().sql("update shelf_document set removed_at = removed_at - interval '2 days' where removed_at is not null")
                .update();
        sweep();
        assertThat(office.desk
                        .post(DOCUMENTS + "/restore", Map.of("ids", List.of(id)))
                        .status())
                .isEqualTo(404);
        assertThat(office.desk.get(DOCUMENTS + "/" + copy + "/file").status()).isEqualTo(200);
        UUID content = content(copy);
        office.desk.post(DOCUMENTS + "/delete", Map.of("ids", List.of(copy))).ok();
        jdbc().sql("update shelf_document set removed_at = removed_at - interval '2 days' where removed_at is not null")
                .update();
        sweep();
        assertThat(jdbc().sql("select count(*) from content where id = ?")
                        .param(content)
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    private UUID content(String document) {
        return jdbc().sql("select content_id from shelf_document where id = ?")
                .param(UUID.fromString(document))
                .query(UUID.class)
                .single();
    }

    private void sweep() {
        jdbc().sql(
                        "update scheduled_tasks set execution_time = now() - interval '1 second' where task_name = 'sweep-shelf'")
                .update();
        Waiting.until(
                () -> jdbc().sql(
                                        "select count(*) from scheduled_tasks where task_name = 'sweep-shelf' and execution_time > now()")
                                .query(Integer.class)
                                .single()
                        == 1,
                "the shelf is swept");
    }

    @Test
    void aScanStaysOnTheShelfOnceAndGoesOnFromThereByAJob() {
        String forms = folder("Scanned", Map.of("reach", "EACH_DEVICE", "keepDays", 30));
        office.goesTo(destination(forms));
        Browser person = office.guest();
        String scan = office.scan(person, Stack.BERTH_PERMIT);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is on the shelf");
        JsonNode leg = office.desk
                .get("/api/deliveries/" + delivery)
                .ok()
                .json()
                .path("row")
                .path("legs")
                .path(0);
        assertThat(leg.path("landed").asString()).isEqualTo("on the shelf, in Scanned");
        String path = office.panel("/shelf/documents?folder=" + forms);
        JsonNode document = person.get(path).ok().json().path("rows").path(0);
        assertThat(document.path("generic").asBoolean()).isTrue();
        assertThat(document.path("hasPicture").asBoolean()).isTrue();
        assertThat(document.path("deviceId").asString()).isEqualTo(office.deviceId);
        assertThat(document.path("endsAt").asString()).isNotEmpty();
        String id = document.path("id").asString();

        // The same leg again, as after a crash, puts nothing there twice.
        jdbc().sql("update leg set state = 'WAITING', accepted_at = null, next_try_at = now() where delivery_id = ?")
                .param(UUID.fromString(delivery))
                .update();
        jdbc().sql("update delivery set state = 'WAITING' where id = ?")
                .param(UUID.fromString(delivery))
                .update();
        office.act("TRY_AGAIN", delivery);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is accepted again");
        assertThat(person.get(path).ok().json().path("fitting").asInt()).isEqualTo(1);

        office.goesTo(office.destination("Mail to me"));
        assertThat(person.get(office.panel("/shelf")).ok().json().path("jobs").toString())
                .contains(office.jobId);
        String opened = person.post(office.panel("/shelf/scans"), Map.of("jobId", office.jobId, "documentId", id))
                .ok()
                .get("id");
        office.waitForScan(person, opened, "COMPLETE");
        assertThat(person.get(office.panel("/scans/" + opened)).ok().json().path("pages"))
                .hasSize(document.path("pages").asInt());

        jdbc().sql("update shelf_document set added_at = added_at - interval '31 days'")
                .update();
        sweep();
        assertThat(person.get(path).ok().json().path("fitting").asInt()).isZero();
    }

    @Test
    void whatIsSomebodysOwnIsSeenByNobodyElse() {
        String own = folder("My documents", Map.of("own", true));
        office.goesTo(destination(own));
        Browser person = office.guest();
        String scan = office.scan(person, Stack.TIDE_TABLE);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is on the shelf");
        String path = office.panel("/shelf/documents?folder=" + own);
        String id = person.get(path).ok().json().path("rows").path(0).path("id").asString();
        assertThat(row(office.desk, SHELF, own).path("documents").asInt()).isEqualTo(1);
        assertThat(row(office.desk, SHELF, own).path("opens").asBoolean()).isFalse();
        assertThat(office.desk.get(DOCUMENTS + "?folder=" + own).get("code")).isEqualTo("shelf.own");
        for (String part : List.of("", "/thumbnail", "/pages/1", "/file")) {
            assertThat(office.desk.get(DOCUMENTS + "/" + id + part).status()).isEqualTo(403);
        }

        Browser other = office.somebodyElse();
        assertThat(other.get(path).ok().json().path("fitting").asInt()).isZero();
        for (String part : List.of("/thumbnail", "/pages/1")) {
            assertThat(other.get(office.panel("/shelf/documents/" + id + part)).status())
                    .isEqualTo(404);
        }
        Map<String, Object> ids = Map.of("ids", List.of(id));
        assertThat(other.post(office.panel("/shelf/documents/delete"), ids).status())
                .isEqualTo(404);
        assertThat(other.put(office.panel("/shelf/documents/" + id + "/name"), Map.of("name", "Mine"))
                        .status())
                .isEqualTo(404);
        assertThat(other.post(office.panel("/shelf/scans"), Map.of("jobId", office.jobId, "documentId", id))
                        .status())
                .isEqualTo(404);
        Browser stranger = office.guest();
        stranger.delete(office.panel("/session"));
        assertThat(stranger.get(path).status()).isEqualTo(401);
        assertThat(office.account(Role.AUDITOR)
                        .get(DOCUMENTS + "?folder=" + own)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aPasscodeIsAskedForAndGuessedSlowly() throws IOException {
        String secret = folder("Council", Map.of("passcode", "harbour-9", "reach", "EACH_DEVICE"));
        byte[] sealed = jdbc().sql("select passcode from shelf_folder where id = ?")
                .param(UUID.fromString(secret))
                .query(byte[].class)
                .single();
        assertThat(office.bean(Vault.class).openText(sealed, "shelf-folder:" + secret))
                .startsWith("{argon2}");
        Browser person = office.guest();
        String path = office.panel("/shelf/documents?folder=" + secret);
        assertThat(person.get(path).get("code")).isEqualTo("shelf.passcode");
        String door = office.panel("/shelf/folders/" + secret + "/open");
        assertThat(person.post(door, Map.of("passcode", "harbour-8")).get("code"))
                .isEqualTo("shelf.passcode-wrong");
        assertThat(person.post(door, Map.of()).status()).isEqualTo(422);
        assertThat(person.post(door, Map.of("passcode", "harbour-9")).status()).isEqualTo(204);
        assertThat(person.get(path).status()).isEqualTo(200);
        assertThat(office.somebodyElse().get(path).get("code"))
                .as("it counts for who gave it")
                .isEqualTo("shelf.passcode");
        Browser back = office.guest();
        List<Integer> guesses = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            guesses.add(back.post(door, Map.of("passcode", "guess" + i)).status());
        }
        assertThat(guesses).startsWith(422, 422).endsWith(429, 429);
        jdbc().sql("delete from sign_in_throttle").update();

        // Another passcode has to be given anew, and taken away none.
        JsonNode kept = office.desk.get(SHELF + "/folders/" + secret).ok().json();
        assertThat(kept.path("hasPasscode").asBoolean()).isTrue();
        Map<String, Object> form =
                new HashMap<>(Map.of("name", "Council", "reach", "EACH_DEVICE", "passcode", "quay-77"));
        office.desk
                .put(SHELF + "/folders/" + secret, form, kept.path("version").asString())
                .ok();
        assertThat(back.get(path).get("code")).isEqualTo("shelf.passcode");
        form.put("passcode", "abc");
        assertThat(office.desk.put(SHELF + "/folders/" + secret, form).status()).isEqualTo(422);
        form.put("passcode", "");
        office.desk.put(SHELF + "/folders/" + secret, form).ok();
        assertThat(back.get(path).status()).isEqualTo(200);
    }

    @Test
    void aFullShelfHoldsWhatComesUntilThereIsRoom() {
        String forms = folder("Forms", Map.of());
        jdbc().sql("""
                        insert into shelf_document (id, folder_id, name, name_order, generic, media_type, bytes, pages, content_id, words,
                            added_at, added_by)
                        select gen_random_uuid(), ?, 'Form ' || n, 'form', false, 'application/pdf', 1000, 1, gen_random_uuid(), '', now(), ''
                        from generate_series(1, ?) n""").params(UUID.fromString(forms), ShelfRoom.MOST_DOCUMENTS).update();
        JsonNode shelf = office.desk.get(SHELF).ok().json().path(0);
        assertThat(shelf.path("nearlyFull").asBoolean()).isTrue();
        assertThat(shelf.path("documents").asInt()).isEqualTo(3_000);
        office.goesTo(destination(forms));
        Browser person = office.guest();
        String scan = office.scan(person, Stack.TIDE_TABLE);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits for room");
        JsonNode leg = office.desk
                .get("/api/deliveries/" + delivery)
                .ok()
                .json()
                .path("row")
                .path("legs")
                .path(0);
        assertThat(leg.path("sentence").asString()).isEqualTo("The shelf is full.");
        String one = names("folder=" + forms + "&count=1").isEmpty()
                ? ""
                : office.desk
                        .get(DOCUMENTS + "?folder=" + forms + "&count=1")
                        .ok()
                        .json()
                        .path("rows")
                        .path(0)
                        .path("id")
                        .asString();
        office.desk.post(DOCUMENTS + "/delete", Map.of("ids", List.of(one))).ok();
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it goes as soon as there is room");
        assertThat(office.desk
                        .post(DOCUMENTS + "/restore", Map.of("ids", List.of(one)))
                        .get("code"))
                .isEqualTo("shelf.full");
    }

    @Test
    void hostileFilesAndPlacesAreRefusedInWords() throws IOException {
        String forms = folder("Forms", Map.of());
        assertThat(bring(forms, "notes.docx", "no picture".getBytes()).get("code"))
                .isEqualTo("shelf.file");
        assertThat(bring(forms, "", pdf("x")).status()).isEqualTo(422);
        assertThat(bring(forms, "../../etc/passwd.pdf", pdf("x")).ok().get("name"))
                .isEqualTo("passwd.pdf");
        assertThat(bring(UUID.randomUUID().toString(), "a.pdf", pdf("x")).status())
                .isEqualTo(404);
        String each = folder("Each", Map.of("reach", "EACH_DEVICE"));
        assertThat(bring(each, "a.pdf", pdf("x")).status())
                .as("of which device")
                .isEqualTo(404);
        for (Map<String, Object> body : List.<Map<String, Object>>of(
                Map.of(), Map.of("ids", List.of()), Map.of("ids", List.of(UUID.randomUUID())))) {
            for (String act : List.of("move", "copy", "delete", "restore")) {
                assertThat(office.desk.post(DOCUMENTS + "/" + act, body).status())
                        .isIn(404, 422);
            }
        }
        assertThat(office.desk.post(SHELF + "/folders", Map.of()).status()).isEqualTo(422);
        assertThat(office.desk
                        .post(SHELF + "/folders", Map.of("name", "forms", "keepDays", -1))
                        .json()
                        .path("problems"))
                .hasSize(2);
        // At the device where alone it is, it is needed.
        String only = folder("Only here", Map.of("reach", "ONE_DEVICE", "deviceId", office.deviceId));
        assertThat(office.desk.delete("/api/devices/" + office.deviceId).status())
                .isEqualTo(409);
        assertThat(row(office.desk, SHELF, only).path("deviceId").asString()).isEqualTo(office.deviceId);
    }
}
