package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** The sheet beside a device, read by Debian's poppler. */
@ExtendWith(SharedOffice.class)
class InstructionSheetTest {
    @TempDir
    private Path folder;

    /** @param command with FILE for the answer's file */
    private String said(Browser.Answer answer, String... command) throws IOException {
        assertThat(answer.status()).isEqualTo(200);
        Path file = folder.resolve("sheet.pdf");
        Files.write(file, answer.response().body());
        Process process = new ProcessBuilder(Arrays.stream(command)
                        .map(word -> word.equals("FILE") ? file.toString() : word)
                        .toList())
                .redirectErrorStream(true)
                .start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    @Test
    void itSaysHowToScanThereInTheLanguageOfThePanel(Office office) throws IOException {
        String path = "/api/instruction-sheets?device=" + office.deviceId;
        var device = office.desk.get("/api/devices/" + office.deviceId).ok();
        var job = office.desk.get("/api/jobs/" + office.jobId).ok();
        office.desk
                .put(
                        "/api/devices/" + office.deviceId,
                        Map.of(
                                "name", device.get("name"),
                                "place", device.get("place"),
                                "placeWhat", device.get("placeWhat"),
                                "address", device.get("address"),
                                "signOutSeconds", 60,
                                "language", "de"))
                .ok();
        office.settings("helpDesk", Map.of("phone", "0199 4620", "email", "")).ok();
        assertThat(said(office.desk.get(path), "pdftotext", "-layout", "FILE", "-"))
                .contains(
                        device.get("name"),
                        device.get("place"),
                        job.get("name"),
                        "Geht an: ",
                        "Wenn es stockt",
                        "0199 4620");
        assertThat(said(office.desk.get(path), "pdfinfo", "FILE")).contains("A4");
        assertThat(said(office.desk.get(path + "&paper=LETTER"), "pdfinfo", "FILE"))
                .contains("letter");
        assertThat(said(office.desk.get(path), "pdffonts", "FILE"))
                .contains("LiberationSans")
                .contains("yes yes yes");
        assertThat(office.desk.get("/api/instruction-sheets?place=Nowhere").status())
                .isEqualTo(404);
        assertThat(office.desk.get("/api/instruction-sheets?paper=A0").status()).isEqualTo(400);
        assertThat(office.guest().get(path).status()).isIn(401, 403);
    }
}
