package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.Stack;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.internet.MimeUtility;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(SharedOffice.class)
class ThinnestSliceTest {
    @Test
    void aScannedPermitArrivesAsAPdfOfTheRightPagesSizeAndResolution(Office office) throws Exception {
        int before = office.post.mailbox().letters().size();
        String delivery = office.send(Stack.BERTH_PERMIT);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");

        List<Letter> letters = office.post.mailbox().letters();
        assertThat(letters).hasSize(before + 1);
        Letter letter = letters.get(before);
        assertThat(letter.to()).containsExactly("asa.kjolv@wherrymoor.example");
        MimeMessage message = parse(letter);
        assertThat(message.getSubject()).isEqualTo("Berth permit, 3 pages");
        assertThat(message.getReplyTo()[0].toString()).contains("asa.kjolv@wherrymoor.example");
        MimeMultipart parts = (MimeMultipart) message.getContent();
        assertThat(parts.getBodyPart(0).getContent().toString().strip()).isEqualTo("From Ticket office.");
        String name = MimeUtility.decodeText(parts.getBodyPart(1).getFileName());
        assertThat(name).matches(LocalDate.now(ZoneOffset.UTC) + " Berth permit \u00c1sa Kj\u00f8lv \\d{4}\\.pdf");

        // Read by poppler, which has no code in common with what wrote it
        Path pdf = Files.createTempFile("permit", ".pdf");
        try (InputStream in = parts.getBodyPart(1).getInputStream()) {
            Files.copy(in, pdf, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        }
        String info = run("pdfinfo", pdf.toString());
        assertThat(info)
                .containsPattern("Pages: +3\n")
                .containsPattern("Page size: +595\\.\\d+ x 841\\.\\d+ pts \\(A4\\)");
        assertThat(info)
                .containsPattern("Title: +Berth permit")
                .containsPattern("Author: +\u00c1sa Kj\u00f8lv")
                .containsPattern("Producer: +Inky Courier");
        String images = run("pdfimages", "-list", pdf.toString());
        assertThat(images.lines().skip(2))
                .hasSize(3)
                .allMatch(line -> line.contains("jpeg") && line.matches(".* 100 +100 .*"), "100 dpi both ways");
        // The stamped permit and the plan have colour, the letter (blue letterhead and signature) too
        assertThat(images).contains("rgb");
        assertThat(run("qpdf", "--check", pdf.toString())).contains("No syntax or stream encoding errors found");
    }

    @Test
    void theDeskSeesEveryStepAndTheServersReply(Office office) {
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        Browser.Answer page = office.desk.get("/api/deliveries/" + delivery);
        var row = page.json().path("row");
        assertThat(row.path("pages").asInt()).isEqualTo(1);
        for (String stop : List.of("scannedAt", "madeReadyAt", "namedAt")) {
            assertThat(row.path(stop).isMissingNode() || row.path(stop).isNull())
                    .as(stop)
                    .isFalse();
        }
        var leg = row.path("legs").path(0);
        assertThat(leg.path("reply").asString()).startsWith("250 2.0.0 Accepted as letter");
        assertThat(leg.path("acceptedAt").asString()).isNotEmpty();
        assertThat(page.json().path("steps").size()).isGreaterThanOrEqualTo(4);
        byte[] picture = office.desk
                .get("/api/deliveries/" + delivery + "/pages/" + office.pageOf(delivery, 1) + "/thumbnail")
                .ok()
                .response()
                .body();
        assertThat(picture).startsWith(0xff, 0xd8);
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery + "/files/0")
                        .ok()
                        .response()
                        .headers()
                        .firstValue("Content-Disposition")
                        .orElse(""))
                .startsWith("attachment")
                .contains("filename*=UTF-8''");
    }

    @Test
    void pagesComeOneByOneAndAnotherLoadJoinsTheDocument(Office office) {
        Browser guest = office.guest();
        office.device.pageMillis(250);
        office.device.put(Stack.BERTH_PERMIT);
        String scan = office.begin(guest);
        Waiting.until(() -> pages(guest, office, scan) == 1, "the first page is in");
        assertThat(guest.get(office.panel("/scans/" + scan)).get("state")).isEqualTo("SCANNING");
        assertThat(guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .status())
                .isEqualTo(409);
        office.waitForScan(guest, scan, "COMPLETE");
        office.device.pageMillis(0);
        office.device.put(Stack.TIDE_TABLE);
        guest.post(office.panel("/scans/" + scan + "/loads"), Map.of()).ok();
        Waiting.until(() -> pages(guest, office, scan) == 4, "the second load is in");
        office.waitForScan(guest, scan, "COMPLETE");
        String first = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        assertThat(guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .ok()
                        .get("deliveryId"))
                .as("sent twice is sent once")
                .isEqualTo(first);
        Waiting.until(() -> office.state(first).equals("ACCEPTED"), "it arrives");
    }

    @Test
    void anEmptyFeederAndAStuckSheetAreToldInWords(Office office) {
        Browser guest = office.guest();
        String empty = office.begin(guest);
        office.waitForScan(guest, empty, "TROUBLE");
        assertThat(guest.get(office.panel("/scans/" + empty)).get("trouble"))
                .isEqualTo("There is no paper in the feeder.");
        office.device.put(Stack.TIDE_TABLE);
        office.device.misbehave(5, List.of("input-media-jam-error"));
        guest.post(office.panel("/scans/" + empty + "/loads"), Map.of()).ok();
        Waiting.until(
                () -> guest.get(office.panel("/scans/" + empty)).get("trouble").equals("Paper jam in the feeder."),
                "the jam is told");
    }

    @Test
    void aPageThatComesCutShortIsNotKeptAndTheRestCanBeScannedAgain(Office office) {
        Browser guest = office.guest();
        office.device.put(Stack.BERTH_PERMIT);
        office.device.cutPages(1);
        String scan = office.begin(guest);
        office.waitForScan(guest, scan, "TROUBLE");
        assertThat(guest.get(office.panel("/scans/" + scan)).get("trouble"))
                .isEqualTo("A page from the device could not be read.");
        assertThat(pages(guest, office, scan)).isZero();
        Waiting.until(() -> office.device.scanning() == 0, "the device has stopped");

        office.device.put(Stack.BERTH_PERMIT);
        guest.post(office.panel("/scans/" + scan + "/loads"), Map.of()).ok();
        office.waitForScan(guest, scan, "COMPLETE");
        assertThat(pages(guest, office, scan))
                .isEqualTo(Stack.BERTH_PERMIT.sheets().size());
    }

    private static int pages(Browser guest, Office office, String scan) {
        return guest.get(office.panel("/scans/" + scan)).json().path("pages").size();
    }

    private static MimeMessage parse(Letter letter) throws Exception {
        try (InputStream in = Files.newInputStream(letter.file())) {
            return new MimeMessage(Session.getInstance(new Properties()), in);
        }
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }
}
