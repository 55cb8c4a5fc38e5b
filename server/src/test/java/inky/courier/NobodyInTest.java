package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.audit.SecurityLog;
import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.standins.Stack;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What somebody tries who has no business here, at the doors of a whole application. */
@Tag("long")
class NobodyInTest {
    private static final String LONG_PASSWORD = "x".repeat(80) + " first";

    private static Courier courier;
    private static Office office;
    private static JdbcClient jdbc;

    @BeforeAll
    static void open() throws Exception {
        courier = Courier.start();
        office = Office.ready(courier);
        jdbc = courier.bean(JdbcClient.class);
    }

    @AfterAll
    static void close() {
        office.close();
        courier.close();
    }

    @BeforeEach
    void forgetGuesses() {
        jdbc.sql("delete from sign_in_throttle").update();
    }

    private static Browser stranger() {
        return new Browser(office.host.uri());
    }

    private static int enters(Browser browser, String pin) {
        return browser.post(office.panel("/session"), Map.of("pin", pin)).status();
    }

    private static int signsIn(Browser browser, String login, String password) {
        return browser.post("/api/session", Map.of("login", login, "password", password))
                .status();
    }

    private static int count(String sql) {
        return jdbc.sql(sql).query(Integer.class).single();
    }

    // ---- guessing

    @Test
    void aRightPinBetweenGuessesDoesNotForgiveThem() {
        Browser attacker = stranger();
        List<Integer> guesses = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            guesses.add(enters(attacker, "90210" + i));
            enters(attacker, office.pin);
        }
        assertThat(guesses).startsWith(401, 401, 401, 401, 401).endsWith(429, 429, 429);
    }

    // Everybody comes in at nine, and behind one proxy they come from one address.
    @Test
    void fiftyWhoAreRightAtOneMomentComeInAndFiftyGuessesDoNot() throws Exception {
        assertThat(atOnce(50, office.pin)).containsOnly(200);
        List<Integer> guesses = atOnce(50, "902104");
        assertThat(guesses).containsOnly(401, 429);
        assertThat(guesses.stream().filter(status -> status == 401)).hasSizeLessThanOrEqualTo(6);
    }

    private static List<Integer> atOnce(int count, String pin) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(count);
        try {
            CyclicBarrier together = new CyclicBarrier(count);
            List<Future<Integer>> entering = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                Browser browser = stranger();
                browser.get("/api/panel/" + office.deviceId);
                entering.add(people.submit(() -> {
                    together.await();
                    return enters(browser, pin);
                }));
            }
            List<Integer> statuses = new ArrayList<>();
            for (Future<Integer> one : entering) {
                statuses.add(one.get());
            }
            return statuses;
        } finally {
            people.shutdownNow();
        }
    }

    @Test
    void aTypoOfTheRightPinCostsNothing() {
        Browser person = stranger();
        String mistyped = office.pin.substring(0, 5);
        for (int i = 0; i < 12; i++) {
            assertThat(enters(person, mistyped)).isEqualTo(401);
            assertThat(enters(person, office.pin)).isEqualTo(200);
        }
        assertThat(courier.bean(SignInThrottle.class).levelOf(ThrottleKey.OFFICE))
                .isLessThan(0.01);
    }

    @Test
    void guessesAtManyDevicesFromManyPlacesAreSeenTogetherToldAndUnlocked() {
        SignInThrottle throttle = courier.bean(SignInThrottle.class);
        int counted = 0;
        boolean refused = false;
        for (int device = 0; device < 300 && !refused; device++) {
            try {
                SignInThrottle.Attempt guess = throttle.begin(ThrottleKey.panel(UUID.randomUUID()), ThrottleKey.OFFICE);
                throttle.wrong(guess, "", SecurityLog.Place.panel("one of many"), new Source("192.0.2.1"));
                counted++;
            } catch (Refusal refusal) {
                refused = true;
            }
        }
        // NIST SP 800-63B section 5.2.2: no more than 100 failures; the one that finds the hundredth counts still
        assertThat(counted).isEqualTo(101);
        assertThat(enters(stranger(), office.pin)).isEqualTo(429);
        JsonNode today = office.desk.get("/api/today").ok().json();
        assertThat(today.path("guessing").path(0).path("sentence").asString()).contains("wrong PINs");
        JsonNode locks = office.desk.get("/api/locks").ok().json();
        assertThat(locks.path(0).path("label").asString()).isEqualTo("all panels together");
        office.desk.delete("/api/locks?kind=OFFICE").ok();
        assertThat(enters(stranger(), office.pin)).isEqualTo(200);
    }

    @Test
    void nobodyElseCanKeepAnAdministratorOut() {
        Browser attacker = stranger();
        List<Integer> guesses = new ArrayList<>();
        for (int i = 0; i < 14; i++) {
            guesses.add(signsIn(attacker, "maud", "guess " + i));
        }
        assertThat(guesses).startsWith(401, 401, 401).endsWith(429, 429);
        // A browser that she never used has to wait; her own has not
        assertThat(signsIn(stranger(), "maud", "ferry crossing 7")).isEqualTo(429);
        assertThat(signsIn(office.desk, "maud", "ferry crossing 7")).isEqualTo(200);
        assertThat(office.desk.get("/api/today").status()).isEqualTo(200);
        office.desk
                .get("/api/locks")
                .ok()
                .json()
                .forEach(lock -> office.desk
                        .delete("/api/locks?kind=" + lock.path("kind").asString() + "&of="
                                + lock.path("of").asString())
                        .ok());
        assertThat(signsIn(stranger(), "maud", "ferry crossing 7")).isEqualTo(200);
    }

    @Test
    void anUnknownAccountLeavesNoTraceButItsSource() {
        String secret = "oops-my-password-here";
        assertThat(signsIn(stranger(), secret, "x")).isEqualTo(401);
        assertThat(count("select count(*) from sign_in_throttle where kind <> 'SOURCE'"))
                .isZero();
        assertThat(office.desk.get("/api/security-log").ok().text()).doesNotContain(secret);
    }

    // ---- what a copy of the database is worth

    @Test
    void aSessionsIdFromTheDatabaseOpensNothing() throws Exception {
        List<String> ids = jdbc.sql("select session_id from spring_session")
                .query(String.class)
                .list();
        assertThat(ids).isNotEmpty();
        for (String id : ids) {
            for (String cookie : List.of(
                    id,
                    Base64.getEncoder().encodeToString(id.getBytes(StandardCharsets.UTF_8)),
                    Base64.getEncoder().encodeToString((id + ".").getBytes(StandardCharsets.UTF_8)))) {
                HttpResponse<String> answer = HttpClient.newHttpClient()
                        .send(
                                HttpRequest.newBuilder(office.host.uri().resolve("/api/today"))
                                        .header("Cookie", "courier-session=" + cookie)
                                        .build(),
                                HttpResponse.BodyHandlers.ofString());
                assertThat(answer.statusCode()).isEqualTo(401);
            }
        }
    }

    /** Whoever can try six digits out in the database has every PIN in a moment, however slow the hash. */
    @Test
    void aPinCannotBeFoundByTryingWithoutTheKey() throws Exception {
        byte[] digits = office.pin.getBytes(StandardCharsets.UTF_8);
        byte[] kept = jdbc.sql("select pin_index from person where pin_index is not null limit 1")
                .query(byte[].class)
                .single();
        for (String hash : List.of("MD5", "SHA-1", "SHA-256", "SHA-512")) {
            assertThat(MessageDigest.getInstance(hash).digest(digits)).isNotEqualTo(kept);
        }
        assertThat(courier.bean(Vault.class).index(office.pin)).isEqualTo(kept);
        assertThat(new Vault(Files.createTempDirectory("other").resolve("key")).index(office.pin))
                .as("by another key")
                .isNotEqualTo(kept);
        List<String> hashes = jdbc.sql(
                        "select column_name from information_schema.columns where table_schema = 'public' "
                                + "and (column_name like '%pin_hash%' or column_name like '%passcode_hash%')")
                .query(String.class)
                .list();
        assertThat(hashes).isEmpty();
    }

    // ---- sessions end

    @Test
    void aSessionEndsAfterADayHoweverBusy() {
        Browser busy = courier.administrator();
        jdbc.sql("update spring_session set creation_time = creation_time - 25 * 3600 * 1000 where session_id = "
                        + "(select session_id from spring_session order by creation_time desc limit 1)")
                .update();
        assertThat(busy.get("/api/today").status()).isEqualTo(401);
        Browser guest = office.guest();
        jdbc.sql("update panel_session set created_at = created_at - interval '5 hours'")
                .update();
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(401);
    }

    @Test
    void aNewPasswordIsAskedForTheOldOneAndEndsAllOtherSessions() {
        Browser one = courier.administrator();
        Browser other = courier.administrator();
        assertThat(one.put("/api/session/password", Map.of("present", "wrong", "wanted", LONG_PASSWORD))
                        .status())
                .isEqualTo(422);
        one.put("/api/session/password", Map.of("present", "ferry crossing 7", "wanted", LONG_PASSWORD))
                .ok();
        assertThat(one.get("/api/today").status()).isEqualTo(200);
        assertThat(other.get("/api/today").status()).isEqualTo(401);
        // bcrypt reads 72 bytes; a password is all of its bytes
        assertThat(signsIn(stranger(), "maud", "x".repeat(80) + " other")).isEqualTo(401);
        assertThat(signsIn(stranger(), "maud", LONG_PASSWORD)).isEqualTo(200);
        one.put("/api/session/password", Map.of("present", LONG_PASSWORD, "wanted", "ferry crossing 7"))
                .ok();
        office.desk
                .post("/api/session", Map.of("login", "maud", "password", "ferry crossing 7"))
                .ok();
    }

    @Test
    void aHashFromBeforeIsTakenAndReplaced() {
        String bcrypt =
                new org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder(11).encode("ferry crossing 7");
        jdbc.sql("update administrator set password_hash = ?").param(bcrypt).update();
        assertThat(signsIn(stranger(), "maud", "ferry crossing 7")).isEqualTo(200);
        assertThat(jdbc.sql("select password_hash from administrator")
                        .query(String.class)
                        .single())
                .startsWith("{argon2}");
    }

    /** The lines of a stream of news until it ends. */
    private static List<String> listen(CookieManager cookies, String path) {
        List<String> lines = new CopyOnWriteArrayList<>();
        HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
        http.sendAsync(
                        HttpRequest.newBuilder(office.host.uri().resolve(path)).build(),
                        HttpResponse.BodyHandlers.ofInputStream())
                .thenAccept(response -> {
                    try (BufferedReader in =
                            new BufferedReader(new InputStreamReader(response.body(), StandardCharsets.UTF_8))) {
                        in.lines().forEach(lines::add);
                    } catch (Exception e) {
                        lines.add("broken");
                    }
                    lines.add("end");
                });
        Waiting.until(() -> lines.stream().anyMatch(line -> line.contains("ready")), "the stream is open");
        return lines;
    }

    @Test
    void newsEndsWithItsSessionAndTellsNobodyOfTheScansOfOthers() {
        Browser admin = courier.administrator();
        List<String> desk = listen(admin.cookies(), "/api/live");
        String device = office.desk
                .post(
                        "/api/devices",
                        Map.of(
                                "name",
                                "Second",
                                "place",
                                "",
                                "placeWhat",
                                "",
                                "address",
                                "127.20.9.1:" + office.device.port(),
                                "signOutSeconds",
                                60))
                .json()
                .path("id")
                .asString();
        assertThat(device).as("one address is one device").isEmpty();
        Browser guest = office.guest();
        List<String> panel = listen(guest.cookies(), office.panel("/live"));
        String other = person();
        jdbc.sql("select pg_notify('courier', 'scan:' || gen_random_uuid() || ':' || ?)")
                .param(other)
                .query((row, n) -> 0)
                .list();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        Waiting.until(() -> panel.stream().anyMatch(line -> line.contains(scan)), "one's own scan is told");
        assertThat(panel.stream().filter(line -> line.contains("\"scan\"")))
                .allMatch(line -> line.contains(scan))
                .noneMatch(line -> line.contains("person"));
        guest.delete(office.panel("/session")).ok();
        Waiting.until(() -> panel.contains("end"), "the panel's stream ends");
        admin.delete("/api/session").ok();
        Waiting.until(() -> desk.contains("end"), "the desk's stream ends");
    }

    /** A session that ended elsewhere, as in another instance. */
    @Test
    void newsEndsWhenTheSessionIsGoneFromTheDatabase() {
        Browser admin = courier.administrator();
        List<String> lines = listen(admin.cookies(), "/api/live");
        jdbc.sql("delete from spring_session where session_id = (select session_id from spring_session "
                        + "order by creation_time desc limit 1)")
                .update();
        Waiting.until(() -> lines.contains("end"), "the stream ends", Duration.ofSeconds(25));
    }

    private static String person() {
        return office.desk
                .post(
                        "/api/people",
                        Map.of(
                                "name",
                                "Other",
                                "login",
                                "other" + System.nanoTime() % 100_000,
                                "email",
                                "o@wherrymoor.example"))
                .ok()
                .get("id");
    }

    // ---- what leaves and what comes

    @Test
    void aPanelsBrowserKeepsNoPictureAndTheDesksDownloadIsWrittenDown() {
        Browser guest = office.guest();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        var picture = guest.get(
                        office.panel("/scans/" + scan + "/pages/" + office.pageOf(guest, scan, 1) + "/thumbnail"))
                .ok()
                .response();
        assertThat(picture.headers().firstValue("Cache-Control").orElse("")).contains("no-store");
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        office.desk.get("/api/deliveries/" + delivery + "/files/0").ok();
        JsonNode newest = office.desk
                .get("/api/security-log?limit=1&what=DOWNLOADED")
                .ok()
                .json()
                .path(0);
        assertThat(newest.path("who").asString()).isEqualTo("maud");
        assertThat(newest.path("source").asString()).isEqualTo("127.0.0.1");
    }

    @Test
    void everySignInFailureUnlockAndExportIsInTheLog() {
        Browser guest = stranger();
        enters(guest, "902100");
        enters(guest, office.pin);
        office.desk.delete("/api/locks?kind=PANEL&of=" + office.deviceId).ok();
        assertThat(office.desk.get("/api/security-log.csv").ok().text())
                .startsWith("time,what,who,where,which,from,more,times\r\n")
                .contains("SIGNED_IN,\u00c1sa Kj\u00f8lv,PANEL,Ticket office,127.0.0.1")
                .contains("FAILED,,PANEL,Ticket office,127.0.0.1")
                .contains("UNLOCKED,maud,DESK,,127.0.0.1,the panel of Ticket office");
        assertThat(office.desk
                        .get("/api/security-log?limit=1")
                        .ok()
                        .json()
                        .path(0)
                        .path("what")
                        .asString())
                .isEqualTo("EXPORTED");
    }

    @ParameterizedTest
    @CsvSource({"/api/session, false", "/api/session, true", "/api/session/first, false"})
    void nothingLargeIsTakenFromStrangers(String path, boolean withoutLength) throws Exception {
        byte[] body =
                ("{\"login\":\"" + "x".repeat(5_000_000) + "\",\"password\":\"y\"}").getBytes(StandardCharsets.UTF_8);
        HttpRequest.BodyPublisher publisher = withoutLength
                ? HttpRequest.BodyPublishers.ofInputStream(() -> new java.io.ByteArrayInputStream(body))
                : HttpRequest.BodyPublishers.ofByteArray(body);
        Browser stranger = stranger();
        assertThat(stranger.raw("POST", path, "application/json", publisher).status())
                .isEqualTo(413);
        assertThat(stranger.upload("/api/rehearsal", "files", Map.of("page", new byte[2_000_000]))
                        .status())
                .isEqualTo(401);
    }

    @ParameterizedTest
    @CsvSource({
        "GET, /api/panel/------------------------------------/jobs",
        "POST, /api/panel/------------------------------------/session",
        "GET, /api/panel/00000000-0000-0000-0000-00000000000g",
        "DELETE, /api/locks?kind=PANEL&of=no-id",
        "DELETE, /api/locks?kind=ACCOUNT&of=%00",
        "DELETE, /api/locks?kind=NOTHING",
        "GET, /api/security-log?what=NOTHING",
        "GET, /api/security-log?before=x",
    })
    void oddAddressesAreAnsweredInWords(String method, String path) {
        int status = office.desk
                .ask(method, path, method.equals("POST") ? Map.of("pin", "1") : null)
                .status();
        assertThat(status).isLessThan(500);
    }

    // Unicode UAX 9 and CVE-2021-42574: what is not seen turns a name around
    @ParameterizedTest
    @CsvSource({"/api/people", "/api/names", "/api/profiles", "/api/destinations", "/api/mail-servers", "/api/settings"
    })
    void aNameHasNothingThatIsNotSeen(String path) {
        for (String odd : List.of("ship\u202egnp.exe", "a\u0007b", "a\u2066b", "a\u2028b")) {
            Map<String, Object> form = switch (path) {
                case "/api/people" -> Map.of("name", odd, "login", "odd", "email", "o@wherrymoor.example");
                case "/api/names" -> Map.of("name", odd, "template", "{job}");
                case "/api/profiles" -> Map.of("name", odd, "colour", "AS_FOUND", "dpi", 200, "sides", "ONE");
                case "/api/destinations" -> Map.of("name", odd, "kind", "MAIL_TO_ME", "routeId", office.serverId);
                case "/api/mail-servers" -> {
                    Map<String, Object> server = office.mailServer(Office.PASSWORD);
                    server.put("name", odd);
                    yield server;
                }
                default -> Map.of("office", odd, "keepAcceptedHours", 24, "keepOthersDays", 30, "address", "");
            };
            Browser.Answer answer =
                    path.equals("/api/settings") ? office.desk.put(path, form) : office.desk.post(path, form);
            assertThat(answer.status()).as(path + " " + answer.text()).isEqualTo(422);
        }
    }

    // ---- behind a proxy

    private static HttpResponse<String> forwarded(URI at) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(at.resolve("/api/session"))
                                .header("X-Forwarded-For", "192.0.2.7")
                                .header("X-Forwarded-Proto", "https")
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void whatAProxySaysIsBelievedOfTheTrustedOneOnly() throws Exception {
        assertThat(forwarded(office.host.uri()).headers().firstValue("Strict-Transport-Security"))
                .isEmpty();
        try (Courier behind = Courier.start(
                inky.courier.harness.TestDatabase.create(), Map.of("courier.trusted-proxy", "192.0.2.1, 127.0.0.1"))) {
            HttpResponse<String> answer = forwarded(behind.uri());
            assertThat(answer.headers().firstValue("Strict-Transport-Security").orElse(""))
                    .contains("max-age");
            assertThat(answer.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(c -> c.contains("Secure"));
        }
    }
}
