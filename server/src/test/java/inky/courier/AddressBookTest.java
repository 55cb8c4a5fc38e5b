package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Whom scans are sent to: contacts and groups, who finds them, who may enter what, and files of them. */
@ExtendWith(SharedOffice.class)
class AddressBookTest {
    private static int made;

    private final Office office;
    private final Browser desk;
    private String destination;

    AddressBookTest(Office office) {
        this.office = office;
        this.desk = office.desk;
    }

    @BeforeEach
    void asUsual() {
        rules(Map.of("mode", "ANY", "domains", List.of()), Map.of(), 100);
        destination = destination(true);
        office.goesTo(destination);
    }

    @AfterEach
    void empty() {
        desk.post("/api/contacts/delete", Map.of("all", true));
        for (JsonNode group : desk.get("/api/contact-groups").json().path("rows")) {
            desk.delete("/api/contact-groups/" + group.path("id").asString());
        }
        rules(Map.of("mode", "ANY", "domains", List.of()), Map.of(), 100);
    }

    private void rules(Map<String, Object> entry, Map<String, Object> groups, int most) {
        office.settings("recipientRules", Map.of("entry", entry, "groups", groups, "most", most, "ownContacts", true))
                .ok();
    }

    private String destination(boolean directEntry) {
        return desk.post(
                        "/api/destinations",
                        Map.of(
                                "name",
                                "Whom I choose " + ++made,
                                "kind",
                                "MAIL_CHOSEN",
                                "routeId",
                                office.serverId,
                                "settings",
                                Map.of("copies", List.of(), "copyToSender", false, "directEntry", directEntry)))
                .ok()
                .get("id");
    }

    private String contact(String name, String email, String place) {
        return desk.post("/api/contacts", Map.of("name", name, "email", email, "company", "", "place", place))
                .ok()
                .get("id");
    }

    private Browser.Answer group(String name, List<Map<String, String>> members) {
        return desk.post("/api/contact-groups", Map.of("name", name, "place", "", "members", members));
    }

    private static Map<String, String> member(String kind, String id) {
        return Map.of("kind", kind, "id", id);
    }

    private JsonNode found(Browser guest, String letters) {
        return guest.get(office.panel("/recipients?job=" + office.jobId + "&destination=" + destination + "&letters="
                        + URLEncoder.encode(letters, StandardCharsets.UTF_8)))
                .ok()
                .json();
    }

    private static List<String> names(JsonNode rows) {
        List<String> names = new ArrayList<>();
        rows.forEach(row -> names.add(row.path("recipient").path("name").asString()));
        return names;
    }

    /** @return what the server says, "sent" where it takes it */
    private Browser.Answer send(Browser guest, String... chosen) {
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        return guest.post(
                office.panel("/scans/" + scan + "/send"), Map.of("recipients", Map.of(destination, List.of(chosen))));
    }

    private List<String> sentTo(Browser.Answer sent) {
        String delivery = sent.ok().get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        List<inky.courier.standins.Mailbox.Letter> letters =
                office.post.mailbox().letters();
        return letters.get(letters.size() - 1).to();
    }

    @Test
    void aGroupInAGroupGoesToEverybodyOnceAndNoMailHasMoreRecipientsThanAllowed() {
        String ilse = contact("Ilse Brackwater", "ilse@tidegauge.example", "");
        String nessa = contact("Nessa Quillon", "nessa@fuels.example", "");
        String person =
                desk.get("/api/people").json().path("rows").path(0).path("id").asString();
        String email = desk.get("/api/people")
                .json()
                .path("rows")
                .path(0)
                .path("email")
                .asString();
        String tide = group("Tide", List.of(member("CONTACT", ilse), member("PERSON", person)))
                .ok()
                .get("id");
        String all = group(
                        "All of them",
                        List.of(member("GROUP", tide), member("CONTACT", ilse), member("CONTACT", nessa)))
                .ok()
                .get("id");
        Browser.Answer circle = desk.put(
                "/api/contact-groups/" + tide,
                Map.of("name", "Tide", "place", "", "members", List.of(member("GROUP", all))));
        assertThat(circle.json().path("problems").path(0).path("sentence").asString())
                .isEqualTo("The group would contain itself: Tide → All of them → Tide.");
        Browser guest = office.guest();
        JsonNode rows = found(guest, "all").path("rows");
        assertThat(names(rows)).contains("All of them");
        String value = rows.path(0).path("recipient").path("value").asString();
        assertThat(rows.path(0).path("recipient").path("addresses").asInt()).isEqualTo(3);
        assertThat(sentTo(send(guest, value, "ILSE@tidegauge.example")))
                .containsExactlyInAnyOrder("ilse@tidegauge.example", "nessa@fuels.example", email);

        rules(Map.of("mode", "ANY", "domains", List.of()), Map.of(), 2);
        Browser.Answer many = send(office.guest(), value);
        assertThat(many.get("code")).isEqualTo("recipients.many");
        assertThat(many.json().path("problems").path(0).path("sentence").asString())
                .isEqualTo("These are 3 recipients; a mail may have 2.");
        desk.delete("/api/contacts/" + nessa).ok();
        assertThat(desk.get("/api/contact-groups/" + all)
                        .json()
                        .path("addresses")
                        .asInt())
                .isEqualTo(2);
        assertThat(sentTo(send(office.guest(), value))).containsExactlyInAnyOrder("ilse@tidegauge.example", email);
        desk.delete("/api/contact-groups/" + all).ok();
        assertThat(send(office.guest(), value).get("code")).isEqualTo("recipients.group-gone");
    }

    @Test
    void whatMayBeEnteredIsWhatTheOfficeTheJobAndTheDestinationAllow() {
        contact("Ilse Brackwater", "ilse@tidegauge.example", "");
        Map<String, Object> any = Map.of("mode", "ANY", "domains", List.of());
        Map<String, Object> none = Map.of("mode", "NONE", "domains", List.of());
        Map<String, Object> quay = Map.of("mode", "DOMAINS", "domains", List.of("quay.example"));
        record Case(
                Map<String, Object> office,
                Map<String, Object> job,
                boolean destination,
                String address,
                boolean allowed) {}
        for (Case one : List.of(
                new Case(any, any, true, "who@else.example", true),
                new Case(none, any, true, "who@else.example", false),
                new Case(none, any, true, "ilse@tidegauge.example", true),
                new Case(quay, any, true, "who@yard.quay.example", true),
                new Case(quay, any, true, "who@else.example", false),
                new Case(any, quay, true, "who@else.example", false),
                new Case(quay, none, true, "who@quay.example", false),
                new Case(any, any, false, "who@quay.example", false),
                new Case(any, any, false, "ilse@tidegauge.example", true))) {
            rules(one.office, Map.of("Nobody here", any), 100);
            destination = destination(one.destination);
            office.goesTo(
                    Map.of(
                            "asks",
                            Map.of("copies", false, "settings", Map.of(), "questions", List.of(), "entry", one.job)),
                    destination);
            Browser guest = office.guest();
            Browser.Answer answer = send(guest, one.address);
            assertThat(answer.status() < 300).as("%s: %s", one, answer.text()).isEqualTo(one.allowed);
            if (!one.allowed) {
                assertThat(answer.get("code")).isEqualTo("panel.recipients");
            }
            // What was sent to once is offered no more where it may not be.
            assertThat(names(found(guest, "").path("recent")).contains("who@else.example"))
                    .isEqualTo(one.office == any && one.job == any && one.destination);
        }
        Browser.Answer within = desk.get("/api/settings").ok();
        assertThat(within.json()
                        .path("recipientRules")
                        .path("groups")
                        .path("Nobody here")
                        .path("mode")
                        .asString())
                .isEqualTo("ANY");
    }

    @Test
    void contactsOfAPlaceAreFoundThereAlone() {
        String here =
                desk.get("/api/devices/" + office.deviceId).json().path("place").asString();
        contact("Tobin Here", "here@tidegauge.example", here);
        contact("Tobin Elsewhere", "there@tidegauge.example", "Far away");
        contact("Tobin Everywhere", "all@tidegauge.example", "");
        rules(Map.of("mode", "NONE", "domains", List.of()), Map.of(), 100);
        Browser guest = office.guest();
        assertThat(names(found(guest, "tob").path("rows"))).containsExactly("Tobin Everywhere", "Tobin Here");
        assertThat(send(guest, "there@tidegauge.example").get("code")).isEqualTo("panel.recipients");
        assertThat(sentTo(send(guest, "here@tidegauge.example"))).containsExactly("here@tidegauge.example");
    }

    @Test
    void whatIsOfOnePersonIsSeenByNobodyElse() {
        Browser first = office.guest();
        String own = office.panel("/recipients/own");
        assertThat(first.post(own, Map.of("name", "My dentist", "email", "teeth@smile.example"))
                        .ok()
                        .get("kind"))
                .isEqualTo("OWN");
        assertThat(first.post(own, Map.of("name", "", "email", "no address"))
                        .json()
                        .path("problems"))
                .hasSize(2);
        sentTo(send(first, "teeth@smile.example", "other@smile.example"));
        // A mail that is tried a second time takes longer than somebody stays signed in.
        first = office.guest();
        String favourites = office.panel("/recipients/favourites");
        first.put(favourites, Map.of("value", "Other@smile.example", "favourite", true))
                .ok();
        assertThat(first.put(favourites, Map.of("value", "group:x", "favourite", true))
                        .status())
                .isEqualTo(422);
        assertThat(names(found(first, "").path("favourites"))).containsExactly("other@smile.example");
        assertThat(names(found(first, "").path("recent"))).contains("My dentist", "other@smile.example");
        assertThat(names(found(first, "dent").path("rows"))).containsExactly("My dentist");
        first.post(office.panel("/recipients/forget"), Map.of("value", "teeth@smile.example"))
                .ok();
        assertThat(names(found(first, "").path("recent"))).doesNotContain("My dentist");

        String login = "second" + ++made;
        String second = desk.post(
                        "/api/people",
                        Map.of("name", "Second Person", "login", login, "email", login + "@wherrymoor.example"))
                .ok()
                .get("id");
        String pin = desk.post("/api/people/" + second + "/pin", Map.of()).ok().get("pin");
        Browser other = office.guest(pin);
        JsonNode theirs = found(other, "");
        assertThat(theirs.path("recent")).isEmpty();
        assertThat(theirs.path("favourites")).isEmpty();
        assertThat(found(other, "dent").path("rows")).isEmpty();
        other.post(own, Map.of("name", "Mine alone", "email", "mine@smile.example"))
                .ok();
        JsonNode everything =
                desk.get("/api/people/" + second + "/everything.json").ok().json();
        assertThat(everything.path("addressBook").path("contacts").toString()).contains("mine@smile.example");
        desk.delete("/api/people/" + second).ok();
        assertThat(desk.get("/api/contacts").json().path("total").asInt()).isZero();

        Browser again = office.guest();
        again.post(office.panel("/recipients/own/remove"), Map.of("value", "teeth@smile.example"))
                .ok();
        assertThat(found(again, "dent").path("rows")).isEmpty();
        again.put(favourites, Map.of("value", "other@smile.example", "favourite", false))
                .ok();
    }

    @Test
    void whatWasAnsweredLastIsOfferedAgainAsFarAsItMayBe() {
        contact("Ilse Brackwater", "ilse@tidegauge.example", "");
        office.goesTo(
                Map.of(
                        "asks",
                        Map.of(
                                "fileName",
                                "OPTIONAL",
                                "subject",
                                "OPTIONAL",
                                "copies",
                                true,
                                "settings",
                                Map.of("dpi", List.of(200, 300)),
                                "questions",
                                List.of())),
                destination);
        Browser guest = office.guest();
        String last = office.panel("/jobs/" + office.jobId + "/last-time");
        assertThat(guest.get(last).ok().json().path("recipients").has(destination))
                .isFalse();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        Map<String, Object> answers = Map.of(
                "recipients", Map.of(destination, List.of("ilse@tidegauge.example", "who@else.example")),
                "copies", List.of("ilse@tidegauge.example"),
                "fileName", "Only this time",
                "subject", "Tides",
                "settings", Map.of("dpi", "300"));
        sentTo(guest.post(office.panel("/scans/" + scan + "/send"), answers));
        guest = office.guest();
        JsonNode offered = guest.get(last).ok().json();
        assertThat(offered.toString())
                .contains("\"subject\":\"Tides\"", "\"dpi\":\"300\"")
                .doesNotContain("Only this");
        assertThat(offered.path("recipients").path(destination)).hasSize(2);
        assertThat(offered.path("recipients")
                        .path(destination)
                        .path(0)
                        .path("name")
                        .asString())
                .isEqualTo("Ilse Brackwater");
        rules(Map.of("mode", "NONE", "domains", List.of()), Map.of(), 100);
        assertThat(guest.get(last).json().path("recipients").path(destination)).hasSize(1);
        assertThat(guest.get(office.panel("/jobs/" + new java.util.UUID(0, 1) + "/last-time"))
                        .status())
                .isEqualTo(404);
        office.goesTo(
                Map.of("asks", Map.of("copies", false, "settings", Map.of(), "questions", List.of())), destination);
    }

    private Browser.Answer compare(String file) {
        return desk.post("/api/contacts/import/compare", Map.of("file", file, "place", ""));
    }

    private Browser.Answer bring(String file) {
        return desk.post(
                "/api/contacts/import",
                Map.of(
                        "file",
                        Map.of("file", file, "place", ""),
                        "token",
                        compare(file).ok().get("token")));
    }

    @Test
    void aTableIsComparedFirstAndComesInAsAWholeOrNotAtAll() {
        String file = "Name;E-Mail;Company;Groups\r\nÖrjan Wick;orjan@wick.example;Wick & Co;Rope;\r\n"
                + "\"Wick; stores\";stores@wick.example;;\"Rope;Stores\"\r\nNobody;;;\r\n";
        JsonNode seen = compare(file).ok().json();
        assertThat(seen.path("rows")).hasSize(2);
        assertThat(seen.path("withoutMail").asInt()).isEqualTo(1);
        assertThat(seen.path("newGroups").toString()).isEqualTo("[\"Rope\",\"Stores\"]");
        assertThat(desk.get("/api/contacts").json().path("total").asInt()).isZero();
        JsonNode done = bring(file).ok().json();
        assertThat(done.toString()).isEqualTo("{\"added\":2,\"changed\":0,\"groups\":2}");
        JsonNode again = compare(file).ok().json();
        assertThat(again.path("rows")).isEmpty();
        assertThat(again.path("same").asInt()).isEqualTo(2);
        assertThat(again.path("joining").asInt()).isZero();

        String bad = file + "Third;third@wick.example;;\r\nFourth;not an address;;\r\nFifth;THIRD@wick.example;;\r\n";
        JsonNode faults = compare(bad).ok().json().path("faults");
        assertThat(faults.path(0).path("number").asInt()).isEqualTo(6);
        assertThat(faults.path(1).path("sentence").asString()).isEqualTo("The same address stands in line 5 already.");
        assertThat(bring(bad).get("code")).isEqualTo("contacts.faults");
        assertThat(desk.post(
                                "/api/contacts/import",
                                Map.of("file", Map.of("file", file, "place", ""), "token", "of another"))
                        .get("code"))
                .isEqualTo("contacts.changed");
        assertThat(compare("nothing of the sort").get("code")).isEqualTo("contacts.file");

        String table = desk.get("/api/contacts/export.csv").text();
        assertThat(table).contains("Örjan Wick,orjan@wick.example,Wick & Co,,Rope\r\n");
        assertThat(compare(table).ok().json().path("same").asInt()).isEqualTo(2);
    }

    /** RFC 6350 section 6.1.4 (KIND, MEMBER) and 6.4.2; versions 2.1 and 3.0 (RFC 2426) as other programs write them, from memory. */
    @Test
    void cardsOfAllVersionsComeInAndGoOutAgain() {
        String cards =
                "BEGIN:VCARD\r\nVERSION:2.1\r\nN:Merle;Tobin\r\nEMAIL;INTERNET:tobin@gullcrest.example\r\nEND:VCARD\r\n"
                        + "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ilse Br\u00e4ckwater\r\nORG:Tide Gauge\\, Survey;North\r\n"
                        + "EMAIL;TYPE=WORK:ilse@tidegauge.example\r\nEMAIL;TYPE=HOME:ilse@home.example\r\nCATEGORIES:Harbour,Tide\r\nEND:VCARD\r\n"
                        + "BEGIN:VCARD\r\nVERSION:4.0\r\nUID:urn:uuid:0b1d6a4e-1111-4222-8333-944455566677\r\n"
                        + "FN:A name that is folded over\r\n  two lines\r\nEMAIL:folded@tidegauge.example\r\nEND:VCARD\r\n"
                        + "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:No address\r\nTEL:+0\r\nEND:VCARD\r\n"
                        + "BEGIN:VCARD\r\nVERSION:4.0\r\nKIND:group\r\nUID:urn:uuid:0b1d6a4e-1111-4222-8333-944455566688\r\nFN:Both\r\n"
                        + "MEMBER:urn:uuid:0b1d6a4e-1111-4222-8333-944455566677\r\nMEMBER:mailto:tobin@gullcrest.example\r\nEND:VCARD\r\n"
                        + "BEGIN:VCARD\r\nVERSION:4.0\r\nKIND:group\r\nFN:Around both\r\n"
                        + "MEMBER:urn:uuid:0b1d6a4e-1111-4222-8333-944455566688\r\nEND:VCARD\r\n";
        JsonNode seen = compare(cards).ok().json();
        assertThat(seen.path("cards").asBoolean()).isTrue();
        assertThat(seen.path("withoutMail").asInt()).isEqualTo(1);
        assertThat(bring(cards).ok().json().path("added").asInt()).isEqualTo(4);
        assertThat(all()).isEqualTo("""
                A name that is folded over two lines <folded@tidegauge.example>
                Ilse Br\u00e4ckwater (home) <ilse@home.example> Tide Gauge, Survey [Harbour, Tide]
                Ilse Br\u00e4ckwater (work) <ilse@tidegauge.example> Tide Gauge, Survey [Harbour, Tide]
                Tobin Merle <tobin@gullcrest.example>
                Around both: Both
                Both: A name that is folded over two lines, Tobin Merle
                Harbour: Ilse Br\u00e4ckwater (home), Ilse Br\u00e4ckwater (work)
                Tide: Ilse Br\u00e4ckwater (home), Ilse Br\u00e4ckwater (work)
                """);
        String before = all();
        String written = desk.get("/api/contacts/export.vcf").text();
        assertThat(written).startsWith("BEGIN:VCARD\r\nVERSION:4.0\r\n");
        assertThat(written.lines().allMatch(line -> line.getBytes(StandardCharsets.UTF_8).length <= 80))
                .isTrue();
        empty();
        asUsual();
        bring(written).ok();
        assertThat(all()).isEqualTo(before);
    }

    /** Everything of the address book as text, members in alphabetical order. */
    private String all() {
        StringBuilder text = new StringBuilder();
        for (JsonNode one : desk.get("/api/contacts").json().path("rows")) {
            List<String> groups = new ArrayList<>();
            one.path("groups").forEach(group -> groups.add(group.asString()));
            text.append(one.path("name").asString())
                    .append(" <")
                    .append(one.path("email").asString())
                    .append(">");
            if (!one.path("company").asString().isEmpty()) {
                text.append(" ")
                        .append(one.path("company").asString())
                        .append(" ")
                        .append(groups);
            }
            text.append("\n");
        }
        for (JsonNode one : desk.get("/api/contact-groups").json().path("rows")) {
            List<String> members = new ArrayList<>();
            one.path("members")
                    .forEach(member -> members.add(member.path("name").asString()));
            members.sort(null);
            text.append(one.path("name").asString())
                    .append(": ")
                    .append(String.join(", ", members))
                    .append("\n");
        }
        return text.toString();
    }

    @Test
    void duplicatesBecomeOneAndGroupsKeepIt() {
        String first = contact("Ilse Brackwater", "ilse@tidegauge.example", "");
        String second = contact("Brackwater, Ilse", "i.brackwater@tidegauge.example", "");
        contact("Tide office", "tide@tidegauge.example", "");
        group("Tide", List.of(member("CONTACT", second), member("CONTACT", first)))
                .ok();
        group("Gauge", List.of(member("CONTACT", second))).ok();
        JsonNode sets = desk.get("/api/contacts/duplicates").ok().json();
        assertThat(sets).hasSize(1);
        assertThat(sets.path(0)).hasSize(2);
        assertThat(desk.post("/api/contacts/" + first + "/merge", Map.of("others", List.of(first)))
                        .get("code"))
                .isEqualTo("contacts.none");
        desk.post("/api/contacts/" + first + "/merge", Map.of("others", List.of(second)))
                .ok();
        assertThat(desk.get("/api/contacts/duplicates").json()).isEmpty();
        assertThat(all()).isEqualTo("""
                        Ilse Brackwater <ilse@tidegauge.example>
                        Tide office <tide@tidegauge.example>
                        Gauge: Ilse Brackwater
                        Tide: Ilse Brackwater
                        """);
    }

    @Test
    void theFindBoxFindsContactsForWhoMayReadTheSetUp() {
        String id = contact("Quentin Brackwater", "q.brackwater@firm.example", "");
        assertThat(desk.get("/api/find?text=brack").ok().text()).contains("/contacts/" + id);
        assertThat(office.account(Role.OPERATOR)
                        .get("/api/find?text=brack")
                        .ok()
                        .text())
                .doesNotContain(id)
                .doesNotContain("q.brackwater");
    }
}
