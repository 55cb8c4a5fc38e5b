package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.delivery.RetentionSweep;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.help.HelpCalls;
import inky.courier.standins.Stack;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Calls for help: from a panel to the desk and back, and what of the panel the desk sees. */
@ExtendWith(SharedOffice.class)
class HelpTest {
    private final Office office;
    private final Browser desk;
    private final JdbcClient jdbc;

    HelpTest(Office office) {
        this.office = office;
        this.desk = office.desk;
        this.jdbc = office.bean(JdbcClient.class);
    }

    @AfterEach
    void empty() {
        jdbc.sql("delete from help_call").update();
        jdbc.sql("delete from sign_in_throttle").update();
    }

    private String help(String rest) {
        return office.panel("/help" + rest);
    }

    private Map<String, Object> doing(String step, String wish) {
        return Map.of("step", step, "jobId", office.jobId, "shown", "The feeder is empty.", "wish", wish);
    }

    private String call(Browser who, String step, String wish) {
        return who.post(help(""), doing(step, wish)).ok().get("id");
    }

    private static Map<String, Object> screen(boolean pages, String scan, String page) {
        Map<String, Object> picture = part(3, "PICTURE", "Page 1");
        picture.put("page", page);
        Map<String, Object> screen = new HashMap<>(Map.of("width", 1024, "height", 600, "pages", pages));
        screen.put("scanId", scan);
        screen.put("parts", List.of(part(1, "HEADING", "Berth permit"), part(2, "KEY", "Send"), picture));
        return screen;
    }

    private static Map<String, Object> part(int key, String kind, String text) {
        return new HashMap<>(Map.of(
                "key", key, "kind", kind, "x", 20, "y", 40 * key, "width", 200, "height", 60, "text", text, "chosen",
                false));
    }

    @Test
    void aCallReachesWhoMayHelpAndIsAnswered() {
        Browser guest = office.guest();
        String id = call(guest, "READY", "Which job\u0007is for permits?\r\n");
        JsonNode seen = desk.get("/api/help-calls/" + id).ok().json();
        assertThat(seen.path("person").asString()).isNotEmpty();
        assertThat(seen.path("doing").asString()).isEqualTo("preparing a scan");
        assertThat(seen.path("job").asString()).isEqualTo("Berth permit");
        assertThat(seen.path("shown").asString()).isEqualTo("The feeder is empty.");
        assertThat(seen.path("wish").asString()).isEqualTo("Which job is for permits?");
        assertThat(seen.path("sharing").asBoolean()).isFalse();
        Browser operator = office.account(Role.OPERATOR);
        assertThat(operator.get("/api/overview").ok().json().path("calls").asInt())
                .isEqualTo(1);
        assertThat(operator.get("/api/today").ok().json().path("calls")).hasSize(1);
        Browser auditor = office.account(Role.AUDITOR);
        assertThat(auditor.get("/api/help-calls").status()).isEqualTo(403);
        assertThat(auditor.get("/api/today").ok().json().path("calls")).isEmpty();

        assertThat(operator.post("/api/help-calls/" + id + "/answer", Map.of())
                        .ok()
                        .get("state"))
                .isEqualTo("ANSWERED");
        assertThat(desk.get("/api/overview").ok().json().path("calls").asInt()).isZero();
        operator.post("/api/help-calls/" + id + "/words", Map.of("text", "The second one", "pointsAt", 7))
                .ok();
        JsonNode own = guest.get(help("/" + id)).ok().json();
        assertThat(own.path("state").asString()).isEqualTo("ANSWERED");
        assertThat(own.path("answeredBy").asString()).isEqualTo("Brannoc Lyle");
        assertThat(own.path("words").path(0).path("text").asString()).isEqualTo("The second one");
        assertThat(own.path("words").path(0).path("pointsAt").asInt()).isEqualTo(7);
        guest.post(help("/" + id + "/words"), Map.of("text", "Thank you")).ok();
        assertThat(guest.post(help("/" + id + "/words"), Map.of("text", "x".repeat(301)))
                        .status())
                .isEqualTo(422);
        assertThat(guest.post(help("/" + id + "/words"), Map.of("text", " ")).status())
                .isEqualTo(422);
        JsonNode ended =
                operator.post("/api/help-calls/" + id + "/end", Map.of()).ok().json();
        assertThat(ended.path("words")).hasSize(2);
        assertThat(guest.get(help("/" + id)).ok().get("state")).isEqualTo("ENDED");
        assertThat(guest.post(help("/" + id + "/words"), Map.of("text", "One more"))
                        .status())
                .isEqualTo(409);
        assertThat(operator.post("/api/help-calls/" + id + "/words", Map.of("text", "One more"))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void whoCannotSignInCallsTooAndNobodyCallsWithoutEnd() {
        Browser stranger = new Browser(office.host.uri());
        assertThat(stranger.get(help("")).ok().json().path("call").isNull()).isTrue();
        String first = call(stranger, "SIGN_IN", "My PIN is not taken");
        desk.post("/api/help-calls/" + first + "/words", Map.of("text", "Which one is it?"))
                .ok();
        Browser another = new Browser(office.host.uri());
        Browser.Answer second = another.post(help(""), doing("SIGN_IN", "Where is the paper?"));
        String id = second.ok().get("id");
        assertThat(id).as("nobody sees what was said to another").isNotEqualTo(first);
        assertThat(second.json().path("words")).isEmpty();
        assertThat(stranger.get(help("/" + first)).ok().get("state")).isEqualTo("ENDED");
        JsonNode seen = desk.get("/api/today").ok().json().path("calls");
        assertThat(seen).hasSize(1);
        assertThat(seen.path(0).path("person").asString()).isEmpty();
        assertThat(seen.path(0).path("wish").asString()).isEqualTo("Where is the paper?");
        assertThat(another.get(help("/" + id)).ok().get("state")).isEqualTo("WAITING");
        assertThat(another.put(help("/" + id + "/screen"), screen(false, null, null))
                        .status())
                .isEqualTo(401);
        for (int i = 2; i < 20; i++) {
            call(stranger, "SIGN_IN", "");
        }
        Browser.Answer refused = stranger.post(help(""), doing("SIGN_IN", ""));
        assertThat(refused.status()).isEqualTo(429);
        assertThat(refused.text()).contains("too many calls for help");
    }

    private String pinOfSomebodyElse() {
        String id = desk.post(
                        "/api/people",
                        Map.of("name", "Second Person", "login", "second", "email", "second@wherrymoor.example"))
                .ok()
                .get("id");
        return desk.post("/api/people/" + id + "/pin", Map.of()).ok().get("pin");
    }

    @Test
    void oneSeesNothingOfTheNext() {
        Browser guest = office.guest();
        String id = call(guest, "JOBS", "Mine");
        Browser second = office.guest(pinOfSomebodyElse());
        assertThat(second.get(help("/" + id)).status()).isEqualTo(404);
        assertThat(second.post(help("/" + id + "/words"), Map.of("text", "Not mine"))
                        .status())
                .isEqualTo(404);
        assertThat(second.put(help("/" + id + "/screen"), screen(false, null, null))
                        .status())
                .isEqualTo(404);
        assertThat(second.get(help("")).ok().json().path("call").isNull()).isTrue();
        assertThat(new Browser(office.host.uri()).get(help("/" + id)).status()).isEqualTo(404);
        // Who was signed out while they waited finds their call again.
        assertThat(office.guest()
                        .get(help(""))
                        .ok()
                        .json()
                        .path("call")
                        .path("id")
                        .asString())
                .isEqualTo(id);
    }

    @Test
    void theScreenIsSeenWhileItIsSharedAndPagesOnlyWhereThatIsAllowed() {
        Browser guest = office.guest();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        String page = office.pageOf(guest, scan, 1);
        String id = call(guest, "SCAN", "");
        String seen = "/api/help-calls/" + id + "/screen";
        String picture = "/api/help-calls/" + id + "/pages/" + page;
        assertThat(desk.get(seen).status()).isEqualTo(404);
        guest.put(help("/" + id + "/screen"), screen(false, scan, page)).ok();
        JsonNode screen = desk.get(seen).ok().json();
        assertThat(screen.path("parts").path(1).path("text").asString()).isEqualTo("Send");
        assertThat(screen.path("parts").path(2).path("page").isNull()).isTrue();
        assertThat(desk.get(picture).status()).isEqualTo(404);

        guest.put(help("/" + id + "/screen"), screen(true, scan, page)).ok();
        assertThat(desk.get(picture).ok().text()).contains("JFIF");
        desk.get(picture).ok();
        assertThat(desk.get("/api/help-calls/" + id + "/pages/" + scan).status())
                .isEqualTo(404);
        assertThat(jdbc.sql("select count(*) from security_record where what = 'PAGES_OPENED' and words like '%, %'")
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
        // A panel that has gone quiet is not looked into any more.
        jdbc.sql("update help_screen set at = at - interval '20 seconds'").update();
        assertThat(desk.get(seen).status()).isEqualTo(404);
        assertThat(desk.get(picture).status()).isEqualTo(404);
        guest.put(help("/" + id + "/screen"), screen(true, scan, page)).ok();
        desk.get(seen).ok();
        guest.delete(office.panel("/session"));
        assertThat(desk.get(seen).status()).isEqualTo(404);
        assertThat(desk.get("/api/help-calls/" + id).ok().get("state")).isEqualTo("WAITING");
    }

    @Test
    void whatManySayAtOnceIsAllSaid() throws Exception {
        Browser guest = office.guest();
        String id = call(guest, "JOBS", "");
        ExecutorService all = Executors.newFixedThreadPool(6);
        try {
            List<Future<Integer>> answers = new ArrayList<>();
            for (int i = 0; i < 12; i++) {
                Map<String, String> words = Map.of("text", "Line " + i);
                boolean fromDesk = i % 3 != 0;
                answers.add(all.submit(() -> (fromDesk
                                ? desk.post("/api/help-calls/" + id + "/words", words)
                                : guest.post(help("/" + id + "/words"), words))
                        .status()));
                answers.add(all.submit(
                        () -> guest.post(help(""), doing("SCAN", "Again")).status()));
            }
            for (Future<Integer> answer : answers) {
                assertThat(answer.get()).isIn(200, 201);
            }
        } finally {
            all.shutdownNow();
        }
        assertThat(guest.get(help("/" + id)).ok().json().path("words")).hasSize(12);
        assertThat(desk.get("/api/help-calls").ok().json()).hasSize(1);
    }

    @Test
    void aScreenIsBounded() {
        Browser guest = office.guest();
        String id = call(guest, "JOBS", "");
        Map<String, Object> screen = screen(false, null, null);
        screen.put("width", 0);
        assertThat(guest.put(help("/" + id + "/screen"), screen).status()).isEqualTo(422);
        screen = screen(false, null, null);
        screen.put("parts", java.util.Collections.nCopies(401, part(1, "TEXT", "x")));
        assertThat(guest.put(help("/" + id + "/screen"), screen).status()).isEqualTo(422);
        screen.put("parts", List.of(part(1, "TEXT", "\u202e" + "x".repeat(5000))));
        guest.put(help("/" + id + "/screen"), screen).ok();
        String text = desk.get("/api/help-calls/" + id + "/screen")
                .ok()
                .json()
                .path("parts")
                .path(0)
                .path("text")
                .asString();
        assertThat(text).hasSize(300).doesNotContain("\u202e");
    }

    private Browser.Answer helpDesk(String phone, String email) {
        return office.settings("helpDesk", Map.of("phone", phone, "email", email));
    }

    @Test
    void theHelpDeskIsToldByMail() {
        assertThat(helpDesk("", "no address").text()).contains("helpDesk.email");
        helpDesk("4620", "help@wherrymoor.example").ok();
        try {
            Browser guest = office.guest();
            assertThat(guest.get(help("")).ok().get("phone")).isEqualTo("4620");
            int before = office.post.mailbox().letters().size();
            call(guest, "SCAN", "It jams");
            Waiting.until(
                    () -> office.post.mailbox().letters().stream()
                            .skip(before)
                            .anyMatch(letter -> letter.to().contains("help@wherrymoor.example")),
                    "the help desk has mail");
        } finally {
            helpDesk("", "").ok();
        }
    }

    @Test
    void whatIsLeftOpenEndsAndWhatIsOldGoes() {
        String id = call(office.guest(), "JOBS", "");
        HelpCalls calls = office.bean(HelpCalls.class);
        calls.sweep(new RetentionSweep(Instant.now()));
        assertThat(desk.get("/api/help-calls/" + id).ok().get("state")).isEqualTo("WAITING");
        jdbc.sql("update help_call set called_at = called_at - interval '13 hours'")
                .update();
        calls.sweep(new RetentionSweep(Instant.now()));
        assertThat(desk.get("/api/help-calls/" + id).ok().get("state")).isEqualTo("ENDED");
        jdbc.sql("update help_call set ended_at = ended_at - interval '31 days'")
                .update();
        calls.sweep(new RetentionSweep(Instant.now()));
        assertThat(desk.get("/api/help-calls/" + id).status()).isEqualTo(404);
    }
}
