package inky.courier.intake.inbox;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.FileHouse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Folders that Courier looks into: what is taken, when, and what is left. */
class WatchedFolderTest {
    private static TimedOffice office;
    private static FileHouse house;
    private static CloudHouse cloud;

    private String inbox;
    private Path folder;

    @BeforeAll
    static void open() throws IOException {
        office = new TimedOffice();
        house = Office.fileHouse("127.40.9.21");
        cloud = Office.cloud("127.40.9.22");
    }

    @AfterAll
    static void close() throws IOException {
        house.close();
        cloud.close();
        office.close();
    }

    @BeforeEach
    void begin() {
        opens("SFTP");
    }

    @AfterEach
    void end() {
        office.office.desk.delete("/api/inboxes/" + inbox).ok();
    }

    private void opens(String kind) {
        String name = "from devices " + UUID.randomUUID();
        String destination = switch (kind) {
            case "WEBDAV" -> office.office.folder(kind, cloud.address() + "/dav/", 0, name);
            case "FTP" -> atHouse(kind, house.ftpPort(), name);
            case "SMB" -> atHouse(kind, house.smbPort(), name);
            default -> atHouse(kind, house.sftpPort(), name);
        };
        folder = (kind.equals("WEBDAV") ? cloud.files() : house.files()).resolve(name);
        inbox = office.office.desk.post("/api/inboxes", form(destination)).ok().get("id");
        look();
    }

    private static String atHouse(String kind, int port, String name) {
        return office.office.folder(kind, house.settings().address(), port, name);
    }

    private static Map<String, Object> form(String destination) {
        return new HashMap<>(Map.of(
                "name",
                "Old copier " + UUID.randomUUID(),
                "destinationId",
                destination,
                "jobId",
                office.office.jobId,
                "personId",
                person().path("id").asString()));
    }

    private static JsonNode person() {
        return office.office
                .desk
                .get("/api/people?sort=name")
                .ok()
                .json()
                .path("rows")
                .path(0);
    }

    /** As the round does it. */
    private void look() {
        office.bean(InboxLook.class).look(UUID.fromString(inbox));
    }

    private void look(Duration later) {
        office.time.pass(later);
        look();
    }

    private void put(String name, byte[] content) throws IOException {
        Path file = folder.resolve(name);
        Files.createDirectories(file.getParent());
        Files.write(file, content);
        // Some servers tell whole seconds only.
        Files.setLastModifiedTime(file, FileTime.from(Instant.parse("2026-11-26T08:00:00Z")));
    }

    private static JsonNode lists() {
        return office.office.desk.get("/api/incoming").ok().json();
    }

    private static JsonNode latest(String file) {
        for (String list : new String[] {"latest", "unclaimed"}) {
            for (JsonNode one : lists().path(list)) {
                if (one.path("subject").asString().equals(file)) {
                    return one;
                }
            }
        }
        return lists().path("nothing");
    }

    private static String name(String ending) {
        return "scan-" + UUID.randomUUID() + ending;
    }

    @ParameterizedTest
    @ValueSource(strings = {"SFTP", "FTP", "WEBDAV", "SMB"})
    void aFileThatStandsStillIsTakenOnceAndRemoved(String kind) throws IOException {
        assumeTrue(!kind.equals("SMB") || house.smbPort() > 0, "there is no Samba on this machine");
        office.office.desk.delete("/api/inboxes/" + inbox).ok();
        opens(kind);
        assertThat(Files.isDirectory(folder)).as("it is there for the device").isTrue();
        String file = name(".PDF");
        put(file, DeviceMail.pdf(2));
        look();
        assertThat(latest(file).isMissingNode()).as("it may still be written").isTrue();
        look(Duration.ofSeconds(5));
        assertThat(latest(file).path("way").asString()).isEqualTo("FOLDER");
        assertThat(Files.exists(folder.resolve(file))).isFalse();
        office.time.pass(Duration.ofSeconds(1));
        JsonNode sent = latest(file);
        assertThat(sent.path("state").asString()).isEqualTo("SENT");
        assertThat(sent.path("pages").asInt()).isEqualTo(2);
        assertThat(office.office.state(sent.path("deliveryId").asString())).isEqualTo("ACCEPTED");

        // The next one of the same name and bytes is another scan.
        put(file, DeviceMail.pdf(2));
        look();
        look(Duration.ofSeconds(5));
        assertThat(lists().toString().split(file, -1)).hasSize(3);
    }

    @Test
    void whatIsStillWrittenWaits() throws IOException {
        byte[] whole = DeviceMail.pdf(3);
        String file = name(".pdf");
        put(file, Arrays.copyOf(whole, whole.length / 2));
        look();
        look(Duration.ofSeconds(20));
        assertThat(latest(file).isMissingNode()).as("it is cut").isTrue();
        put(file, whole);
        look(Duration.ofSeconds(3));
        assertThat(latest(file).isMissingNode()).as("it has just changed").isTrue();
        look(Duration.ofSeconds(5));
        assertThat(latest(file).path("pages").asInt()).isEqualTo(3);
    }

    @Test
    void whatIsNoScanIsPutAsideAndSaid() throws IOException {
        String text = name(".pdf");
        put(text, "not a scan".getBytes(StandardCharsets.UTF_8));
        String other = name(".xml");
        put(other, "<job/>".getBytes(StandardCharsets.UTF_8));
        String cut = name(".jpg");
        byte[] picture = DeviceMail.picture("jpg");
        put(cut, Arrays.copyOf(picture, picture.length - 40));
        look();
        look(Duration.ofSeconds(5));
        assertThat(latest(text).path("state").asString()).isEqualTo("REFUSED");
        assertThat(latest(text).path("why").asString()).isEqualTo("The file is neither PDF, TIFF, JPEG nor PNG.");
        assertThat(Files.exists(folder.resolve("refused").resolve(text))).isTrue();
        assertThat(Files.exists(folder.resolve(other))).as("none of ours").isTrue();
        assertThat(Files.exists(folder.resolve(cut))).as("it may still come").isTrue();
        look(Duration.ofMinutes(11));
        assertThat(latest(cut).path("why").asString()).isEqualTo("The file ends too early.");
        assertThat(Files.exists(folder.resolve("refused").resolve(cut))).isTrue();
    }

    @Test
    void aFolderSaysTheJobAndThePerson() throws IOException {
        String file = name(".png");
        put("berth-permit+nobody/" + file, DeviceMail.picture("png"));
        String elsewhere = name(".png");
        put("archive/" + elsewhere, DeviceMail.picture("png"));
        look();
        look(Duration.ofSeconds(5));
        assertThat(latest(file).path("state").asString()).isEqualTo("UNCLAIMED");
        assertThat(latest(file).path("job").asString()).isEqualTo("Berth permit");
        assertThat(latest(file).path("why").asString()).isEqualTo("It does not say whose it is.");
        assertThat(Files.exists(folder.resolve("archive").resolve(elsewhere))).isTrue();
    }

    /** The pages are kept, and then the line breaks: by the next look it is known that they are. */
    @Test
    void whatCouldNotBeRemovedIsNotTakenAgain() throws IOException {
        office.office.desk.delete("/api/inboxes/" + inbox).ok();
        opens("FTP");
        String file = name(".pdf");
        put(file, DeviceMail.pdf(1));
        look();
        house.refuseFtp("DELE", "550 Permission denied");
        look(Duration.ofSeconds(5));
        assertThat(latest(file).path("state").asString()).isNotEmpty();
        assertThat(Files.exists(folder.resolve(file))).isTrue();
        assertThat(view().path("trouble").asString()).isNotEmpty();
        look(Duration.ofSeconds(20));
        house.behave();
        look(Duration.ofSeconds(60));
        assertThat(Files.exists(folder.resolve(file))).isFalse();
        assertThat(view().path("trouble").asString()).isEmpty();
        assertThat(lists().toString().split(file, -1)).hasSize(2);
    }

    private JsonNode view() {
        return office.office.desk.get("/api/inboxes/" + inbox).ok().json();
    }

    @Test
    void aServerThatDoesNotAnswerIsSaidAndAskedLess() {
        String destination = office.office.folder("SFTP", "127.40.9.23", 22, "x");
        office.office.desk.put("/api/inboxes/" + inbox, form(destination)).ok();
        look();
        assertThat(view().path("trouble").asString()).isNotEmpty();
        InboxRepository rows = office.bean(InboxRepository.class);
        Instant first = rows.findById(UUID.fromString(inbox)).orElseThrow().nextLookAt;
        look();
        assertThat(rows.findById(UUID.fromString(inbox)).orElseThrow().nextLookAt)
                .isAfter(first.plusSeconds(20));
    }
}
