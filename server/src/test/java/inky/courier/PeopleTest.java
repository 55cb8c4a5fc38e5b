package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.Mailbox;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who may scan, and how they say who they are. */
@Tag("long")
class PeopleTest {
    private static TimedOffice timed;
    private static Office office;
    private static int made;

    @BeforeAll
    static void open() throws IOException {
        timed = new TimedOffice();
        office = timed.office;
    }

    @AfterAll
    static void close() {
        timed.close();
    }

    @BeforeEach
    void asUsual() {
        rules("PIN", 6, false, false, 0);
        timed.jdbc().sql("delete from sign_in_throttle").update();
    }

    private static void rules(String way, int length, boolean choose, boolean firstPinOnce, int days) {
        office.settings(
                        "panelSignIn",
                        Map.of(
                                "way", way,
                                "pinLength", length,
                                "choose", choose,
                                "firstPinOnce", firstPinOnce,
                                "pinDays", days))
                .ok();
    }

    private static String person(String name) {
        String login = "p" + ++made;
        return office.desk
                .post("/api/people", Map.of("name", name, "login", login, "email", login + "@wherrymoor.example"))
                .ok()
                .get("id");
    }

    private static String pinOf(String person) {
        return office.desk.post("/api/people/" + person + "/pin", Map.of()).ok().get("pin");
    }

    private static Browser.Answer signIn(Browser who, Map<String, String> shown) {
        return who.post(office.panel("/session"), shown);
    }

    private static Browser browser() {
        return new Browser(office.host.uri());
    }

    private static String codeOf(Browser.Answer answer) {
        return answer.status() + " " + answer.json().path("code").asString();
    }

    @Test
    void aFirstPinIsForOneTime() {
        rules("PIN", 6, false, true, 0);
        String person = person("First");
        String first = pinOf(person);
        Browser who = browser();
        JsonNode front = signIn(who, Map.of("pin", first)).ok().json();
        assertThat(front.path("person").path("replacePin").asString()).isEqualTo("FIRST");
        assertThat(who.get(office.panel("/jobs")).status())
                .as("nothing else before")
                .isEqualTo(403);
        assertThat(who.post(office.panel("/scans"), Map.of("jobId", office.jobId))
                        .status())
                .isEqualTo(403);
        String second = who.post(office.panel("/pin"), Map.of()).ok().get("pin");
        assertThat(who.get(office.panel("/jobs")).ok().json()).isNotEmpty();
        assertThat(who.post(office.panel("/pin"), Map.of()).status())
                .as("somebody who walks up to what was left open")
                .isEqualTo(403);
        String current = office.panel("/pin/current");
        assertThat(who.post(current, Map.of("pin", first)).status()).isEqualTo(422);
        assertThat(who.get(office.panel("/jobs")).status()).isEqualTo(200);
        who.post(current, Map.of("pin", second)).ok();
        assertThat(who.get(office.panel("/jobs")).status())
                .as("one thing at a time")
                .isEqualTo(403);
        who.delete(current).ok();
        assertThat(who.get(office.panel("/jobs")).status()).isEqualTo(200);
        who.post(current, Map.of("pin", second)).ok();
        second = who.post(office.panel("/pin"), Map.of()).ok().get("pin");
        assertThat(codeOf(signIn(browser(), Map.of("pin", first)))).isEqualTo("401 pin.wrong");
        assertThat(why(second)).isEmpty();
    }

    @Test
    void aPinThatIsChosenIsHeldToTheRules() {
        rules("PIN", 6, true, true, 0);
        String taken = pinOf(person("Other"));
        String person = person("Chooser");
        Browser who = browser();
        signIn(who, Map.of("pin", pinOf(person))).ok();
        for (String[] refused : new String[][] {
            {"111111", "pin.guessable.repeated"},
            {"240658", "pin.guessable.date"},
            {"876543", "pin.guessable.run"},
            {"258369", "pin.guessable.most-used"},
            {"71938", "pin.short"},
            {"12", "pin.length"},
            {"", "pin.length"},
            {taken, "pin.taken"}
        }) {
            Browser.Answer answer = who.post(office.panel("/pin"), Map.of("pin", refused[0]));
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.text()).contains(refused[1]);
        }
        // Whoever tries PINs of others so is slowed as if at the door
        int refused = 0;
        for (int i = 0; i < 8; i++) {
            refused += who.post(office.panel("/pin"), Map.of("pin", taken)).status() == 429 ? 1 : 0;
        }
        assertThat(refused).isPositive();
        timed.jdbc().sql("delete from sign_in_throttle").update();
        assertThat(who.post(office.panel("/pin"), Map.of("pin", "719384")).ok().get("pin"))
                .isEmpty();
        signIn(browser(), Map.of("pin", "719384")).ok();
    }

    @Test
    void aPinGrowsOldAndTooShort() {
        String person = person("Old");
        String pin = pinOf(person);
        rules("PIN", 6, false, false, 90);
        timed.time.pass(Duration.ofDays(89));
        assertThat(why(pin)).isEmpty();
        timed.time.pass(Duration.ofDays(2));
        assertThat(why(pin)).isEqualTo("TOO_OLD");
        rules("PIN", 8, false, false, 0);
        assertThat(why(pin)).isEqualTo("TOO_SHORT");
        Browser who = browser();
        signIn(who, Map.of("pin", pin)).ok();
        assertThat(who.post(office.panel("/pin"), Map.of()).ok().get("pin")).hasSize(8);
    }

    private static String why(String pin) {
        return signIn(browser(), Map.of("pin", pin))
                .ok()
                .json()
                .path("person")
                .path("replacePin")
                .asString();
    }

    @Test
    void noPinIsGivenTwiceHoweverManyAreMadeAtOnce() throws Exception {
        rules("PIN", 4, false, false, 0);
        List<String> people = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            people.add(person("Many " + i));
        }
        ExecutorService desks = Executors.newFixedThreadPool(8);
        try {
            List<Future<String>> pins = new ArrayList<>();
            for (int round = 0; round < 3; round++) {
                for (String person : people) {
                    pins.add(desks.submit(() -> pinOf(person)));
                }
            }
            Set<String> last = new HashSet<>();
            for (Future<String> pin : pins) {
                last.add(pin.get());
            }
            assertThat(last).hasSizeGreaterThan(people.size());
        } finally {
            desks.shutdownNow();
        }
        assertThat(timed.jdbc()
                        .sql("select count(distinct pin_index) = count(pin_index) from person")
                        .query(Boolean.class)
                        .single())
                .isTrue();
    }

    @Test
    void aCardIsEnrolledOnceAndIsThenEnough() {
        assertThat(signIn(browser(), Map.of()).status()).as("nothing at all").isEqualTo(422);
        String person = person("Holder");
        String pin = pinOf(person);
        assertThat(codeOf(signIn(browser(), Map.of("card", "04a2 19ff 33")))).isEqualTo("401 card.not-used");
        rules("CARD_OR_PIN", 6, false, false, 0);
        assertThat(codeOf(signIn(browser(), Map.of("card", "04a219ff33")))).isEqualTo("401 card.unknown");
        signIn(browser(), Map.of("card", "04a219ff33", "pin", pin)).ok();
        // Readers differ in how they write it
        assertThat(signIn(browser(), Map.of("card", "04:A2:19:FF:33"))
                        .ok()
                        .json()
                        .path("person")
                        .path("name")
                        .asString())
                .isEqualTo("Holder");
        String other = pinOf(person("Thief"));
        assertThat(codeOf(signIn(browser(), Map.of("card", "04a219ff33", "pin", other))))
                .isEqualTo("401 card.wrong");
        String cards = "/api/people/" + person + "/cards";
        String card = office.desk.get(cards).ok().json().path(0).path("id").asString();
        office.desk.put(cards + "/" + card, Map.of("lost", true)).ok();
        assertThat(codeOf(signIn(browser(), Map.of("card", "04a219ff33")))).isEqualTo("401 card.lost");
        office.desk.put(cards + "/" + card, Map.of("lost", false)).ok();
        signIn(browser(), Map.of("card", "04a219ff33")).ok();
        assertThat(timed.jdbc()
                        .sql("select ending from person_card")
                        .query(String.class)
                        .single())
                .as("all that is kept in the clear")
                .isEqualTo("F33");
        office.desk.delete(cards + "/" + card).ok();
        assertThat(codeOf(signIn(browser(), Map.of("card", "04a219ff33")))).isEqualTo("401 card.unknown");
    }

    @Test
    void whereBothAreNeededOneIsNotEnough() {
        rules("CARD_AND_PIN", 6, false, false, 0);
        String person = person("Both");
        String pin = pinOf(person);
        assertThat(codeOf(signIn(browser(), Map.of("pin", pin)))).isEqualTo("401 card.first");
        signIn(browser(), Map.of("card", "770011", "pin", pin)).ok();
        assertThat(codeOf(signIn(browser(), Map.of("card", "770011")))).isEqualTo("401 card.pin");
        signIn(browser(), Map.of("card", "770011", "pin", pin)).ok();
        // Who has learned the PIN does not get in by any card at hand, nor learns that the PIN is right
        assertThat(codeOf(signIn(browser(), Map.of("card", "990011", "pin", pin))))
                .isEqualTo("401 card.wrong");
        assertThat(codeOf(signIn(browser(), Map.of("card", "990011", "pin", "918273"))))
                .isEqualTo("401 card.wrong");
    }

    /**
     * A refusal takes as long whether the PIN is somebody's or nobody's: the middles of many differ by less than a tenth of what a
     * refusal takes. The two are asked in turn, so that what else this machine does meets both.
     */
    @Test
    void howLongARefusalTakesDoesNotTellWhetherThePinIsSomebodys() {
        rules("CARD_AND_PIN", 6, false, false, 0);
        String pin = pinOf(person("Timed"));
        signIn(browser(), Map.of("card", "880011", "pin", pin)).ok();
        Browser guesser = browser();
        List<Long> somebodys = new ArrayList<>();
        List<Long> nobodys = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            somebodys.add(refusal(guesser, pin));
            nobodys.add(refusal(guesser, "918273"));
        }
        long middle = middle(nobodys);
        assertThat(Math.abs(middle(somebodys) - middle)).isLessThan(middle / 10);
    }

    private static long refusal(Browser guesser, String pin) {
        timed.jdbc().sql("delete from sign_in_throttle").update();
        long began = System.nanoTime();
        Browser.Answer answer = signIn(guesser, Map.of("card", "881122", "pin", pin));
        long took = System.nanoTime() - began;
        assertThat(codeOf(answer)).isEqualTo("401 card.wrong");
        return took;
    }

    private static long middle(List<Long> times) {
        return times.stream().sorted().toList().get(times.size() / 2);
    }

    @Test
    void whoIsDisabledIsOutAtOnce() {
        rules("CARD_OR_PIN", 6, false, false, 0);
        String person = person("Leaver");
        String pin = pinOf(person);
        Browser who = browser();
        signIn(who, Map.of("pin", pin)).ok();
        office.desk
                .put("/api/people/" + person + "/disabled", Map.of("disabled", true))
                .ok();
        assertThat(who.get(office.panel("/jobs")).status()).isIn(401, 403);
        assertThat(codeOf(signIn(browser(), Map.of("pin", pin)))).isEqualTo("401 person.disabled");
        assertThat(codeOf(signIn(browser(), Map.of("pin", pin, "card", "551122"))))
                .isEqualTo("401 person.disabled");
        assertThat(office.desk.get("/api/people/" + person + "/cards").ok().json())
                .as("nor is a card enrolled")
                .isEmpty();
        office.desk
                .put("/api/people/" + person + "/disabled", Map.of("disabled", false))
                .ok();
        signIn(browser(), Map.of("pin", pin)).ok();
    }

    private static String text(Browser.Answer pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.response().body())) {
            return new PDFTextStripper().getText(document);
        }
    }

    private static final Pattern SIX = Pattern.compile("\\b\\d{6}\\b");

    @Test
    void pinsAreHandedOverAsLettersAndByMail() throws IOException {
        String anna = person("Anna Br\u00f8nsted");
        String dora = person("Dora \u0416\u0443\u043a");
        Browser.Answer pdf = office.desk
                .post("/api/people/pin-letters", Map.of("ids", List.of(anna, dora)))
                .ok();
        assertThat(pdf.response().headers().firstValue("content-type")).contains("application/pdf");
        String text = text(pdf);
        assertThat(text).contains("Anna Br\u00f8nsted", "Dora \u0416\u0443\u043a");
        Matcher pins = SIX.matcher(text);
        List<String> names = new ArrayList<>();
        while (pins.find()) {
            names.add(signIn(browser(), Map.of("pin", pins.group()))
                    .ok()
                    .json()
                    .path("person")
                    .path("name")
                    .asString());
        }
        assertThat(names).containsExactly("Anna Br\u00f8nsted", "Dora \u0416\u0443\u043a");

        Map<String, Object> both = Map.of("ids", List.of(anna, dora));
        assertThat(office.desk
                        .post("/api/people/pin-mails", both)
                        .ok()
                        .json()
                        .path("sent")
                        .asInt())
                .isEqualTo(2);
        List<Mailbox.Letter> letters = office.post.mailbox().letters();
        String mail = Files.readString(letters.get(letters.size() - 1).file());
        Matcher mailed = SIX.matcher(mail);
        assertThat(mailed.find()).isTrue();
        signIn(browser(), Map.of("pin", mailed.group())).ok();

        // While a mail is under way the PIN that they have goes on, and others get theirs
        String before = pinOf(anna);
        List<String> during = new ArrayList<>();
        office.post.beforeAnswer(() -> {
            if (during.isEmpty()) {
                during.add(pinOf(dora));
                signIn(browser(), Map.of("pin", before)).ok();
            }
        });
        assertThat(office.desk
                        .post("/api/people/pin-mails", Map.of("ids", List.of(anna)))
                        .ok()
                        .json()
                        .path("sent")
                        .asInt())
                .isEqualTo(1);
        office.post.behave();
        assertThat(during).hasSize(1);
        assertThat(codeOf(signIn(browser(), Map.of("pin", before)))).isEqualTo("401 pin.wrong");

        // What no server took changes nothing: the PIN that they know goes on working
        String known = pinOf(anna);
        office.post.refuse(PostOffice.Step.DATA, "451 4.3.0 later");
        JsonNode failed = office.desk
                .post("/api/people/pin-mails", Map.of("ids", List.of(anna)))
                .ok()
                .json();
        office.post.behave();
        assertThat(failed.path("sent").asInt()).isZero();
        assertThat(failed.path("failed").toString()).contains("Anna");
        signIn(browser(), Map.of("pin", known)).ok();
    }

    private static JsonNode compare(String csv, boolean disableOthers) {
        return office.desk
                .post("/api/people/import/compare", Map.of("file", csv, "disableOthers", disableOthers))
                .ok()
                .json();
    }

    private static Browser.Answer make(String csv, boolean disableOthers, String token) {
        return office.desk.post(
                "/api/people/import",
                Map.of("file", Map.of("file", csv, "disableOthers", disableOthers), "token", token));
    }

    @Test
    void peopleComeFromATableAndGoIntoOne() {
        person("=HYPERLINK(\"x\")");
        person("Quote \" and, comma");
        String exported = office.desk.get("/api/people/export.csv").ok().text();
        assertThat(compare(exported, true).path("rows"))
                .as("nothing but what is there")
                .isEmpty();

        // As a spreadsheet of another country saves it: a mark before the text, semicolons, other order and capitals
        String table =
                "\ufeffE-Mail;Name;Login;Groups\r\nmaja@wherrymoor.example;Maja \u00c5berg;m.aberg;\"Crew;Permits\"\r\n"
                        + "\r\nkuno@wherrymoor.example;Kuno;k.kuno;\r\n";
        JsonNode seen = compare(table, false);
        assertThat(seen.path("rows")).hasSize(2);
        assertThat(seen.path("rows").path(0).path("becomes").asString()).isEqualTo("NEW");
        JsonNode done = make(table, false, seen.path("token").asString()).ok().json();
        assertThat(done.path("added")).hasSize(2);
        assertThat(make(table, false, seen.path("token").asString()).status())
                .as("looked at before")
                .isEqualTo(422);
        assertThat(compare(table, false).path("same").asInt()).isEqualTo(2);
        String maja = office.desk.get("/api/people?find=aberg").ok().text();
        assertThat(maja).contains("Crew", "Permits");

        // Groups that the file does not speak of stay
        JsonNode renamed = compare("login,name,email\nM.Aberg,Maja Berg,maja@wherrymoor.example\n", false);
        assertThat(renamed.path("rows").path(0).path("changed").toString()).isEqualTo("[\"name\",\"login\"]");

        String faulty =
                "login,name,email\nx y,A,a@b.example\nok,,a@b.example\nk2,K,not an address\nk.kuno,K,k@b.example\nK.KUNO,K,k@b.example\n";
        JsonNode faults = compare(faulty, false);
        assertThat(faults.path("faults")).hasSize(4);
        assertThat(make(faulty, false, faults.path("token").asString()).status())
                .isEqualTo(422);
        for (String none :
                List.of("", "name,login\nA,a\n", "name,login,email,login\na,b,c,d\n", "\"open", "\u0000\u0001")) {
            assertThat(office.desk
                            .post("/api/people/import/compare", Map.of("file", none, "disableOthers", false))
                            .status())
                    .as(none)
                    .isEqualTo(422);
        }

        String others = "login,name,email\nm.aberg,Maja \u00c5berg,maja@wherrymoor.example\n";
        JsonNode left = compare(others, true);
        make(others, true, left.path("token").asString()).ok();
        assertThat(timed.jdbc()
                        .sql("select count(*) from person where not disabled")
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
        office.desk
                .post("/api/people/many", Map.of("people", Map.of("all", true), "act", "ENABLE"))
                .ok();
    }

    @Test
    void manyAreChangedAtOnce() {
        List<String> ids = List.of(person("Bulk one"), person("Bulk two"), person("Bulk three"));
        Map<String, Object> some = Map.of("ids", ids);
        Map<String, Object> found = Map.of("all", true, "find", "bulk");
        assertThat(many(found, "JOIN_GROUP", "Night shift")).isEqualTo(3);
        assertThat(many(Map.of("ids", ids.subList(0, 1)), "LEAVE_GROUP", "Night shift"))
                .isEqualTo(1);
        assertThat(office.desk.get("/api/people?find=night").ok().json().path("rows"))
                .hasSize(2);
        assertThat(many(some, "DISABLE", null)).isEqualTo(3);
        assertThat(many(some, "DISABLE", null)).isZero();
        assertThat(many(found, "DELETE", null)).isEqualTo(3);
        for (Map<String, Object> nonsense : List.of(
                Map.<String, Object>of("people", Map.of("ids", List.of()), "act", "DISABLE"),
                Map.<String, Object>of("people", Map.of("find", "nobody is called so"), "act", "DELETE"),
                Map.<String, Object>of("people", found, "act", "JOIN_GROUP"),
                Map.<String, Object>of("people", some, "act", "DISABLE"))) {
            assertThat(office.desk.post("/api/people/many", nonsense).status()).isIn(404, 422);
        }
    }

    private static int many(Map<String, Object> people, String act, String group) {
        Map<String, Object> order = new HashMap<>(Map.of("people", people, "act", act));
        if (group != null) {
            order.put("group", group);
        }
        return office.desk
                .post("/api/people/many", order)
                .ok()
                .json()
                .path("changed")
                .asInt();
    }

    @Test
    void theAdviceIsForThePeopleThatThereAre() {
        JsonNode advice = office.desk
                .get("/api/people/pin-advice?people=5000&devices=200&bound=0.05")
                .ok()
                .json();
        assertThat(advice.path("lengths")).hasSize(5);
        assertThat(advice.path("lengths")
                        .path(0)
                        .path("allDevices")
                        .path("inAYear")
                        .asDouble())
                .as("four digits and 5,000 people")
                .isGreaterThan(0.999);
        assertThat(office.desk
                        .get("/api/people/pin-advice")
                        .ok()
                        .json()
                        .path("devices")
                        .asInt())
                .isEqualTo(1);
        for (String wrong : List.of("people=-1", "devices=99999999", "bound=0", "bound=2", "bound=NaN")) {
            assertThat(office.desk.get("/api/people/pin-advice?" + wrong).status())
                    .as(wrong)
                    .isEqualTo(422);
        }
    }

    /** What is kept of somebody is shown to them; and when they are forgotten no table knows them any more. */
    @Test
    void whoIsForgottenIsNowhere() {
        String name = "Vergessene Person";
        String person = office.desk
                .post(
                        "/api/people",
                        Map.of("name", name, "login", "verg3ssen", "email", "verg3ssen@wherrymoor.example"))
                .ok()
                .get("id");
        String pin = pinOf(person);
        Browser who = browser();
        signIn(who, Map.of("pin", pin)).ok();
        String scan = office.scan(who, Stack.BERTH_PERMIT);
        String delivery = who.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        String path = "/api/people/" + person;
        assertThat(office.desk
                        .get(path + "/forgetting")
                        .ok()
                        .json()
                        .path("underWay")
                        .asInt())
                .isEqualTo(1);
        assertThat(codeOf(office.desk.post(path + "/forget", Map.of()))).isEqualTo("409 person.under-way");
        timed.time.pass(Duration.ofMinutes(5));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");

        JsonNode page = office.desk.get(path + "/page").ok().json();
        assertThat(page.path("jobs").path(0).path("why").asString()).isEqualTo("EVERYBODY");
        assertThat(page.path("devices").path(0).path("deliveries").asInt()).isEqualTo(1);
        String everything = office.desk.get(path + "/everything.json").ok().text();
        assertThat(everything).contains("verg3ssen@wherrymoor.example", delivery, "SIGNED_IN");

        office.desk.post(path + "/forget", Map.of()).ok();
        assertThat(office.desk.get(path).status()).isEqualTo(404);
        assertThat(codeOf(signIn(browser(), Map.of("pin", pin)))).isEqualTo("401 pin.wrong");
        assertThat(office.state(delivery)).as("stays for the record").isEqualTo("ACCEPTED");
        assertThat(timed.jdbc()
                        .sql("select contents_removed_at is not null from delivery where id = ?::uuid")
                        .param(delivery)
                        .query(Boolean.class)
                        .single())
                .isTrue();
        assertThat(tablesWith("verg3ssen")).isEmpty();
        assertThat(tablesWith(name)).isEmpty();
    }

    /** Every table in which some column holds these letters. */
    private static List<String> tablesWith(String letters) {
        List<String> found = new ArrayList<>();
        List<String> tables = timed.jdbc()
                .sql(
                        "select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'")
                .query(String.class)
                .list();
        assertThat(tables).hasSizeGreaterThan(30);
        for (String table : tables) {
            int rows = timed.jdbc()
                    .sql("select count(*) from " + table + " t where strpos(lower(t::text), lower(?)) > 0")
                    .param(letters)
                    .query(Integer.class)
                    .single();
            if (rows > 0) {
                found.add(table);
            }
        }
        return found;
    }
}
