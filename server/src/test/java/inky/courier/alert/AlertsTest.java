package inky.courier.alert;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import inky.courier.core.access.Role;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.harness.Browser;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What becomes an alert, who is told, and that nobody is told twice. */
class AlertsTest {
    private static final String SECRET = "whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw";

    private static TimedOffice office;
    private static HttpServer program;
    private static final List<Posted> posted = new CopyOnWriteArrayList<>();
    private static volatile int answer;

    /** Letters that came before. */
    private int read;

    /** What another program was sent. */
    private record Posted(String id, long timestamp, String signature, String body, int answered) {
        String type() {
            return JsonMapper.shared().readTree(body).path("type").asString();
        }
    }

    @BeforeAll
    static void open() throws IOException {
        office = new TimedOffice();
        program = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        program.createContext("/alerts", exchange -> {
            posted.add(new Posted(
                    exchange.getRequestHeaders().getFirst("webhook-id"),
                    Long.parseLong(exchange.getRequestHeaders().getFirst("webhook-timestamp")),
                    exchange.getRequestHeaders().getFirst("webhook-signature"),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8),
                    answer));
            exchange.sendResponseHeaders(answer, -1);
            exchange.close();
        });
        program.start();
    }

    /** As if nothing had been an alert before. */
    @BeforeEach
    void begin() {
        office.office.device.misbehave(3, List.of());
        office.office.post.behave();
        answer = 204;
        for (String table : List.of("alert", "alert_message", "alert_digest")) {
            office.jdbc().sql("delete from " + table).update();
        }
        minutes(1);
        posted.clear();
        read = mails().size();
        tell(List.of("keeper@wherrymoor.example"), false);
    }

    @AfterAll
    static void close() {
        program.stop(0);
        office.close();
    }

    /** What ends within three weeks does so for all that follows. @param certificates whether they are watched */
    private void tell(List<String> emails, boolean certificates) {
        office.office
                .settings(Map.of(
                        "alerts",
                        Map.of(
                                "emails",
                                emails,
                                "rules",
                                List.of(Map.of("rule", "CERTIFICATE_ENDS", "place", "", "on", certificates)),
                                "digestHour",
                                7,
                                "webhook",
                                "http://127.0.0.1:" + program.getAddress().getPort() + "/alerts"),
                        "secrets",
                        Map.of("WEBHOOK_SECRET", SECRET)))
                .ok();
    }

    /** Devices are asked and alerts looked for, as both rounds do it. */
    private void minutes(int minutes) {
        for (int minute = 0; minute < minutes; minute++) {
            office.bean(DeviceService.class).refresh(UUID.fromString(office.office.deviceId));
            office.bean(AlertRound.class).go();
            office.time.pass(Duration.ofMinutes(1));
        }
    }

    private List<JsonNode> alerts(AlertRule rule) {
        List<JsonNode> all = new ArrayList<>();
        office.office.desk.get("/api/alerts").ok().json().forEach(all::add);
        return all.stream()
                .filter(alert -> alert.path("rule").asString().equals(rule.name()))
                .toList();
    }

    private List<String> mails() {
        return office.office.post.mailbox().letters().stream()
                .filter(letter -> letter.to().contains("keeper@wherrymoor.example"))
                .skip(read)
                .map(AlertsTest::read)
                .toList();
    }

    private static String read(Letter letter) {
        try (InputStream in = Files.newInputStream(letter.file())) {
            MimeMessage message = new MimeMessage(Session.getInstance(new Properties()), in);
            Object content = message.getContent();
            String text = String.valueOf(
                    content instanceof MimeMultipart parts
                            ? parts.getBodyPart(0).getContent()
                            : content);
            return message.getSubject() + "\n" + text;
        } catch (Exception e) {
            throw new AssertionError(e);
        }
    }

    @Test
    void aJamIsToldOnceItLastsAndEndsByItself() {
        office.office.device.misbehave(5, List.of("input-media-jam-error"));
        minutes(4);
        office.office.device.misbehave(3, List.of());
        minutes(5);
        assertThat(alerts(AlertRule.DEVICE_DOWN)).isEmpty();
        assertThat(posted).isEmpty();

        office.office.device.misbehave(5, List.of("input-media-jam-error"));
        minutes(9);
        assertThat(alerts(AlertRule.DEVICE_DOWN)).hasSize(1);
        JsonNode alert = alerts(AlertRule.DEVICE_DOWN).get(0);
        assertThat(alert.path("sentence").asString()).contains("Linnet Pier, Ticket office", "jam");
        assertThat(mails()).hasSize(1);
        assertThat(mails().get(0)).contains("cannot be used", "/alerts");
        assertThat(posted).extracting(Posted::type).containsExactly("alert.began");

        // Taken by somebody, and given back; put off, and open again
        Browser desk = office.office.desk;
        String path = "/api/alerts/" + alert.path("id").asString();
        assertThat(desk.put(path + "/taken", Map.of()).ok().get("takenBy")).isEqualTo("maud");
        assertThat(desk.delete(path + "/taken").ok().get("takenBy")).isEmpty();
        String later = office.time.instant().plus(Duration.ofHours(2)).toString();
        desk.put(path + "/put-off", Map.of("until", later)).ok();
        assertThat(desk.get("/api/overview").json().path("alerts").asInt()).isZero();
        desk.put(path + "/put-off", Map.of()).ok();
        assertThat(desk.get("/api/overview").json().path("alerts").asInt()).isEqualTo(1);
        assertThat(desk.put(path + "/put-off", Map.of("until", "2030-01-01T00:00:00Z"))
                        .text())
                .contains("at most 31 days");

        office.office.device.misbehave(3, List.of());
        minutes(6);
        assertThat(alerts(AlertRule.DEVICE_DOWN)).isEmpty();
        assertThat(desk.get("/api/alerts/ended").ok().json()).hasSize(1);
        assertThat(posted).extracting(Posted::type).containsExactly("alert.began", "alert.ended");
        assertThat(desk.put(path + "/taken", Map.of()).text()).contains("has ended");
        assertThat(mails()).hasSize(1);

        // The next morning what ended is told once
        // At seven; where it is earlier than that, today's has not been sent yet.
        Instant midnight = office.time.instant().truncatedTo(ChronoUnit.DAYS);
        Instant seven = midnight.plus(Duration.ofHours(7));
        Instant morning = seven.isAfter(office.time.instant()) ? seven : seven.plus(Duration.ofDays(1));
        office.time.setForward(Duration.between(office.time.instant(), morning));
        minutes(3);
        // What a busy machine did not take at once is tried again.
        for (int i = 0; i < 10 && mails().size() < 2; i++) {
            minutes(1);
        }
        assertThat(mails()).hasSize(2);
        assertThat(mails().get(1)).contains("no open alerts", "Ended since yesterday");
        assertThat(office.office
                        .account(Role.AUDITOR)
                        .put(path + "/taken", Map.of())
                        .status())
                .isEqualTo(403);
    }

    /** Standard Webhooks: the specification's own example, from memory; a program that is away gets the same message later. */
    @Test
    void devicesThatAreSetOtherwiseAreOneAlertUntilTheyAreAsWanted() {
        Browser desk = office.office.desk;
        JsonNode device =
                desk.get("/api/devices/" + office.office.deviceId).ok().json();
        Map<String, Object> form = new HashMap<>(Map.of("signOutSeconds", 60));
        for (String field : List.of("name", "place", "placeWhat", "address")) {
            form.put(field, device.path(field).asString());
        }
        form.put("wishes", Map.of("fields", List.of("SLEEP"), "contact", "", "sleepMinutes", 20, "timeServer", ""));
        desk.put("/api/devices/" + office.office.deviceId, form).ok();
        minutes(58);
        assertThat(alerts(AlertRule.DRIFT))
                .as("it may be mended within the hour")
                .isEmpty();
        minutes(5);
        assertThat(alerts(AlertRule.DRIFT)).hasSize(1);
        assertThat(alerts(AlertRule.DRIFT).get(0).path("sentence").asString())
                .isEqualTo("1 device is set otherwise than wanted: Ticket office.");
        assertThat(office.office.device.set("sleep-minutes", "20")).isTrue();
        minutes(6);
        assertThat(alerts(AlertRule.DRIFT)).isEmpty();
    }

    @Test
    void anotherProgramCanCheckWhatItIsSentAndGetsItWhenItIsBack() {
        assertThat(Webhook.signature("msg_p5jXN8AQM9LWM0D4loKWxJek", 1_614_265_330, "{\"test\": 2432232314}", SECRET))
                .isEqualTo("g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=");
        answer = 503;
        office.office.device.misbehave(5, List.of("cover-open"));
        minutes(8);
        assertThat(posted).isNotEmpty();
        assertThat(office.office.desk.get("/api/alerts/rules").text()).contains("HTTP status 503");
        int failed = posted.size();
        answer = 204;
        minutes(16);
        assertThat(posted.size()).isEqualTo(failed + 1);
        Posted last = posted.get(failed);
        assertThat(posted).extracting(Posted::id).containsOnly(last.id);
        assertThat(last.signature).isEqualTo("v1," + Webhook.signature(last.id, last.timestamp, last.body, SECRET));
        assertThat(office.office.desk.get("/api/alerts/rules").json().path("untold"))
                .isEmpty();
        assertThat(office.office.desk.get("/api/settings").text()).doesNotContain(SECRET);
    }

    @Test
    void aTestReachesThoseWhoAreTold() {
        assertThat(office.office.desk.post("/api/alerts/test", Map.of()).ok().json())
                .hasSize(2)
                .allMatch(one -> one.path("trouble").asString().isEmpty());
        assertThat(mails()).hasSize(1);
        answer = 404;
        assertThat(office.office.desk.post("/api/alerts/test", Map.of()).text()).contains("HTTP status 404");
    }

    /** Three deliveries that wait for one server are one alert; one that fails is its person's own. */
    @Test
    void failuresOfOneCauseAreOneAlert() {
        office.office.post.refuse(PostOffice.Step.MAIL, "452 4.3.1 Insufficient system storage");
        office.send(Stack.TIDE_TABLE);
        office.time.pass(Duration.ofSeconds(20));
        minutes(1);
        assertThat(alerts(AlertRule.FAILURES)).isEmpty();
        for (int i = 0; i < 3; i++) {
            office.send(Stack.TIDE_TABLE);
        }
        office.time.pass(Duration.ofSeconds(20));
        minutes(1);
        assertThat(alerts(AlertRule.FAILURES)).hasSize(1);
        assertThat(alerts(AlertRule.FAILURES).get(0).path("sentence").asString())
                .contains("4 deliveries to Harbour Post failed or wait");
        // Hours later, when nothing new fails, they wait all the same.
        office.time.setForward(Duration.ofHours(3));
        minutes(5);
        assertThat(alerts(AlertRule.FAILURES)).hasSize(1);

        office.office.post.behave();
        office.time.pass(Duration.ofHours(2));
        minutes(5);
        assertThat(alerts(AlertRule.FAILURES)).isEmpty();
    }

    @Test
    void certificatesAreToldOfBeforeTheyEnd() {
        tell(List.of(), true);
        JsonNode server =
                office.office.desk.get("/api/mail-servers").ok().json().get(0);
        office.office
                .desk
                .post(
                        "/api/mail-servers/" + server.path("id").asString() + "/probe",
                        Map.of("testTo", "keeper@wherrymoor.example"))
                .ok();
        minutes(1);
        assertThat(alerts(AlertRule.CERTIFICATE_ENDS)).isEmpty();
        String until = office.office
                .desk
                .get("/api/mail-servers/" + server.path("id").asString())
                .json()
                .path("lastProbe")
                .path("certificate")
                .path("until")
                .asString();
        office.time.setForward(
                Duration.between(office.time.instant(), Instant.parse(until).minus(Duration.ofDays(5))));
        office.bean(AlertRound.class).go();
        assertThat(alerts(AlertRule.CERTIFICATE_ENDS))
                .extracting(alert -> alert.path("sentence").asString())
                .anyMatch(words -> words.contains("Harbour Post ends in 5 days"));
    }

    @Test
    void aDevicesCertificateIsToldOfBeforeItEnds() throws IOException {
        tell(List.of(), true);
        DeviceModel model = DeviceModel.named("Sorrel F1").orElseThrow();
        try (StandInDevice device =
                StandInDevice.guarded(model, "Vault", "127.20.9.41", Files.createTempDirectory("certificates"), null)) {
            String address = device.address() + ":" + device.port();
            String fingerprint = office.office
                    .desk
                    .post("/api/devices/look", Map.of("address", address))
                    .ok()
                    .json()
                    .path("certificate")
                    .path("fingerprint")
                    .asString();
            String id = office.office
                    .desk
                    .post(
                            "/api/devices",
                            Map.of(
                                    "name",
                                    "Vault",
                                    "place",
                                    "",
                                    "placeWhat",
                                    "",
                                    "address",
                                    address,
                                    "signOutSeconds",
                                    60,
                                    "encrypted",
                                    true,
                                    "fingerprint",
                                    fingerprint))
                    .ok()
                    .get("id");
            String until = office.office
                    .desk
                    .post("/api/devices/" + id + "/refresh", Map.of())
                    .ok()
                    .get("certificateEnds");
            office.time.setForward(
                    Duration.between(office.time.instant(), Instant.parse(until).minus(Duration.ofDays(3))));
            office.bean(AlertRound.class).go();
            assertThat(alerts(AlertRule.CERTIFICATE_ENDS))
                    .extracting(alert -> alert.path("sentence").asString())
                    .anyMatch(words -> words.contains("Vault ends in 3 days"));
            office.office.desk.delete("/api/devices/" + id).ok();
        }
    }

    @Test
    void aDiskThatIsAlmostFullIsToldOfOnce() {
        OwnSigns own = office.bean(OwnSigns.class);
        OwnSigns.Room full = new OwnSigns.Room(3L << 30, 100L << 30);
        List<Path> folders = List.of(Path.of("/a"), Path.of("/b"));
        assertThat(own.rooms(10, folders, folder -> Optional.of(full)))
                .singleElement()
                .satisfies(
                        sign -> assertThat(sign.sentence().in(Locale.ENGLISH)).contains("3 % of the disk", "3 GB"));
        assertThat(own.rooms(2, folders, folder -> Optional.of(full))).isEmpty();
        assertThat(own.rooms(10, folders, folder -> Optional.empty())).isEmpty();
        assertThat(Message.of("alert.room.remedy").in(Locale.ENGLISH)).isNotEmpty();
    }

    @Test
    void whatIsWrongInTheRulesIsSaidBesideIt() {
        String text = office.office
                .settings(Map.of(
                        "alerts",
                        Map.of(
                                "emails",
                                List.of("nobody"),
                                "rules",
                                List.of(Map.of("rule", "DEVICE_DOWN", "place", "", "amount", 0)),
                                "digestHour",
                                30,
                                "webhook",
                                "ftp://x")))
                .text();
        assertThat(text).contains("alerts.rules.0.amount", "alerts.emails", "alerts.digestHour", "alerts.webhook");
    }
}
