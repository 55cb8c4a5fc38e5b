package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
        return office.desk.upload("/api/jobs/" + office.jobId + "/rehearsal?samples=" + samples, "files", own);
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
        String path = "/api/jobs/" + office.jobId + "/test-delivery?samples=letter,manifest&person=" + person;
        Map<String, byte[]> own = new LinkedHashMap<>();
        own.put("pier.png", image("png"));
        own.put("plans.pdf", pdf());
        int learned = rows(office, "size_observation");
        String delivery = office.desk.upload(path, "files", own).ok().get("deliveryId");
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
            Browser.Answer refused = office.desk.upload(path, "files", Map.of(file.getKey(), file.getValue()));
            assertThat(refused.status()).as(refused.text()).isEqualTo(422);
            assertThat(refused.get("title")).isEqualTo(file.getKey() + " is not an image that can be read.");
        }
        assertThat(page.path("steps").toString()).contains("maud sent");
        String shelf = office.desk
                .post("/api/destinations", Map.of("name", "Stick", "kind", "USB", "settings", Map.of()))
                .ok()
                .get("id");
        office.goesTo(shelf);
        assertThat(office.desk.upload(path, "files", Map.of()).text()).contains("saves to a device itself");
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
            assertThat(refused.get("title")).isEqualTo(file.getKey() + " is not an image that can be read.");
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
