package inky.courier;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A stick that somebody puts into the device: scanned onto, read from, and taken out too early. */
@ExtendWith(SharedOffice.class)
class StickTest {
    private final Office office;
    private String onto;
    private Path stick;

    StickTest(Office office) {
        this.office = office;
    }

    @BeforeEach
    void aJobOntoTheStick() throws IOException {
        onto = office.stick();
        office.goesTo(onto);
        office.device.stick(true);
        stick = office.device.storageFolder().orElseThrow().resolve("usb");
    }

    @AfterEach
    void asItWas() throws IOException {
        office.device.stick(true);
        try (Stream<Path> left = Files.list(stick)) {
            for (Path file : left.toList()) {
                Files.delete(file);
            }
        }
        office.goesTo(office.destination("Mail to me"));
    }

    private JsonNode seen(Browser person) {
        return person.get(office.panel("/stick")).ok().json();
    }

    private Browser.Answer open(Browser person, String path) {
        return person.post(office.panel("/stick/scans"), Map.of("jobId", office.jobId, "path", path));
    }

    private JsonNode opened(Browser person, String path) {
        String scan = open(person, path).ok().get("id");
        Waiting.until(
                () -> !scan(person, scan).path("state").asString().equals("SCANNING"), "the file's pages are there");
        return scan(person, scan);
    }

    private JsonNode scan(Browser person, String scan) {
        return person.get(office.panel("/scans/" + scan)).ok().json();
    }

    private void pdf(String name, int pages) throws IOException {
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < pages; i++) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.setNonStrokingColor(Color.BLACK);
                    content.addRect(60, 100 + 40 * i, 200, 20);
                    content.fill();
                }
            }
            document.save(stick.resolve(name).toFile());
        }
    }

    @Test
    void aStickIsNoticedAndWhatGoesOntoItMayHaveAPasscode() throws IOException {
        Browser person = office.guest();
        assertThat(seen(person).path("in").asBoolean()).isTrue();
        assertThat(seen(person).path("onto").path(0).path("jobId").asString()).isEqualTo(office.jobId);
        office.device.stick(false);
        assertThat(seen(person).path("in").asBoolean()).isFalse();
        office.device.stick(true);

        JsonNode ask = person.get(office.panel("/jobs"))
                .ok()
                .json()
                .path(0)
                .path("asks")
                .path(0);
        assertThat(ask.path("kind").asString()).isEqualTo("PASSCODE");
        assertThat(ask.path("required").asBoolean()).isFalse();
        assertThat(ask.path("name").asString()).isEqualTo("suggested: a stick is easily lost");
        String scan = office.scan(person, Stack.TIDE_TABLE);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), Map.of("passcode", "salt marsh 8"))
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is on the stick");
        Path file = onlyFile();
        assertThrows(InvalidPasswordException.class, () -> Loader.loadPDF(file.toFile()));
        try (PDDocument document = Loader.loadPDF(file.toFile(), "salt marsh 8")) {
            assertThat(document.getNumberOfPages()).isPositive();
        }
    }

    private Path onlyFile() throws IOException {
        try (Stream<Path> files = Files.list(stick)) {
            List<Path> all = files.toList();
            assertThat(all).hasSize(1);
            return all.get(0);
        }
    }

    /** What lies on it goes by any job here, as if it had been scanned; the mailed file has as many pages as the one on the stick. */
    @Test
    void filesOfTheStickGoByAnyJob() throws IOException {
        office.goesTo(office.destination("Mail to me"));
        pdf("Rota.pdf", 3);
        BufferedImage photograph = new BufferedImage(400, 300, BufferedImage.TYPE_INT_RGB);
        photograph.createGraphics().fillRect(20, 20, 300, 100);
        ImageIO.write(photograph, "png", stick.resolve("photograph.png").toFile());
        Files.writeString(stick.resolve("notes.docx"), "no picture");
        Files.writeString(stick.resolve("broken.pdf"), "%PDF-1.7 and nothing else");
        Files.createDirectory(stick.resolve("Letters"));

        Browser person = office.guest();
        JsonNode files = person.get(office.panel("/stick/files")).ok().json().path("entries");
        assertThat(files.valueStream().map(file -> file.path("name").asString()))
                .containsExactly("Letters", "broken.pdf", "photograph.png", "Rota.pdf");

        JsonNode scan = opened(person, "Rota.pdf");
        assertThat(scan.path("state").asString()).isEqualTo("COMPLETE");
        assertThat(scan.path("pages")).hasSize(3);
        String delivery = person.post(office.panel("/scans/" + scan.path("id").asString() + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is sent");
        byte[] sent = office.desk
                .get("/api/deliveries/" + delivery + "/files/0")
                .ok()
                .response()
                .body();
        try (PDDocument document = Loader.loadPDF(sent)) {
            assertThat(document.getNumberOfPages()).isEqualTo(3);
            assertThat(document.getPage(0).getMediaBox().getWidth()).isBetween(418f, 422f);
        }

        // ISO 32000-1, Annex H: a header may stand anywhere within the first 1024 bytes.
        byte[] rota = Files.readAllBytes(stick.resolve("Rota.pdf"));
        Files.write(
                stick.resolve("mailed.pdf"),
                ("sent by a mail program\n" + new String(rota, ISO_8859_1)).getBytes(ISO_8859_1));
        assertThat(opened(person, "mailed.pdf").path("pages")).hasSize(3);

        assertThat(opened(person, "photograph.png").path("pages")).hasSize(1);
        JsonNode broken = opened(person, "broken.pdf");
        assertThat(broken.path("state").asString()).isEqualTo("TROUBLE");
        assertThat(broken.path("trouble").asString()).isEqualTo("broken.pdf cannot be read.");
        assertThat(opened(person, "gone.pdf").path("state").asString()).isEqualTo("TROUBLE");
        assertThat(open(person, "notes.docx").status()).isEqualTo(422);
        assertThat(open(person, "../shelf/secret.pdf").status()).isEqualTo(422);
        assertThat(open(person, "").status()).isEqualTo(422);
        Files.delete(stick.resolve("Letters"));

        office.device.stick(false);
        assertThat(person.get(office.panel("/stick/files")).get("code")).isEqualTo("stick.none");
        JsonNode out = opened(person, "Rota.pdf");
        assertThat(out.path("trouble").asString()).isEqualTo("There is no stick in the device.");
    }

    /** Whoever takes it out before all is written reads what is on it; put back, the rest follows. */
    @Test
    void takenOutTooEarlyItSaysWhatIsOnIt() throws IOException {
        Browser person = office.guest();
        office.device.stick(false);
        String scan = office.scan(person, Stack.TIDE_TABLE);
        String delivery = person.post(office.panel("/scans/" + scan + "/send"), new HashMap<>())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits for the stick");
        JsonNode leg = person.get(office.panel("/deliveries/" + delivery))
                .ok()
                .json()
                .path("legs")
                .path(0);
        assertThat(leg.path("sentence").asString()).isEqualTo("There is no USB stick in the device.");
        assertThat(leg.path("there").asString()).isEqualTo("Nothing of it is on the stick yet.");
        office.device.stick(true);
        office.act("TRY_AGAIN", delivery);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is on the stick");
        assertThat(onlyFile()).isNotEmptyFile();
        assertThat(person.get(office.panel("/deliveries/" + delivery))
                        .ok()
                        .json()
                        .path("legs")
                        .path(0)
                        .path("there")
                        .asString())
                .isEmpty();
    }

    /** The demo starts its devices anew in the folders of the last time, sticks in pockets among them. */
    @Test
    void aStickStaysWhereItIsWhenTheDeviceIsStartedAnew() throws IOException {
        Path folder = Files.createTempDirectory("device");
        Path pocket = folder.resolve("stick in a pocket");
        try (StandInDevice first = started(folder)) {
            Files.writeString(folder.resolve("storage/usb/Rota.txt"), "Monday");
            first.stick(false);
        }
        try (StandInDevice again = started(folder)) {
            assertThat(again.hasStick()).isFalse();
            again.stick(false);
            assertThat(pocket).isNotEmptyDirectory();
            again.stick(true);
            assertThat(again.hasStick()).isTrue();
        }
        try (StandInDevice again = started(folder)) {
            assertThat(again.hasStick()).isTrue();
            again.stick(false);
            assertThat(pocket).isNotEmptyDirectory();
        }
    }

    private StandInDevice started(Path folder) throws IOException {
        return StandInDevice.start(office.device.model(), "Bridge", "127.20.9.21", 0, 1, 0, folder);
    }
}
