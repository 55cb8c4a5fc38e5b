package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.standins.Stack;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(SharedOffice.class)
class SecurityTest {
    /** A download page's own address is its key. */
    private static final Set<String> OPEN = Set.of(
            "/api/session",
            "/api/session/first",
            "/api/session/provider/problem",
            "/api/panel/{device}",
            "/api/panel/{device}/session",
            "/api/panel/{device}/session/guest",
            "/api/panel/{device}/help",
            "/api/panel/{device}/help/{call}",
            "/api/panel/{device}/help/{call}/words",
            "/api/invitation/{token}",
            "/api/get/{token}",
            "/api/get/{token}/files/{position}");

    private static final String DESK_NEWS = "/api/live";

    /** A stream that never ends by itself; {@code NobodyInTest} listens to it. */
    private static final String PANEL_NEWS = "/api/panel/{device}/live";

    private record Endpoint(String method, String path) {}

    @Test
    void noEndpointAnswersAStranger(Office office) {
        Browser stranger = new Browser(office.host.uri());
        List<Endpoint> endpoints = endpoints(office);
        assertThat(endpoints).hasSizeGreaterThan(50);
        for (Endpoint endpoint : endpoints) {
            assertThat(stranger.ask(endpoint.method, endpoint.path, Map.of()).status())
                    .as(endpoint.toString())
                    .isEqualTo(401);
        }
        assertThat(stranger.get("/v3/api-docs").status()).isEqualTo(401);
        assertThat(stranger.get("/actuator/prometheus").status()).isEqualTo(401);
        assertThat(stranger.get("/actuator/health").status()).isEqualTo(200);
    }

    @Test
    void somebodyAtAPanelHasNoDesk(Office office) {
        Browser guest = office.guest();
        for (Endpoint endpoint : endpoints(office)) {
            if (!endpoint.path.startsWith("/api/panel/")) {
                assertThat(guest.ask(endpoint.method, endpoint.path, Map.of()).status())
                        .as(endpoint.toString())
                        .isEqualTo(401);
            }
        }
    }

    /** docs/endpoints.md says who may call what; bin/generate writes it anew. */
    @Test
    void whoMayCallWhatIsWrittenDown(Office office) throws Exception {
        Set<String> ofGuests = openToGuests(office);
        Browser stranger = new Browser(office.host.uri());
        Browser guest = office.guest();
        StringBuilder table = new StringBuilder("""
                # Endpoints, by who may call them

                Found by asking each without a session, with the session of a person at a panel, with that of a guest there where the
                office lets guests scan, and with an account of each role at the desk (`SecurityTest`). What a person or a guest at a
                panel is given is their own and that device's. Every endpoint
                of the desk names the right that it needs (`Needs`); one that names none answers nobody.

                | endpoint | who |
                |---|---|
                """);
        Map<Role, Browser> roles = accounts(office);
        for (Described described : described(office)) {
            String who;
            if (mayCall(stranger, described.endpoint)) {
                who = "anybody";
            } else if (described.path.equals(PANEL_NEWS)
                    || described.path.startsWith("/api/panel/") && mayCall(guest, described.endpoint)) {
                String key = described.endpoint.method + " " + described.path;
                who = "a person signed in at that panel" + (ofGuests.contains(key) ? ", a guest" : "");
            } else {
                List<String> may = new ArrayList<>();
                roles.forEach((role, browser) -> {
                    if (described.path.equals(DESK_NEWS) || mayCall(browser, described.endpoint)) {
                        may.add(role.name().toLowerCase(Locale.ROOT));
                    }
                });
                who = String.join(", ", may);
            }
            table.append("| `%s %s` | %s |%n".formatted(described.endpoint.method, described.path, who));
        }
        Path file = Path.of("../docs/endpoints.md");
        if (Boolean.getBoolean("api.write")) {
            Files.writeString(file, table);
        }
        assertThat(Files.readString(file)).isEqualTo(table.toString());
    }

    /** What somebody may call who scans without signing in. */
    private static Set<String> openToGuests(Office office) {
        office.everybodyHasLeft();
        office.guestsMayScan(true);
        office.goesTo(Map.of("guests", true), office.fixedMail());
        try {
            Browser guest = new Browser(office.host.uri());
            office.comeAsGuest(guest).ok();
            return described(office).stream()
                    .filter(one -> one.path.startsWith("/api/panel/") && !one.path.equals(PANEL_NEWS))
                    // Signs itself out.
                    .filter(one -> !one.path.endsWith("/session"))
                    .filter(one -> mayCall(guest, one.endpoint))
                    .map(one -> one.endpoint.method + " " + one.path)
                    .collect(Collectors.toCollection(TreeSet::new));
        } finally {
            office.goesTo(office.destination("Mail to me"));
            office.guestsMayScan(false);
        }
    }

    /** Somebody of each role at the desk, invited as an administrator does it. */
    private static Map<Role, Browser> accounts(Office office) {
        Map<Role, Browser> accounts = new EnumMap<>(Role.class);
        for (Role role : Role.values()) {
            String login = role.name().toLowerCase(Locale.ROOT) + System.nanoTime() % 100_000;
            Map<String, Object> form =
                    Map.of("login", login, "name", "Tamsin", "email", "t@wherrymoor.example", "role", role);
            String path =
                    office.desk.post("/api/accounts/invitations", form).ok().get("path");
            Browser invited = new Browser(office.host.uri());
            invited.get("/api/session");
            invited.post(path.replace("/invited/", "/api/invitation/"), Map.of("password", "gangway rope lantern"))
                    .ok();
            accounts.put(role, invited);
        }
        return accounts;
    }

    private static boolean mayCall(Browser browser, Endpoint endpoint) {
        // A sign-in with nothing in it is refused for what it lacks, and not for who asks
        return !List.of(401, 403)
                .contains(browser.ask(endpoint.method, endpoint.path, Map.of()).status());
    }

    @Test
    void aPanelSessionIsWorthNothingAtAnotherDeviceAndAfterSigningOut(Office office) {
        Browser guest = office.guest();
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(200);
        assertThat(guest.get("/api/panel/" + UUID.randomUUID() + "/jobs").status())
                .isEqualTo(401);
        guest.delete(office.panel("/session")).ok();
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(401);
    }

    @Test
    void aBrowserThatShowsDeskAndPanelKeepsItsDesk(Office office) {
        Browser both = office.desk;
        assertThat(both.get(office.panel("/jobs")).status())
                .as("who is at the desk is nobody at the panel")
                .isEqualTo(401);
        both.post(office.panel("/session"), Map.of("pin", office.pin)).ok();
        List<String> written =
                both.get(office.panel("/jobs")).ok().response().headers().allValues("Set-Cookie");
        assertThat(written)
                .as("a panel's answers write neither the desk's session nor its token")
                .noneMatch(cookie -> cookie.startsWith("courier-session=") || cookie.startsWith("XSRF-TOKEN="));
        both.delete(office.panel("/session")).ok();
        assertThat(both.get("/api/devices").status()).isEqualTo(200);
    }

    @Test
    void somebodyWhoWalksAwayIsSignedOut(Office office) {
        Browser guest = office.guest();
        var jdbc = office.bean(org.springframework.jdbc.core.simple.JdbcClient.class);
        jdbc.sql("update panel_session set last_at = last_at - interval '50 seconds'")
                .update();
        // Doing something begins the time anew
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(200);
        jdbc.sql("update panel_session set last_at = last_at - interval '61 seconds'")
                .update();
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(401);
        assertThat(guest.get(office.panel("")).json().path("person").isMissingNode()
                        || guest.get(office.panel("")).json().path("person").isNull())
                .isTrue();
    }

    @Test
    void theNextPersonAtADeviceEndsTheSessionOfTheOneBefore(Office office) {
        Browser before = office.guest();
        Browser after = office.guest();
        assertThat(before.get(office.panel("/jobs")).status()).isEqualTo(401);
        assertThat(after.get(office.panel("/jobs")).status()).isEqualTo(200);
    }

    @Test
    void nobodySeesTheScanOfAnother(Office office) {
        Browser one = office.guest();
        String scan = office.scan(one, Stack.TIDE_TABLE);
        String person = office.desk
                .post(
                        "/api/people",
                        Map.of(
                                "name",
                                "Other",
                                "login",
                                "other" + System.nanoTime() % 10000,
                                "email",
                                "o@wherrymoor.example"))
                .ok()
                .get("id");
        String pin = office.desk
                .post("/api/people/" + person + "/pin", Map.of())
                .ok()
                .get("pin");
        Browser other = new Browser(office.host.uri());
        other.post(office.panel("/session"), Map.of("pin", pin)).ok();
        assertThat(other.get(office.panel("/scans/" + scan)).status()).isEqualTo(404);
        assertThat(other.get(office.panel("/scans/" + scan + "/pages/" + UUID.randomUUID() + "/thumbnail"))
                        .status())
                .isEqualTo(404);
        assertThat(other.post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aRequestFromAnotherSiteIsRefused(Office office) {
        Browser.Answer answer = office.desk.send(
                "PUT", "/api/settings", Map.of("office", "x", "keepAcceptedHours", 1, "keepOthersDays", 1), "forged");
        assertThat(answer.status()).isEqualTo(403);
    }

    @Test
    void guessingAPasswordAndAPinIsSlowed(Office office) {
        var jdbc = office.bean(org.springframework.jdbc.core.simple.JdbcClient.class);
        jdbc.sql("delete from sign_in_throttle").update();
        Browser guesser = new Browser(office.host.uri());
        List<Integer> panel = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            panel.add(guesser.post(office.panel("/session"), Map.of("pin", "90210" + i))
                    .status());
        }
        assertThat(panel).startsWith(401, 401, 401, 401).endsWith(429);
        List<Integer> desk = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            desk.add(guesser.post("/api/session", Map.of("login", "nobody", "password", "guess " + i))
                    .status());
        }
        // What was guessed at the panel counts for the place it came from
        assertThat(desk).startsWith(401, 401, 401, 401).endsWith(429);
        jdbc.sql("delete from sign_in_throttle where kind = 'SOURCE'").update();
        // The right PIN has to wait too, however slow this machine is, and an administrator can open the panel again
        jdbc.sql("update sign_in_throttle set last_at = now() + interval '1 minute'")
                .update();
        assertThat(guesser.post(office.panel("/session"), Map.of("pin", office.pin))
                        .status())
                .isEqualTo(429);
        office.desk.delete("/api/locks?kind=PANEL&of=" + office.deviceId).ok();
        jdbc.sql("delete from sign_in_throttle").update();
        assertThat(guesser.post(office.panel("/session"), Map.of("pin", office.pin))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void noSecretLeavesTheServer(Office office) {
        for (String path : List.of(
                "/api/mail-servers",
                "/api/mail-servers/" + office.serverId,
                "/api/people",
                "/api/changes?limit=500",
                "/api/today",
                "/api/overview")) {
            assertThat(office.desk.get(path).ok().text())
                    .as(path)
                    .doesNotContain(Office.PASSWORD)
                    .doesNotContain(office.pin)
                    .doesNotContain("$argon2");
        }
    }

    @Test
    void aKeptPasswordIsNotSentToAnotherHost(Office office) {
        Map<String, Object> moved = office.mailServer(Office.PASSWORD);
        moved.remove("password");
        moved.put("host", "127.0.0.9");
        Browser.Answer probe = office.desk.post(
                "/api/mail-servers/probe",
                Map.of("id", office.serverId, "form", moved, "testTo", "maud@wherrymoor.example"));
        assertThat(probe.status()).isEqualTo(422);
        assertThat(probe.json().path("problems").path(0).path("field").asString())
                .isEqualTo("password");
        assertThat(office.desk
                        .put("/api/mail-servers/" + office.serverId, moved)
                        .status())
                .isEqualTo(422);
    }

    // RFC 9457 section 3.1: media type, type, title and status; the rest is ours
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "POST | /api/devices/look | {\"address\":\"no address!\"} | 422 | device.address",
                "POST | /api/devices/look | {\"address\":\"127.20.9.77\"} | 422 | device.unreachable",
                "POST | /api/people | {\"name\":\"\",\"login\":\"x\",\"email\":\"y\"} | 422 | person.name",
                "POST | /api/names | {\"name\":\"n\",\"template\":\"{jub}\"} | 422 | template.field",
                "POST | /api/people | {oops | 400 | request.unreadable",
                "GET | /api/deliveries/not-an-id | | 400 | request.unreadable",
                "GET | /api/deliveries?day=yesterday | | 422 | filter.day",
                "GET | /api/jobs/00000000-0000-0000-0000-000000000000 | | 404 | not-found",
                "GET | /api/nothing-here | | 404 | http-404",
                "DELETE | /api/mail-servers/{server} | | 409 | has-dependents",
                "POST | /api/people | {\"name\":\"A\",\"login\":\"a.kj\u00f8lv\",\"email\":\"a@b.example\"} | 409 | clash",
            })
    void whatAPersonTypedIsExplainedAndNeverAnException(
            String method, String path, String body, int status, String code, Office office) {
        Browser.Answer answer = raw(office, method, path.replace("{server}", office.serverId), body);
        assertThat(answer.status()).as(answer.text()).isEqualTo(status);
        assertThat(answer.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("application/problem+json");
        assertThat(answer.get("code")).isEqualTo(code);
        assertThat(answer.get("title")).endsWith(".");
        assertThat(answer.get("remedy")).matches(".*[.?]");
        assertThat(answer.json().path("status").asInt()).isEqualTo(status);
        assertThat(answer.text()).doesNotContain("Exception").doesNotContain("org.");
    }

    @Test
    void everyPageHasAStrictPolicy(Office office) {
        var headers = office.desk.get("/deliveries").ok().response().headers();
        assertThat(headers.firstValue("Content-Security-Policy").orElse(""))
                .contains("script-src 'self'")
                .contains("frame-ancestors 'none'")
                .doesNotContain("unsafe");
        assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(headers.firstValue("Referrer-Policy")).contains("no-referrer");
        assertThat(office.desk.get("/deliveries").text())
                .doesNotContain("<style")
                .doesNotContainPattern("<script(?![^>]*src=)");
    }

    private static Browser.Answer raw(Office office, String method, String path, String body) {
        return office.desk.ask(
                method, path, body == null || body.isEmpty() ? null : new tools.jackson.databind.util.RawValue(body));
    }

    private static List<Endpoint> endpoints(Office office) {
        return described(office).stream()
                .filter(described -> !OPEN.contains(described.path) && !described.path.startsWith("/api/get/"))
                .map(Described::endpoint)
                .toList();
    }

    /** @param path as the description has it, with the names of its parts */
    private record Described(String path, Endpoint endpoint) {}

    private static List<Described> described(Office office) {
        List<Described> found = new ArrayList<>();
        JsonNode paths = office.desk.get("/v3/api-docs").ok().json().path("paths");
        paths.propertyNames().stream().sorted().forEach(path -> {
            String real = path.replace("{device}", office.deviceId)
                    .replace("{number}", "1")
                    .replace("{position}", "0")
                    .replace("{name}", "X")
                    // Everything else is an id.
                    .replaceAll("\\{[a-z]+}", UUID.randomUUID().toString());
            paths.path(path)
                    .propertyNames()
                    .forEach(method ->
                            found.add(new Described(path, new Endpoint(method.toUpperCase(Locale.ROOT), real))));
        });
        return found;
    }

    // RFC 9110 section 12.5.4
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "de; Diese Seite gibt es nicht.",
                "de-CH,de q=0.9; Diese Seite gibt es nicht.",
                "it,fr,en; Cette page n\u2019existe pas.",
                "en-GB,de; There is no such page.",
                "ja,*; There is no such page.",
                "es-419; Esta p\u00e1gina no existe.",
                "@@@; There is no such page.",
                "''; There is no such page.",
                "aa,ab,af,ak,am,an,ar,as,av,ay,az,ba,be,bg,fr; Cette page n\u2019existe pas."
            })
    void aStrangerIsAnsweredInTheFirstLanguageThatCourierSpeaks(String asked, String title, Office office)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(office.host.uri().resolve("/api/get/unknown"));
        if (!asked.isEmpty()) {
            request.header("Accept-Language", asked.replace(" q=", ";q="));
        }
        String answer = HttpClient.newHttpClient()
                .send(request.build(), HttpResponse.BodyHandlers.ofString())
                .body();
        assertThat(answer).contains(title);
    }
}
