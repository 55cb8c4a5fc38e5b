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
import jakarta.mail.internet.MimeUtility;
import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Scans of devices that can only send mail. */
@ExtendWith(SharedOffice.class)
class MailIntakeTest {
    private static final String DOMAIN = "scans.wherrymoor.example";
    private static int port;

    private final Office office;
    private final JsonNode person;

    MailIntakeTest(Office office) {
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
        if (port == 0) {
            port = FreePort.at("127.0.0.1");
        }
        takes(Map.of()).ok();
        Waiting.until(() -> state().path("listens").asBoolean(), () -> "mail is taken: " + state());
    }

    @AfterEach
    void asItWas() {
        office.goesTo(office.destination("Mail to me"));
        for (JsonNode one : lists().path("unclaimed")) {
            office.desk.delete("/api/incoming/" + one.path("id").asString()).ok();
        }
        takes(Map.of("on", false)).ok();
    }

    private static Map<String, Object> intake(Map<String, Object> more) {
        Map<String, Object> intake = new HashMap<>(
                Map.of("on", true, "port", port, "domain", DOMAIN, "networks", List.of("127.0.0.1"), "bySender", true));
        intake.putAll(more);
        return intake;
    }

    private Browser.Answer takes(Map<String, Object> more) {
        return office.settings("mailIntake", intake(more));
    }

    private JsonNode state() {
        return office.desk.get("/api/incoming/state").ok().json().path("mail");
    }

    private JsonNode lists() {
        return office.desk.get("/api/incoming").ok().json();
    }

    private JsonNode latest(String subject) {
        JsonNode lists = lists();
        for (String list : List.of("latest", "unclaimed")) {
            for (JsonNode one : lists.path(list)) {
                if (one.path("subject").asString().equals(subject)) {
                    return one;
                }
            }
        }
        throw new AssertionError(subject + " is nowhere in " + lists);
    }

    private String login() {
        return IntakeAddress.key(person.path("login").asString());
    }

    private static String at(String local) {
        return local + "@" + DOMAIN;
    }

    private JsonNode arrived(String subject) {
        Waiting.until(() -> latest(subject).path("state").asString().equals("SENT"), "it is a delivery");
        String delivery = latest(subject).path("deliveryId").asString();
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        return office.desk.get("/api/deliveries/" + delivery).ok().json();
    }

    @Test
    void severalAttachmentsAreOneScanOfThePersonAndJobThatTheAddressNames() throws Exception {
        int before = office.post.mailbox().letters().size();
        DeviceMail mail = DeviceMail.to(at("berth-permit.ticket-office+" + login()))
                .with("Subject", "=?UTF-8?Q?Permit_f=C3=BCr_Oda?=")
                .attach("scan.pdf", DeviceMail.pdf(2))
                .attach("photo.jpg", DeviceMail.picture("jpg"))
                .attach("drawing.png", DeviceMail.picture("png"))
                .attach("old.tif", DeviceMail.picture("tiff"))
                .attach("readme.txt", "no page".getBytes(StandardCharsets.UTF_8));
        mail.send(port);
        JsonNode row = arrived("Permit für Oda").path("row");
        assertThat(row.path("pages").asInt()).isEqualTo(5);
        assertThat(row.path("deviceName").asString()).isEqualTo("Ticket office");
        assertThat(row.path("personName").asString())
                .isEqualTo(person.path("name").asString());
        assertThat(office.post.mailbox().letters()).hasSize(before + 1);

        mail.send(port);
        assertThat(office.post.mailbox().letters()).as("the same message").hasSize(before + 1);
        assertThat(lists().path("latest").toString().split("Permit f", -1)).hasSize(2);
    }

    /** RFC 5321 by a client that is not ours. @return what it said; empty where all was well */
    private static String curl(String subject, String to, String... more) {
        try {
            return curlSays(subject, to, more);
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static String curlSays(String subject, String to, String... more) throws Exception {
        Path file = Files.createTempFile("mail", ".eml");
        Files.write(
                file,
                DeviceMail.to(to)
                        .with("Subject", subject)
                        .attach("scan.pdf", DeviceMail.pdf(1))
                        .bytes());
        List<String> command = new ArrayList<>(List.of(
                "curl",
                "--silent",
                "--show-error",
                "--url",
                "smtp://127.0.0.1:" + port,
                "--mail-from",
                "copier@wherrymoor.example",
                "--mail-rcpt",
                to,
                "--upload-file",
                file.toString()));
        command.addAll(List.of(more));
        Process curl = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(curl.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(curl.waitFor() == 0).isEqualTo(said.isEmpty());
        return said;
    }

    @Test
    void curlSendsAsADeviceDoes() throws Exception {
        assertThat(curl("By curl", at("berth-permit+" + login()))).isEmpty();
        assertThat(arrived("By curl").path("row").path("pages").asInt()).isEqualTo(1);
    }

    /** SMTP AUTH: RFC 4954, section 6. */
    @Test
    void whereDevicesSignInNobodySendsWithoutThePassword() throws Exception {
        String to = at("berth-permit+" + login());
        Map<String, Object> account = Map.of("account", "copier");
        assertThat(takes(account).text()).contains("secrets.INTAKE_PASSWORD");
        Browser.Answer kept = office.settings(
                Map.of("mailIntake", intake(account), "secrets", Map.of("INTAKE_PASSWORD", "oil skin 4")));
        assertThat(kept.ok().text()).contains("INTAKE_PASSWORD").doesNotContain("oil skin");
        DeviceMail unknown = DeviceMail.to(to).attach("scan.pdf", DeviceMail.pdf(1));
        Waiting.until(() -> unknown.refusal(port).contains("530"), "it asks");
        assertThat(curl("Guessed", to, "--user", "copier:oil skin")).contains("Login denied");
        assertThat(office.desk.get("/api/security-log?what=FAILED").ok().text())
                .contains("MAIL_INTAKE")
                .doesNotContain("oil skin");
        assertThat(curl("Signed in", to, "--user", "copier:oil skin 4")).isEmpty();
        assertThat(curl("By the other way", to, "--user", "copier:oil skin 4", "--login-options", "AUTH=LOGIN"))
                .isEmpty();
        assertThat(arrived("Signed in").path("row").path("pages").asInt()).isEqualTo(1);

        takes(account).ok();
        assertThat(curl("It stays", to, "--user", "copier:oil skin 4")).isEmpty();
        assertThat(takes(Map.of()).ok().text()).doesNotContain("INTAKE_PASSWORD");
        assertThat(lists().toString()).doesNotContain("Guessed");

        String settings = office.desk.get("/api/settings").ok().get("id");
        long last = office.desk
                .get("/api/changes/of/" + settings)
                .ok()
                .json()
                .path(0)
                .path("id")
                .asLong();
        office.desk.post("/api/changes/" + last + "/undo", Map.of()).ok();
        Waiting.until(() -> state().path("listens").asBoolean(), "it asks again");
        assertThat(curl("With what was taken back", to)).isNotEmpty();
        assertThat(curl("As before", to, "--user", "copier:oil skin 4")).isEmpty();
        arrived("As before");
    }

    /** As where people sign in: ten are free, then each waits; whoever stands before a panel there does not. */
    @Test
    void whoGuessesThePasswordOfDevicesIsSlowed() throws Exception {
        String to = at("berth-permit+" + login());
        office.settings(Map.of(
                        "mailIntake",
                        intake(Map.of("account", "copier")),
                        "secrets",
                        Map.of("INTAKE_PASSWORD", "oil skin 4")))
                .ok();
        Waiting.until(() -> curl("Guessed", to, "--user", "copier:1").contains("Login denied"), "it asks");
        Waiting.until(
                () -> {
                    curl("Guessed", to, "--user", "copier:2");
                    return locks().contains("scans by mail from 127.0.0.1");
                },
                "guesses are slowed");
        assertThat(curl("Right too early", to, "--user", "copier:oil skin 4")).contains("Login denied");
        assertThat(office.guest().get(office.panel("/jobs")).status()).isEqualTo(200);
        office.desk.delete("/api/locks?kind=MAIL&of=127.0.0.1").ok();
        assertThat(curl("Right", to, "--user", "copier:oil skin 4")).isEmpty();
        arrived("Right");
    }

    private String locks() {
        return office.desk.get("/api/locks").ok().text();
    }

    @Test
    void whatNobodyCanBeFoundForWaitsUntilItIsClaimed() throws Exception {
        DeviceMail.to(at("berth-permit.ticket-office+nobody"))
                .with("Subject", "Whose is it")
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        JsonNode one = latest("Whose is it");
        assertThat(one.path("state").asString()).isEqualTo("UNCLAIMED");
        assertThat(one.path("why").asString()).isEqualTo("It does not say whose it is.");
        assertThat(one.path("job").asString()).isEqualTo("Berth permit");
        String path = "/api/incoming/" + one.path("id").asString();
        String page = path + "/pages/1";
        assertThat(office.desk.get(path + "/pages/2").status()).isEqualTo(404);
        assertThat(office.desk.get(page).status()).isEqualTo(200);
        Browser auditor = office.account(Role.AUDITOR);
        assertThat(auditor.get(page).status()).isEqualTo(403);
        assertThat(auditor.delete(path).status()).isEqualTo(403);

        Map<String, Object> claim = Map.of(
                "personId",
                person.path("id").asString(),
                "jobId",
                one.path("jobId").asString());
        office.desk.post(path + "/claim", claim).ok();
        assertThat(arrived("Whose is it").path("row").path("personName").asString())
                .isEqualTo(person.path("name").asString());
        assertThat(office.desk.post(path + "/claim", claim).status()).isEqualTo(409);
        assertThat(office.desk.get(page).status()).as("it is somebody's now").isEqualTo(404);

        DeviceMail.to(at("no-such-job"))
                .with("Subject", "Nothing known")
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        JsonNode other = latest("Nothing known");
        assertThat(other.path("why").asString()).isEqualTo("It says neither whose it is nor by which job it goes.");
        office.desk.delete("/api/incoming/" + other.path("id").asString()).ok();
        assertThat(latest("Nothing known").path("state").asString()).isEqualTo("REMOVED");
    }

    /** Who stands at the device says that it is theirs: of this device alone, of a day, and only where the office wants that. */
    @Test
    void whoStandsAtTheDeviceClaimsWhatNamesNobody() throws Exception {
        DeviceMail.to(at("berth-permit.ticket-office"))
                .with("From", "copier@nowhere.example")
                .with("Subject", "Left at the copier")
                .attach("scan.pdf", DeviceMail.pdf(3))
                .send(port);
        String id = latest("Left at the copier").path("id").asString();
        Browser guest = office.guest();
        String mine = office.panel("/mine");
        assertThat(guest.get(mine).ok().json().path("unclaimed")).isEmpty();
        assertThat(guest.post(mine + "/unclaimed/" + id, Map.of()).status()).isEqualTo(404);
        claims(true);
        JsonNode unclaimed = guest.get(mine).ok().json().path("unclaimed");
        assertThat(unclaimed.toString()).contains("Left at the copier", "Berth permit", "\"pages\":3");
        assertThat(unclaimed).hasSize(1);
        guest.post(mine + "/unclaimed/" + id, Map.of()).ok();
        JsonNode row = arrived("Left at the copier").path("row");
        assertThat(row.path("personName").asString())
                .isEqualTo(person.path("name").asString());
        assertThat(latest("Left at the copier").path("settledBy").asString())
                .isEqualTo(person.path("name").asString());
        assertThat(guest.post(mine + "/unclaimed/" + id, Map.of()).status()).isEqualTo(404);
        claims(false);
    }

    private void claims(boolean may) {
        Map<String, Object> rules = new HashMap<>(
                Map.of("way", "PIN", "pinLength", 6, "choose", false, "firstPinOnce", false, "pinDays", 0));
        rules.put("claims", may);
        office.settings("panelSignIn", rules).ok();
    }

    /** The address that the desk puts together is the one that is taken; what shares its letters with another has none. */
    @Test
    void theAddressOfAJobAndADeviceIsTheOneThatIsRead() {
        String path = "/api/incoming/address?job=" + office.jobId;
        assertThat(office.desk.get(path + "&device=" + office.deviceId).ok().get("address"))
                .isEqualTo(at("berth-permit.ticket-office"));
        assertThat(office.desk.get(path).ok().get("address")).isEqualTo(at("berth-permit"));
        JsonNode job = office.desk.get("/api/jobs/" + office.jobId).ok().json();
        String same = office.desk
                .post(
                        "/api/jobs",
                        Map.of(
                                "name",
                                "Berth-Permit",
                                "icon",
                                "permit",
                                "profileId",
                                job.path("profileId").asString(),
                                "templateId",
                                job.path("templateId").asString(),
                                "destinationIds",
                                List.of(office.destination("Mail to me")),
                                "subject",
                                "s",
                                "body",
                                "b"))
                .ok()
                .get("id");
        JsonNode none = office.desk.get(path).ok().json();
        assertThat(none.path("address").asString()).isEmpty();
        assertThat(none.path("problem").asString()).contains("“Berth permit” has no address of its own");
        office.desk.delete("/api/jobs/" + same).ok();
        assertThat(office.desk.get(path).ok().get("address")).isEqualTo(at("berth-permit"));
    }

    @Test
    void senderAndSubjectNameThePersonWhereTheOfficeWantsThat() throws Exception {
        DeviceMail.to(at("berth-permit"))
                .with("Subject", "From my own address")
                .with("From", "Somebody <" + person.path("email").asString().toUpperCase(java.util.Locale.ROOT) + ">")
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        arrived("From my own address");
        takes(Map.of("bySender", false, "bySubject", true)).ok();
        String subject = "For " + person.path("login").asString() + ": map";
        DeviceMail.to(at("berth-permit"))
                .with("Subject", MimeUtility.encodeText(subject, "UTF-8", "B"))
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        arrived(subject);
    }

    /** What waits for them is removed with them, and of what was sent nothing says whose it was. */
    @Test
    void whoIsForgottenStandsInNoMailAnyMore() throws Exception {
        String id = office.desk
                .post("/api/people", Map.of("name", "Wren Asher", "login", "w.asher", "email", "w@asher.example"))
                .ok()
                .get("id");
        takes(Map.of("bySender", true)).ok();
        DeviceMail.to(at("no-such-job"))
                .with("Subject", "Letter of Wren Asher")
                .with("From", "w@asher.example")
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        assertThat(latest("Letter of Wren Asher").path("personId").asString()).isEqualTo(id);
        assertThat(office.desk
                        .get("/api/people/" + id + "/everything.json")
                        .ok()
                        .text())
                .contains("Letter of Wren Asher");
        office.desk.post("/api/people/" + id + "/forget", Map.of()).ok();
        assertThat(lists().toString()).doesNotContain("Asher", "asher.example");
    }

    @Test
    void aJobThatHasToAskSaysSoAndWaits() throws Exception {
        Map<String, Object> question = Map.of(
                "key", "berth", "label", "Berth", "type", "TEXT", "required", true, "usual", "", "choices", List.of());
        office.goesTo(Office.asks(Map.of("questions", List.of(question))), office.destination("Mail to me"));
        DeviceMail.to(at("berth-permit+" + login()))
                .with("Subject", "Has to be asked")
                .attach("scan.pdf", DeviceMail.pdf(1))
                .send(port);
        Waiting.until(() -> !latest("Has to be asked").path("why").asString().isEmpty(), "it says why");
        assertThat(latest("Has to be asked").path("state").asString()).isEqualTo("UNCLAIMED");
    }

    @Test
    void whatIsNoScanMakesNoneAndWhatIsWrongIsRefusedInWords() throws Exception {
        String to = at("berth-permit+" + login());
        byte[] pdf = DeviceMail.pdf(1);
        DeviceMail.to(to)
                .with("Subject", "I am away")
                .with("Auto-Submitted", "auto-replied")
                .attach("scan.pdf", pdf)
                .send(port);
        assertThat(latest("I am away").path("state").asString()).isEqualTo("IGNORED");
        DeviceMail.to(to)
                .with("Subject", "Undelivered")
                .returnPath("")
                .attach("scan.pdf", pdf)
                .send(port);
        assertThat(latest("Undelivered").path("why").asString()).isEqualTo("A bounce message, not a scan.");

        assertThat(DeviceMail.to(to).refusal(port)).contains("554 5.6.0", "no pages");
        assertThat(DeviceMail.to(to)
                        .attach("scan.pdf", "%PDF-1.7 cut".getBytes(StandardCharsets.UTF_8))
                        .refusal(port))
                .contains("554 5.6.0")
                .doesNotContain("xception");
        byte[] cut = DeviceMail.picture("jpg");
        assertThat(DeviceMail.to(to)
                        .attach("scan.pdf", pdf)
                        .attach("cut.jpg", Arrays.copyOf(cut, cut.length / 2))
                        .refusal(port))
                .as("a page that is cut, behind a good one")
                .contains("554 5.6.0");
        DeviceMail.to(at("berth-permit+nobody"))
                .with("Subject", "a\u0000b\u202ec")
                .attach("scan.pdf", pdf)
                .send(port);
        assertThat(latest("a b c").path("state").asString()).isEqualTo("UNCLAIMED");
        assertThat(DeviceMail.to("oda@elsewhere.example")
                        .attach("scan.pdf", pdf)
                        .refusal(port))
                .as("no relay")
                .contains("550 5.7.1");
        for (String trick : List.of(
                "oda%elsewhere.example@" + DOMAIN + ".elsewhere.example",
                "@" + DOMAIN + ":oda@elsewhere.example",
                "\"oda@elsewhere.example\"@other.example")) {
            assertThat(rcpt(trick)).as(trick).doesNotStartWith("2");
        }
        takes(Map.of("networks", List.of("192.0.2.0/24"))).ok();
        assertThat(DeviceMail.to(to).attach("scan.pdf", pdf).refusal(port)).contains("554");
    }

    private static String rcpt(String recipient) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            var in = new java.io.BufferedReader(
                    new java.io.InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII));
            in.readLine();
            String answer = "";
            for (String line : List.of("HELO copier", "MAIL FROM:<a@b.example>", "RCPT TO:<" + recipient + ">")) {
                socket.getOutputStream().write((line + "\r\n").getBytes(StandardCharsets.US_ASCII));
                answer = in.readLine();
            }
            return answer;
        }
    }

    @Test
    void theSameMessageAtOnceIsOneScan() throws Exception {
        DeviceMail mail = DeviceMail.to(at("berth-permit+nobody"))
                .with("Subject", "Eight times")
                .attach("scan.pdf", DeviceMail.pdf(1));
        ExecutorService threads = Executors.newFixedThreadPool(8);
        try {
            List<Future<String>> sending = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                sending.add(threads.submit(() -> mail.refusal(port)));
            }
            for (Future<String> one : sending) {
                assertThat(one.get()).isEmpty();
            }
        } finally {
            threads.shutdownNow();
        }
        assertThat(lists().path("unclaimed").toString().split("Eight times", -1))
                .hasSize(2);
    }

    @Test
    void aPortThatIsTakenIsSaidAndSettingsThatCannotBeAreRefused() throws Exception {
        try (var other = new java.net.ServerSocket(0)) {
            takes(Map.of("port", other.getLocalPort())).ok();
            Waiting.until(() -> !state().path("trouble").asString().isEmpty(), "it says that it cannot listen");
            assertThat(state().path("listens").asBoolean()).isFalse();
            assertThat(state().path("trouble").asString()).contains(Integer.toString(other.getLocalPort()));
        }
        Browser.Answer refused = takes(Map.of("port", 0, "domain", "a b", "networks", List.of("10.1/8")));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("mailIntake.port", "mailIntake.domain", "mailIntake.networks");
    }
}
