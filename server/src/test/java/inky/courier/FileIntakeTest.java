package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.core.intake.IntakeAddress;
import inky.courier.harness.Browser;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.FreePort;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.commons.net.ftp.FTP;
import org.apache.commons.net.ftp.FTPClient;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Scans of devices that send files, by clients that are not ours: curl, and OpenSSH's sftp. */
@ExtendWith(SharedOffice.class)
class FileIntakeTest {
    private static final String PASSWORD = "oil skin 4";
    private static int sftpPort;
    private static int ftpPort;

    private final Office office;
    private final JsonNode person;

    @TempDir
    private Path here;

    private String inbox;

    FileIntakeTest(Office office) {
        this.office = office;
        person = office.desk
                .get("/api/people?sort=name")
                .ok()
                .json()
                .path("rows")
                .path(0);
    }

    @BeforeEach
    void open() throws IOException {
        if (sftpPort == 0) {
            sftpPort = FreePort.at("127.0.0.1");
            ftpPort = FreePort.at("127.0.0.1");
        }
        takes(Map.of()).ok();
        inbox = office.desk.post("/api/inboxes", form(Map.of())).ok().get("id");
        Waiting.until(
                () -> state("sftp").path("listens").asBoolean()
                        && state("ftp").path("listens").asBoolean(),
                () -> "files are taken: " + state("sftp") + state("ftp"));
    }

    @AfterEach
    void asItWas() {
        for (JsonNode one : lists().path("unclaimed")) {
            office.desk.delete("/api/incoming/" + one.path("id").asString()).ok();
        }
        office.desk.delete("/api/inboxes/" + inbox);
        takes(Map.of("sftp", false, "ftp", false)).ok();
    }

    private static Map<String, Object> form(Map<String, Object> more) {
        Map<String, Object> form =
                new HashMap<>(Map.of("name", "Copier in the stores", "account", "stores-copier", "password", PASSWORD));
        form.putAll(more);
        return form;
    }

    private Browser.Answer takes(Map<String, Object> more) {
        Map<String, Object> intake = new HashMap<>(Map.of(
                "sftp", true, "sftpPort", sftpPort, "ftp", true, "ftpPort", ftpPort, "networks", List.of("127.0.0.1")));
        intake.putAll(more);
        return office.settings("fileIntake", intake);
    }

    private JsonNode state(String door) {
        return office.desk.get("/api/incoming/state").ok().json().path(door);
    }

    private JsonNode lists() {
        return office.desk.get("/api/incoming").ok().json();
    }

    private JsonNode latest(String file) {
        JsonNode lists = lists();
        for (String list : List.of("latest", "unclaimed")) {
            for (JsonNode one : lists.path(list)) {
                if (one.path("subject").asString().equals(file)) {
                    return one;
                }
            }
        }
        throw new AssertionError(file + " is nowhere in " + lists);
    }

    private boolean isListed(String file) {
        return lists().toString().contains(file);
    }

    private void arrives(String file, int pages) {
        Waiting.until(() -> latest(file).path("state").asString().equals("SENT"), () -> "sent: " + latest(file));
        assertThat(latest(file).path("pages").asInt()).isEqualTo(pages);
        Waiting.until(
                () -> office.state(latest(file).path("deliveryId").asString()).equals("ACCEPTED"), "it arrives");
    }

    private String theirs() {
        return "berth-permit+" + IntakeAddress.key(person.path("login").asString());
    }

    private static String url(String protocol, String path) {
        return protocol + "://127.0.0.1:" + (protocol.equals("ftp") ? ftpPort : sftpPort) + "/" + path;
    }

    private static String name(String ending) {
        return "scan-" + UUID.randomUUID() + ending;
    }

    /** @return what curl said; empty where all was well */
    private String curl(byte[] content, String url, String... more) throws Exception {
        Path file = Files.createTempFile(here, "sent", "");
        Files.write(file, content);
        List<String> command = new ArrayList<>(List.of(
                "curl",
                "--silent",
                "--show-error",
                "--insecure",
                "--max-time",
                "60",
                "--user",
                "stores-copier:" + PASSWORD,
                "--upload-file",
                file.toString(),
                url));
        command.addAll(List.of(more));
        return said(command);
    }

    private static String said(List<String> command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return process.waitFor() == 0 && !command.contains("--verbose") ? "" : said;
    }

    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void aFileIsAScanOfTheJobAndPersonThatItsFolderNames(String protocol) throws Exception {
        String file = name(".pdf");
        byte[] pdf = DeviceMail.pdf(3);
        assertThat(curl(pdf, url(protocol, theirs() + "/" + file))).isEmpty();
        arrives(file, 3);
        assertThat(latest(file).path("way").asString()).isEqualTo(protocol.toUpperCase(java.util.Locale.ROOT));
        assertThat(latest(file).path("sender").asString()).isEqualTo("Copier in the stores");
        assertThat(curl(pdf, url(protocol, theirs() + "/" + file)))
                .as("a device that did not hear the answer")
                .isEmpty();
        assertThat(lists().toString().split(file, -1)).hasSize(2);
    }

    /** RFC 959, PORT instead of PASV; and EPSV, RFC 2428. */
    @Test
    void devicesMayLetCourierConnect() throws Exception {
        String file = name(".tif");
        assertThat(curl(DeviceMail.picture("tiff"), url("ftp", theirs() + "/" + file), "--ftp-port", "127.0.0.1"))
                .isEmpty();
        arrives(file, 1);
        String other = name(".jpg");
        assertThat(curl(DeviceMail.picture("jpg"), url("ftp", theirs() + "/" + other), "--disable-epsv"))
                .isEmpty();
        arrives(other, 1);
    }

    /** RFC 959, section 3.1.1.1: a device that says nothing sends text; what it sends is pages all the same. */
    @Test
    void aDeviceThatForgetsToSayThatItSendsNoTextDoesNoHarm() throws Exception {
        FTPClient client = new FTPClient();
        client.connect("127.0.0.1", ftpPort);
        assertThat(client.login("stores-copier", PASSWORD)).isTrue();
        client.enterLocalPassiveMode();
        client.setFileType(FTP.BINARY_FILE_TYPE);
        client.sendCommand("TYPE", "A");
        String file = name(".pdf");
        assertThat(client.storeFile(file, new ByteArrayInputStream(DeviceMail.pdf(2))))
                .as(client.getReplyString())
                .isTrue();
        client.disconnect();
        assertThat(latest(file).path("pages").asInt()).isEqualTo(2);
    }

    /** Many devices write under another name until they are done. */
    @ParameterizedTest
    @CsvSource({"ftp, .part", "sftp, .part", "ftp, .pdf", "sftp, .pdf"})
    void aFileThatIsRenamedWhenItIsDoneIsTakenThen(String protocol, String ending) throws Exception {
        String part = (ending.equals(".pdf") ? ".in." : "") + name(ending);
        String file = name(".pdf");
        String[] rename = protocol.equals("ftp")
                ? new String[] {"--quote", "-RNFR " + part, "--quote", "-RNTO " + file}
                : new String[] {"--quote", "-rename " + part + " " + file};
        assertThat(curl(DeviceMail.pdf(1), url(protocol, part), rename)).isEmpty();
        assertThat(latest(file).path("state").asString()).isEqualTo("UNCLAIMED");
        assertThat(isListed(part)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void whatHasNoEndingIsLookedAtWhenTheDeviceLeaves(String protocol) throws Exception {
        String file = name("");
        assertThat(curl(DeviceMail.pdf(2), url(protocol, file))).isEmpty();
        Waiting.until(() -> isListed(file), "it is taken");
        assertThat(latest(file).path("pages").asInt()).isEqualTo(2);
        String text = name("");
        assertThat(curl("no scan".getBytes(StandardCharsets.UTF_8), url(protocol, text)))
                .isEmpty();
        Waiting.until(() -> isListed(text), "it is said");
        assertThat(latest(text).path("state").asString()).isEqualTo("REFUSED");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void whatIsCutOrNoScanIsRefusedInWordsAndListed(String protocol) throws Exception {
        byte[] pdf = DeviceMail.pdf(2);
        String cut = name(".pdf");
        String said = curl(Arrays.copyOf(pdf, pdf.length / 2), url(protocol, cut), "--verbose");
        assertThat(said).doesNotContain("xception");
        if (protocol.equals("ftp")) {
            assertThat(said).contains("550 The file ends too early.").doesNotContain("226");
        }
        assertThat(latest(cut).path("state").asString()).isEqualTo("REFUSED");
        assertThat(latest(cut).path("why").asString()).isEqualTo("The file ends too early.");
        String text = name(".pdf");
        curl("hello".getBytes(StandardCharsets.UTF_8), url(protocol, text));
        assertThat(latest(text).path("why").asString()).isEqualTo("The file is neither PDF, TIFF, JPEG nor PNG.");
        assertThat(curl(pdf, url(protocol, cut))).as("then whole").isEmpty();
        byte[] unreadable = ("%PDF-1.7 " + "x".repeat(3000) + " %%EOF").getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 2; i++) {
            String again = curl(unreadable, url(protocol, text));
            // curl does not look at what SFTP answers to the end of a file.
            assertThat(again.isEmpty())
                    .as("the same once more is no more kept than before")
                    .isEqualTo(protocol.equals("sftp"));
        }
        assertThat(lists().path("latest")
                        .valueStream()
                        .filter(one -> one.path("subject").asString().equals(text))
                        .map(one -> one.path("state").asString()))
                .containsExactly("REFUSED", "REFUSED", "REFUSED");
    }

    /** What folders there are is what jobs there are; nothing of another device is seen, and no way leads out. */
    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void aDeviceSeesTheJobsAndNothingElse(String protocol) throws Exception {
        Path list = here.resolve("list");
        List<String> command = new ArrayList<>(List.of(
                "curl",
                "--silent",
                "--show-error",
                "--insecure",
                "--user",
                "stores-copier:" + PASSWORD,
                "--output",
                list.toString(),
                "--path-as-is"));
        List<String> root = new ArrayList<>(command);
        root.add(url(protocol, ""));
        assertThat(said(root)).isEmpty();
        assertThat(Files.readString(list)).contains("berth-permit");
        List<String> out = new ArrayList<>(command);
        out.add(url(protocol, "../../../../../../etc/passwd"));
        assertThat(said(out)).as(Files.readString(list)).isNotEmpty();
        String file = name(".pdf");
        curl(DeviceMail.pdf(1), url(protocol, "../../../../../../tmp/" + file), "--path-as-is");
        assertThat(Files.exists(Path.of("/tmp", file))).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void whoGuessesIsRefusedSlowedAndListed(String protocol) throws Exception {
        String said = "";
        for (int i = 0; i < 15; i++) {
            said = curl(new byte[1], url(protocol, "x.pdf"), "--user", "stores-copier:wrong " + i);
            assertThat(said).containsIgnoringCase(protocol.equals("ftp") ? "Access denied" : "Authentication failure");
        }
        assertThat(office.desk.get("/api/security-log?what=FAILED").ok().text())
                .contains("FILE_INTAKE")
                .doesNotContain("wrong 1");
        assertThat(office.desk.get("/api/locks").ok().text()).contains("files of devices from 127.0.0.1");
        assertThat(curl(DeviceMail.pdf(1), url(protocol, name(".pdf"))))
                .as("right, too early")
                .isNotEmpty();
        office.desk.delete("/api/locks?kind=FILES&of=127.0.0.1").ok();
        assertThat(curl(DeviceMail.pdf(1), url(protocol, name(".pdf")))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ftp", "sftp"})
    void onlyTheNetworksOfTheSettingsAreLetIn(String protocol) throws Exception {
        takes(Map.of("networks", List.of("192.0.2.0/24"))).ok();
        assertThat(curl(DeviceMail.pdf(1), url(protocol, name(".pdf")))).isNotEmpty();
    }

    /** RFC 4253: the key stays, whatever is switched off and on; and nothing but SFTP is let in. */
    @Test
    void opensshKnowsCourierAgainAndGetsNoShell() throws Exception {
        String fingerprint = office.desk
                .get("/api/incoming/state")
                .ok()
                .json()
                .path("hostKeys")
                .path(0)
                .asString();
        assertThat(fingerprint).startsWith("RSA SHA256:");
        String scanned = said(List.of(
                "sh", "-c", "ssh-keyscan -p " + sftpPort + " 127.0.0.1 2>/dev/null | ssh-keygen -lf - ; false"));
        assertThat(scanned).contains(fingerprint.substring("RSA ".length()));
        Path answer = here.resolve("answer");
        Files.writeString(answer, "#!/bin/sh\necho '" + PASSWORD + "'\n");
        answer.toFile().setExecutable(true);
        String file = name(".pdf");
        Files.write(here.resolve(file), DeviceMail.pdf(4));
        String options = " -o StrictHostKeyChecking=no -o UserKnownHostsFile=/dev/null -o LogLevel=ERROR ";
        String sent = said(List.of(
                "sh",
                "-c",
                "echo 'put " + here.resolve(file) + " " + theirs().split("[+]")[0] + "/" + file
                        + "' | SSH_ASKPASS_REQUIRE=force SSH_ASKPASS=" + answer + " sftp -o BatchMode=no -b - -P "
                        + sftpPort
                        + options + "stores-copier@127.0.0.1"));
        assertThat(sent).isEmpty();
        assertThat(latest(file).path("pages").asInt()).isEqualTo(4);
        assertThat(latest(file).path("job").asString()).isEqualTo("Berth permit");
        String link = said(List.of(
                "sh",
                "-c",
                "printf 'ln -s /etc/passwd scan.pdf\nput " + here.resolve(file) + " x.part\nrename x.part renamed-"
                        + file
                        + "\n' | SSH_ASKPASS_REQUIRE=force SSH_ASKPASS=" + answer + " sftp -o BatchMode=no -P "
                        + sftpPort
                        + options + "stores-copier@127.0.0.1; false"));
        assertThat(link).containsIgnoringCase("unsupported");
        assertThat(latest("renamed-" + file).path("pages").asInt()).isEqualTo(4);
        String shell = said(List.of(
                "sh",
                "-c",
                "SSH_ASKPASS_REQUIRE=force SSH_ASKPASS=" + answer + " timeout 20 ssh -p " + sftpPort + options
                        + "stores-copier@127.0.0.1 id"));
        assertThat(shell).doesNotContain("uid=");
    }

    @Test
    void aFolderThatNamesNothingGoesByWhatTheInboxSays() throws Exception {
        office.desk
                .put(
                        "/api/inboxes/" + inbox,
                        form(Map.of(
                                "jobId",
                                office.jobId,
                                "personId",
                                person.path("id").asString(),
                                "deviceId",
                                office.deviceId)))
                .ok();
        String file = name(".png");
        assertThat(curl(DeviceMail.picture("png"), url("sftp", file))).isEmpty();
        arrives(file, 1);
        assertThat(office.desk
                        .get("/api/deliveries/"
                                + latest(file).path("deliveryId").asString())
                        .ok()
                        .json()
                        .path("row")
                        .path("deviceName")
                        .asString())
                .isEqualTo("Ticket office");
        String other = name(".png");
        assertThat(curl(DeviceMail.picture("png"), url("sftp", "no-such-job/" + other), "--ftp-create-dirs"))
                .isEmpty();
        assertThat(latest(other).path("state").asString()).isEqualTo("UNCLAIMED");
    }

    @Test
    void anInboxIsHeldToItsRulesAndKeepsItsPassword() throws Exception {
        assertThat(refused(Map.of("account", "stores-copier", "name", "Another")))
                .contains("inbox.account-taken");
        assertThat(refused(Map.of("account", "Not good", "name", "Another"))).contains("inbox.account");
        assertThat(refused(Map.of("account", "another", "name", "Another", "password", "short")))
                .contains("inbox.password");
        Browser.Answer view = office.desk.get("/api/inboxes/" + inbox).ok();
        assertThat(view.text()).doesNotContain(PASSWORD).contains("\"hasPassword\":true");
        Map<String, Object> same = form(Map.of("name", "Renamed"));
        same.remove("password");
        office.desk.put("/api/inboxes/" + inbox, same).ok();
        assertThat(curl(DeviceMail.pdf(1), url("ftp", name(".pdf")))).isEmpty();
        assertThat(office.account(Role.OPERATOR).delete("/api/inboxes/" + inbox).status())
                .isEqualTo(403);
        assertThat(takes(Map.of("ftpPort", sftpPort)).text()).contains("settings.intake-same-port");
        assertThat(takes(Map.of("passivePorts", "50000-50003")).text()).contains("settings.intake-passive-ports");
    }

    private String refused(Map<String, Object> more) {
        Browser.Answer answer = office.desk.post("/api/inboxes", form(more));
        assertThat(answer.status()).isEqualTo(422);
        return answer.text();
    }
}
