package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.web.Json;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@Tag("long")
@ExtendWith(SharedOffice.class)
class RehearsalTest {
    private static Browser.Answer rehearse(Office office, String samples, Map<String, byte[]> own) {
        if (own.isEmpty()) {
            return office.desk.post("/api/rehearsals", Map.of("jobId", office.jobId, "pages", pages(samples)));
        }
        Browser.Answer brought = bring(office, own);
        return brought.status() != 200
                ? brought
                : office.desk.post("/api/rehearsals", Map.of("jobId", office.jobId, "pages", pages(samples, brought)));
    }

    /** One's own pages, which are then asked for by name. */
    private static Browser.Answer bring(Office office, Map<String, byte[]> own) {
        return office.desk.upload("/api/rehearsals/pages", "files", own);
    }

    private static List<String> pages(String samples) {
        return samples.isEmpty() ? List.of() : List.of(samples.split(","));
    }

    private static List<String> pages(String samples, Browser.Answer brought) {
        List<String> pages = new ArrayList<>(pages(samples));
        brought.json().forEach(page -> pages.add(page.path("page").asString()));
        return pages;
    }

    private static Browser.Answer test(Office office, String person, List<String> pages) {
        return office.desk.post(
                "/api/jobs/" + office.jobId + "/test-delivery", Map.of("person", person, "pages", pages));
    }

    private static String texts(JsonNode list, String field) {
        StringBuilder texts = new StringBuilder();
        list.forEach(entry -> texts.append(entry.path(field).asString()).append('|'));
        return texts.toString();
    }

    @Test
    void everyPageIsShownWithWhatBecameOfItAndNothingIsSent(Office office) {
        String profile = office.desk
                .post(
                        "/api/profiles",
                        Office.profileForm(
                                "Rehearsed",
                                Map.of("skipBlank", "USUAL", "straighten", true, "upright", true),
                                Map.of()))
                .ok()
                .get("id");
        String usual = office.desk.get("/api/jobs/" + office.jobId).get("profileId");
        office.goesTo(Map.of("profileId", profile), office.destination("Mail to me"));
        int before = deliveries(office);
        JsonNode made = rehearse(office, "letter,back,manifest", Map.of()).ok().json();
        assertThat(texts(made.path("pages"), "fate")).isEqualTo("KEPT|SKIPPED_BLANK|KEPT|");
        JsonNode letter = made.path("pages").path(0);
        assertThat(Math.abs(letter.path("facts").path("skewDegrees").asDouble()))
                .isGreaterThan(0.5);
        assertThat(letter.path("done")).isNotEmpty();
        assertThat(letter.path("after")).hasSize(1);
        JsonNode picture = letter.path("after").path(0);
        assertThat(picture.path("url").asString()).startsWith("data:image/jpeg;base64,");
        String known = picture.path("id").asString();
        JsonNode again = office.desk
                .post(
                        "/api/rehearsals",
                        Map.of(
                                "jobId", office.jobId,
                                "pages", List.of("letter", "back", "manifest"),
                                "known", List.of(known)))
                .ok()
                .json();
        JsonNode shown = again.path("pages").path(0);
        assertThat(shown.path("after").path(0).path("id").asString()).isEqualTo(known);
        assertThat(shown.path("after").path(0).path("url").isNull())
                .as("what is there need not come again")
                .isTrue();
        assertThat(shown.path("before").path("url").asString()).isNotEmpty();
        assertThat(made.path("pages").path(1).path("after")).isEmpty();
        assertThat(made.path("pages")
                        .path(2)
                        .path("facts")
                        .path("uprightDegrees")
                        .asInt())
                .isIn(90, 270);
        assertThat(made.path("files")).hasSize(1);
        JsonNode file = made.path("files").path(0);
        assertThat(file.path("pages").asInt()).isEqualTo(2);
        assertThat(file.path("scanned").toString()).isEqualTo("[1,3]");
        // RFC 2045 section 6.8: 57 bytes a line of 76, and CRLF
        long bytes = file.path("bytes").asLong();
        assertThat(made.path("mailBytes").asLong() - (bytes + 2) / 3 * 4)
                .isBetween(bytes / 57 * 2, bytes / 57 * 2 + 4000);
        assertThat(deliveries(office)).isEqualTo(before);
        office.goesTo(Map.of("profileId", usual), office.destination("Mail to me"));
    }

    @Test
    void onesOwnPagesOfEveryKindAreTaken(Office office) throws IOException {
        Map<String, byte[]> own = new LinkedHashMap<>();
        own.put("pier.png", image("png"));
        own.put("quay.tif", image("tiff"));
        own.put("plans.pdf", pdf());
        JsonNode made = rehearse(office, "letter", own).ok().json();
        assertThat(texts(made.path("pages"), "source"))
                .isEqualTo("Letter|pier.png|quay.tif|plans.pdf, page 1|plans.pdf, page 2|");
        assertThat(made.path("files").path(0).path("pages").asInt()).isEqualTo(5);
    }

    /** A job that nobody has saved, with settings of its own, as each destination would get it. */
    @Test
    void aDraftShowsNamesSizesAndFindingsBeforeItIsSaved(Office office) {
        String folder = office.folder("SFTP", "127.40.9.88", 2222, "drafts");
        String mail = office.destination("Mail to me");
        JsonNode saved = office.desk.get("/api/jobs/" + office.jobId).json();
        Map<String, Object> draft = new LinkedHashMap<>();
        draft.put("name", "Bills/May");
        draft.put("icon", "letter");
        draft.put("profileId", saved.path("profileId").asString());
        draft.put(
                "templateId",
                office.desk
                        .post("/api/names", Map.of("name", "By job", "template", "{job}"))
                        .ok()
                        .get("id"));
        draft.put("destinationIds", List.of(mail, folder));
        draft.put("subject", "Scan");
        draft.put("body", "");
        draft.put("kinds", Map.of(folder, List.of("RECEIPT")));
        draft.put(
                "changes",
                Map.of(
                        "grouping.everyPages",
                        1,
                        "grouping.byKind",
                        true,
                        "files.type",
                        "TIFF",
                        "files.quality",
                        "FINE",
                        "colour",
                        "COLOUR"));
        Map<String, Object> order = Map.of("job", draft, "pages", List.of("letter", "receipt", "form"));

        JsonNode made = office.desk.post("/api/rehearsals", order).ok().json();
        assertThat(texts(made.path("files"), "name")).isEqualTo("Bills-May 01.tif|Bills-May 02.tif|Bills-May 03.tif|");
        JsonNode byMail = made.path("destinations").path(0);
        JsonNode byFolder = made.path("destinations").path(1);
        assertThat(byMail.path("files")).hasSize(3);
        assertThat(texts(byFolder.path("files"), "name")).as("receipts alone").isEqualTo("Bills-May.tif|");
        assertThat(byFolder.path("files").path(0).path("changes")).isNotEmpty();
        assertThat(byFolder.path("limit").asLong()).isZero();
        assertThat(made.path("findings").toString()).doesNotContain("too-large");

        // The server takes less than these pages without loss weigh.
        mailLimit(office, 1);
        JsonNode large = office.desk.post("/api/rehearsals", order).ok().json();
        JsonNode stops = large.path("findings").path(0);
        assertThat(stops.path("code").asString()).isEqualTo("rehearsal.too-large");
        draft.put("changes", difference(stops.path("mend").path("scan")));
        JsonNode mended = office.desk.post("/api/rehearsals", order).ok().json();
        assertThat(mended.path("findings").toString()).doesNotContain("rehearsal.too-large");
        mailLimit(office, 0);

        draft.put("changes", Map.of());
        JsonNode together = office.desk.post("/api/rehearsals", order).ok().json();
        JsonNode sorting = StreamSupport.stream(together.path("findings").spliterator(), false)
                .filter(finding -> finding.path("code").asString().equals("job.kinds-together"))
                .findFirst()
                .orElseThrow();
        assertThat(sorting.path("mend")
                        .path("scan")
                        .path("grouping")
                        .path("byKind")
                        .asBoolean())
                .isTrue();
        draft.put("changes", Map.of("grouping.byKind", true));
        assertThat(office.desk
                        .post("/api/rehearsals", order)
                        .ok()
                        .json()
                        .path("findings")
                        .toString())
                .doesNotContain("kinds-together");

        draft.put("changes", Map.of("tidy.crap", true));
        Browser.Answer refused = office.desk.post("/api/rehearsals", order);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.get("title")).contains("tidy.crap");
        draft.put("changes", Map.of());
        String job = office.desk.post("/api/jobs", draft).ok().get("id");
        office.desk.delete("/api/jobs/" + job).ok();
    }

    private static void mailLimit(Office office, int mb) {
        Map<String, Object> server = office.mailServer(Office.PASSWORD);
        server.put("sizeLimitMb", mb);
        office.desk.put("/api/mail-servers/" + office.serverId, server).ok();
    }

    /** Somebody else at the desk. */
    private static Browser colleague(Office office) {
        String path = office.desk
                .post(
                        "/api/accounts/invitations",
                        Map.of(
                                "login",
                                "nessa",
                                "name",
                                "Nessa Thorne",
                                "email",
                                "n@wherrymoor.example",
                                "role",
                                "ADMINISTRATOR"))
                .ok()
                .get("path")
                .replace("/invited/", "/api/invitation/");
        Browser browser = new Browser(office.host.uri());
        browser.get("/api/session");
        browser.post(path, Map.of("password", "ferry crossing 8")).ok();
        return browser;
    }

    /** All of a form, as the difference from any profile. */
    private static Map<String, Object> difference(JsonNode scan) {
        Map<String, Object> all = new LinkedHashMap<>();
        for (String part : List.of("tone", "tidy", "grouping", "files", "input")) {
            scan.path(part).properties().stream()
                    .filter(setting -> !setting.getValue().isObject())
                    .forEach(setting -> all.put(
                            part + "." + setting.getKey(),
                            Json.read(setting.getValue().toString(), Object.class)));
        }
        all.put("dpi", scan.path("dpi").asInt());
        all.put("colour", scan.path("colour").asString());
        return all;
    }

    @Test
    void nobodyElsesPagesAreRehearsedWithAndALaterChangeReplacesAnEarlier(Office office) throws Exception {
        List<String> mine =
                pages("", bring(office, Map.of("pier.png", image("png"))).ok());
        Browser other = colleague(office);
        Browser.Answer refused = other.post("/api/rehearsals", Map.of("jobId", office.jobId, "pages", mine));
        assertThat(refused.status()).isEqualTo(410);
        assertThat(refused.get("code")).isEqualTo("rehearsal.pages-gone");
        assertThat(office.desk
                        .post("/api/rehearsals", Map.of("jobId", office.jobId, "pages", List.of(mine.get(0) + "9")))
                        .status())
                .isEqualTo(410);

        Map<String, Object> slow = Map.of(
                "jobId",
                office.jobId,
                "desk",
                java.util.UUID.randomUUID(),
                "pages",
                java.util.Collections.nCopies(8, "photo"));
        var answers = new java.util.concurrent.ConcurrentLinkedQueue<Integer>();
        List<Thread> desks = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Thread desk = new Thread(
                    () -> answers.add(office.desk.post("/api/rehearsals", slow).status()));
            desk.start();
            desks.add(desk);
        }
        for (Thread desk : desks) {
            desk.join();
        }
        assertThat(answers).containsOnly(200, 204);
        assertThat(answers).contains(200);
    }

    /** Pages of several formats and resolutions in one delivery, which came from no device. */
    @Test
    void aTestDeliveryGoesOutForRealFromTheDesk(Office office) throws IOException {
        String person = office.desk
                .get("/api/people")
                .ok()
                .json()
                .path("rows")
                .path(0)
                .path("id")
                .asString();
        Map<String, byte[]> own = new LinkedHashMap<>();
        own.put("pier.png", image("png"));
        own.put("plans.pdf", pdf());
        int learned = rows(office, "size_observation");
        String delivery = test(
                        office,
                        person,
                        pages("letter,manifest", bring(office, own).ok()))
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        JsonNode page = office.desk.get("/api/deliveries/" + delivery).ok().json();
        assertThat(page.path("row").path("deviceName").asString()).isEqualTo("Desk");
        assertThat(texts(page.path("pages"), "media")).startsWith("A4|A4|").endsWith("|A5|A4|");
        for (int place = 1; place <= 5; place++) {
            byte[] picture = office.desk
                    .get("/api/deliveries/" + delivery + "/pages/" + office.pageOf(delivery, place) + "/image")
                    .ok()
                    .response()
                    .body();
            assertThat(ImageIO.read(new ByteArrayInputStream(picture))).isNotNull();
        }
        assertThat(rows(office, "size_observation"))
                .as("nothing is learned from pages that no device of the office has scanned")
                .isEqualTo(learned);
        LocalDate today = LocalDate.now(ZoneOffset.UTC);
        byte[] sent = office.desk
                .get("/api/deliveries/" + delivery + "/files/0")
                .ok()
                .response()
                .body();
        try (PDDocument document = Loader.loadPDF(sent)) {
            assertThat(document.getNumberOfPages()).isEqualTo(5);
        }
        assertThat(office.desk
                        .get("/api/delivery-sums.csv?from=" + today + "&until=" + today)
                        .text())
                .contains("Desk");

        byte[] jpeg = image("jpg");
        for (Map.Entry<String, byte[]> file : Map.of(
                        "cut.jpg", Arrays.copyOf(jpeg, jpeg.length / 2),
                        "notes.txt", "No page".getBytes(StandardCharsets.UTF_8))
                .entrySet()) {
            Browser.Answer refused = bring(office, Map.of(file.getKey(), file.getValue()));
            assertThat(refused.status()).as(refused.text()).isEqualTo(422);
            assertThat(refused.get("title")).isEqualTo(file.getKey() + " cannot be read.");
        }
        assertThat(page.path("steps").toString()).contains("maud sent");
        String shelf = office.desk
                .post("/api/destinations", Map.of("name", "Stick", "kind", "USB", "settings", Map.of()))
                .ok()
                .get("id");
        office.goesTo(shelf);
        assertThat(test(office, person, List.of("letter")).text()).contains("saves to a device itself");
        office.goesTo(office.destination("Mail to me"));
    }

    @Test
    void whatCannotBeReadIsNamedAsThePersonKnowsIt(Office office) throws IOException {
        byte[] jpeg = image("jpg");
        byte[] large = new byte[41 * 1024 * 1024];
        for (Map.Entry<String, byte[]> file : Map.of(
                        "cut.jpg", Arrays.copyOf(jpeg, jpeg.length / 2),
                        "cut.pdf", Arrays.copyOf(pdf(), 300),
                        "notes.txt", "No page at all".getBytes(StandardCharsets.UTF_8),
                        "empty.png", new byte[0])
                .entrySet()) {
            Browser.Answer refused = rehearse(office, "", Map.of(file.getKey(), file.getValue()));
            assertThat(refused.status())
                    .as(file.getKey() + " " + refused.text())
                    .isEqualTo(422);
            assertThat(refused.get("title")).isEqualTo(file.getKey() + " cannot be read.");
            assertThat(refused.get("remedy")).isNotEmpty();
        }
        assertThat(rehearse(office, "", Map.of("large.png", large)).get("code")).isEqualTo("request.large");
        assertThat(rehearse(office, "", Map.of()).get("code")).isEqualTo("rehearsal.pages");
        assertThat(rehearse(office, String.join(",", java.util.Collections.nCopies(31, "back")), Map.of())
                        .get("code"))
                .isEqualTo("rehearsal.pages");
        assertThat(rehearse(office, "nothing", Map.of()).status()).isEqualTo(404);
    }

    private static int deliveries(Office office) {
        return rows(office, "delivery");
    }

    private static int rows(Office office, String table) {
        return office.bean(JdbcClient.class)
                .sql("select count(*) from " + table)
                .query(Integer.class)
                .single();
    }

    private static byte[] image(String format) throws IOException {
        BufferedImage image = new BufferedImage(500, 700, BufferedImage.TYPE_INT_RGB);
        var ink = image.createGraphics();
        ink.setColor(Color.WHITE);
        ink.fillRect(0, 0, 500, 700);
        ink.setColor(Color.BLACK);
        for (String line : List.of("Ferries to Linnet Pier", "leave at every tide", "except the lowest")) {
            ink.translate(0, 60);
            ink.drawString(line, 60, 60);
        }
        ink.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        assertThat(ImageIO.write(image, format, bytes)).isTrue();
        return bytes.toByteArray();
    }

    private static byte[] pdf() throws IOException {
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream bytes = new ByteArrayOutputStream()) {
            document.addPage(new PDPage(PDRectangle.A5));
            document.addPage(new PDPage(PDRectangle.A4));
            document.save(bytes);
            return bytes.toByteArray();
        }
    }
}
