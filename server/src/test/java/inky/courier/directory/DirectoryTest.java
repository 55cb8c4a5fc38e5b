package inky.courier.directory;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import inky.courier.core.office.DirectoryItem;
import inky.courier.directory.Directories.DirectoryView;
import inky.courier.harness.Browser;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestInstance.Lifecycle;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** People and recipients from directories: OpenLDAP as Debian has it, and the stand-in of the demo. */
@Tag("long")
@TestInstance(Lifecycle.PER_CLASS)
class DirectoryTest {
    private static int made;

    private TimedOffice timed;
    private Browser desk;
    private DirectoryPeer standIn;
    private DirectoryPeer slapd;

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        timed = new TimedOffice();
        desk = timed.office.desk;
        standIn = new DirectoryPeer.StandIn(folder.resolve("stand-in"));
        slapd = new DirectoryPeer.Slapd(java.nio.file.Files.createDirectories(folder.resolve("slapd")));
    }

    @AfterAll
    void end() throws Exception {
        slapd.close();
        standIn.close();
        timed.close();
    }

    @AfterEach
    void empty() throws LDAPException {
        for (JsonNode one : desk.get("/api/directories").json()) {
            desk.delete("/api/directories/" + one.path("id").asString());
        }
        for (DirectoryPeer peer : List.of(standIn, slapd)) {
            try (LDAPConnection admin = peer.admin()) {
                for (String unit : List.of("people", "groups")) {
                    for (var entry : admin.search(
                                    "ou=" + unit + "," + DirectoryPeer.BASE,
                                    com.unboundid.ldap.sdk.SearchScope.ONE,
                                    "(objectClass=*)",
                                    "1.1")
                            .getSearchEntries()) {
                        admin.delete(entry.getDN());
                    }
                }
            }
        }
    }

    Stream<DirectoryPeer> peers() {
        return Stream.of(standIn, slapd);
    }

    private static Map<String, Object> form(DirectoryPeer peer) {
        return new HashMap<>(Map.ofEntries(
                Map.entry("name", "Staff directory " + ++made),
                Map.entry("host", peer.address()),
                Map.entry("port", peer.port()),
                Map.entry("encryption", "STARTTLS"),
                Map.entry("certificateCheck", "OFF"),
                Map.entry("fingerprint", ""),
                Map.entry("account", DirectoryPeer.READER),
                Map.entry("password", DirectoryPeer.PASSWORD),
                Map.entry("base", DirectoryPeer.BASE),
                Map.entry("filter", "(objectClass=inetOrgPerson)"),
                Map.entry("attributes", Map.of("login", "uid", "name", "cn", "email", "mail")),
                Map.entry("groupOf", ""),
                Map.entry("groupFilter", "(objectClass=groupOfNames)"),
                Map.entry("groups", List.of()),
                Map.entry("takesPeople", "BY_HAND"),
                Map.entry("time", "05:30"),
                Map.entry("search", true)));
    }

    private String add(Map<String, Object> form) {
        return desk.post("/api/directories", form).ok().get("id");
    }

    private JsonNode compare(String id) {
        return desk.post("/api/directories/" + id + "/comparison", Map.of())
                .ok()
                .json();
    }

    private JsonNode take(String id) {
        return desk.post(
                        "/api/directories/" + id + "/people",
                        Map.of("token", compare(id).path("token").asString()))
                .ok()
                .json();
    }

    private static List<String> becomes(JsonNode comparison) {
        List<String> rows = new ArrayList<>();
        comparison
                .path("rows")
                .forEach(row -> rows.add(row.path("login").asString() + " "
                        + row.path("becomes").asString() + " " + row.path("changed")));
        rows.sort(null);
        return rows;
    }

    private JsonNode person(String login) {
        for (JsonNode one : desk.get("/api/people?find=" + login).ok().json().path("rows")) {
            if (one.path("login").asString().equals(login)) {
                return one;
            }
        }
        throw new AssertionError("there is no " + login);
    }

    @ParameterizedTest(autoCloseArguments = false)
    @MethodSource("peers")
    void peopleFollowTheDirectoryAndWhoLeavesIsDisabled(DirectoryPeer peer) throws LDAPException {
        String way = "p" + ++made;
        String byHand = desk.post(
                        "/api/people",
                        Map.of(
                                "name",
                                "By hand",
                                "login",
                                "hand." + way,
                                "email",
                                "hand@wherrymoor.example",
                                "groups",
                                List.of("Own group")))
                .ok()
                .get("id");
        String id = add(form(peer));
        try (LDAPConnection admin = peer.admin()) {
            peer.person(admin, "ada." + way, "Ada Bright", "ada@wherrymoor.example");
            peer.person(admin, "ben." + way, "Ben \u0141ukasz, Purser", "ben@wherrymoor.example");
            peer.person(admin, "Hand." + way, "Hannah Dale", "hannah@wherrymoor.example");
            peer.person(admin, "bad login " + way, "Bad Login", "bad@wherrymoor.example");
            peer.group(admin, "Crew", "ada." + way, "Hand." + way);
            JsonNode seen = compare(id);
            assertThat(becomes(seen))
                    .containsExactly(
                            "Hand." + way + " LINKED [\"name\",\"login\",\"email\",\"groups\"]",
                            "ada." + way + " NEW []",
                            "ben." + way + " NEW []");
            assertThat(seen.path("leftOut").size()).isEqualTo(1);
            assertThat(desk.get("/api/people?find=ada." + way)
                            .json()
                            .path("rows")
                            .size())
                    .as("comparing changes nothing")
                    .isZero();
            assertThat(take(id).path("changed").asInt()).isEqualTo(3);
            assertThat(person("ada." + way).path("groups").toString()).isEqualTo("[\"Crew\"]");
            assertThat(person("Hand." + way).path("groups").toString()).isEqualTo("[\"Own group\",\"Crew\"]");
            assertThat(person("Hand." + way).path("id").asString()).isEqualTo(byHand);
            assertThat(becomes(compare(id))).isEmpty();

            // Renamed, with another login: the same person. Another is gone.
            String ada = person("ada." + way).path("id").asString();
            admin.modifyDN(DirectoryPeer.dn("ada." + way), "uid=ada2." + way, true);
            DirectoryPeer.change(admin, DirectoryPeer.dn("ada2." + way), "cn", "Ada Swift");
            admin.delete(DirectoryPeer.dn("ben." + way));
            assertThat(becomes(compare(id)))
                    .containsExactly(
                            "ada2." + way + " CHANGED [\"name\",\"login\",\"groups\"]", "ben." + way + " DISABLED []");
            String old = compare(id).path("token").asString();
            peer.person(admin, "cleo." + way, "Cleo Marsh", "cleo@wherrymoor.example");
            assertThat(desk.post("/api/directories/" + id + "/people", Map.of("token", old))
                            .status())
                    .as("something else by now")
                    .isEqualTo(422);
            take(id);
            assertThat(person("ada2." + way).path("id").asString()).isEqualTo(ada);
            assertThat(person("ben." + way).path("disabled").asBoolean()).isTrue();
            assertThat(person("ben." + way).path("leftDirectory").asBoolean()).isTrue();

            // What the directory says is changed there, not here; what is ours can be.
            Map<String, Object> other = new HashMap<>(Map.of(
                    "name",
                    "Somebody else",
                    "login",
                    "ada2." + way,
                    "email",
                    "ada@wherrymoor.example",
                    "groups",
                    List.of()));
            assertThat(desk.put("/api/people/" + ada, other).text()).contains("person.from-directory");
            other.put("name", "Ada Swift");
            other.put("groups", List.of("Night watch"));
            desk.put("/api/people/" + ada, other).ok();
            assertThat(becomes(compare(id))).as("groups by hand stay").isEmpty();

            peer.person(admin, "ben." + way, "Ben Purser", "ben@wherrymoor.example");
            assertThat(becomes(compare(id)))
                    .as("the same login, an entry made anew")
                    .containsExactly("ben." + way + " BACK [\"name\"]");
            take(id);
            assertThat(person("ben." + way).path("disabled").asBoolean()).isFalse();
        }
        desk.delete("/api/directories/" + id).ok();
        assertThat(person("ada2." + way).path("directory").isNull()
                        || person("ada2." + way).path("directory").isMissingNode())
                .as("they stay, and are the office's own")
                .isTrue();
    }

    @ParameterizedTest(autoCloseArguments = false)
    @MethodSource("peers")
    void byItselfOnlyWhatNeedsNoLook(DirectoryPeer peer) throws LDAPException {
        String way = "t" + ++made;
        Map<String, Object> form = form(peer);
        form.put("takesPeople", "DAILY");
        form.put("time", "05:30");
        String id = add(form);
        try (LDAPConnection admin = peer.admin()) {
            for (int i = 0; i < 40; i++) {
                peer.person(admin, "t" + i + "." + way, "Taken " + i, "t" + i + "@wherrymoor.example");
            }
            aDayLater();
            assertThat(person("t39." + way).path("disabled").asBoolean()).isFalse();
            int runs = runs(id).size();

            for (int i = 0; i < 20; i++) {
                admin.delete(DirectoryPeer.dn("t" + i + "." + way));
            }
            aDayLater();
            assertThat(person("t0." + way).path("disabled").asBoolean())
                    .as("half are missing: nobody is changed")
                    .isFalse();
            JsonNode last = runs(id).path(0);
            assertThat(last.path("trouble").asString())
                    .isEqualTo("20 people would be disabled at once. Nothing was changed.");
            assertThat(runs(id).size()).isEqualTo(runs + 1);
            assertThat(desk.get("/api/findings").text()).contains("directory.not-taken");
            assertThat(compare(id).path("caution").asString()).isNotEmpty();

            for (int i = 20; i < 40; i++) {
                admin.delete(DirectoryPeer.dn("t" + i + "." + way));
            }
            aDayLater();
            assertThat(person("t39." + way).path("disabled").asBoolean())
                    .as("nobody is named: nobody is changed")
                    .isFalse();
            assertThat(take(id).path("changed").asInt())
                    .as("whoever looked may")
                    .isEqualTo(40);
            assertThat(person("t39." + way).path("disabled").asBoolean()).isTrue();
        }
    }

    private void aDayLater() {
        timed.time.pass(Duration.ofDays(1));
        timed.bean(DirectoryRuns.class).takeWhatIsDue();
        timed.bean(DirectoryRuns.class).takeWhatIsDue();
    }

    private JsonNode runs(String id) {
        return desk.get("/api/directories/" + id + "/runs").ok().json();
    }

    @ParameterizedTest(autoCloseArguments = false)
    @MethodSource("peers")
    void recipientsAreFoundAsOneTypesAndLettersAreNothingMore(DirectoryPeer peer) throws LDAPException {
        add(form(peer));
        String to = desk.post(
                        "/api/destinations",
                        Map.of(
                                "name",
                                "Whom I choose, directory " + made,
                                "kind",
                                "MAIL_CHOSEN",
                                "routeId",
                                timed.office.serverId,
                                "settings",
                                Map.of("copies", List.of(), "copyToSender", false, "directEntry", false)))
                .ok()
                .get("id");
        timed.office.goesTo(to);
        Browser guest = timed.office.guest();
        try (LDAPConnection admin = peer.admin()) {
            peer.person(admin, "w", "Wendel (Ferry) *Star*", "wendel@wherrymoor.example");
            peer.person(admin, "z", "Zora Back\\slash", "zora@wherrymoor.example");
            peer.person(admin, "n", "Nobody With Mail", "not-an-address");
            assertThat(names(found(guest, to, "wen"))).containsExactly("Wendel (Ferry) *Star*");
            assertThat(names(found(guest, to, "*star"))).containsExactly("Wendel (Ferry) *Star*");
            assertThat(names(found(guest, to, "back\\sl"))).containsExactly("Zora Back\\slash");
            assertThat(names(found(guest, to, "wen (f"))).containsExactly("Wendel (Ferry) *Star*");
            for (String nothing : List.of("*", "w*", "wendel)(uid=*", "*)(objectClass=*", "x\u0000", "\\2a")) {
                assertThat(names(found(guest, to, nothing))).as(nothing).doesNotContain("Zora Back\\slash");
            }
            assertThat(found(guest, to, "wen").path("directoryLate").asBoolean())
                    .isFalse();
        }
        String scan = timed.office.scan(guest, Stack.TIDE_TABLE);
        Map<String, Object> order = Map.of(
                "recipients", Map.of(to, List.of("wendel@wherrymoor.example")), "fileName", "", "answers", Map.of());
        assertThat(guest.post(timed.office.panel("/scans/" + scan + "/send"), order)
                        .status())
                .as("who is in the directory can be sent to, though nothing may be entered")
                .isLessThan(300);
        String second = timed.office.scan(guest, Stack.TIDE_TABLE);
        Map<String, Object> stranger = Map.of(
                "recipients", Map.of(to, List.of("stranger@elsewhere.example")), "fileName", "", "answers", Map.of());
        assertThat(guest.post(timed.office.panel("/scans/" + second + "/send"), stranger)
                        .status())
                .isEqualTo(422);
    }

    private JsonNode found(Browser guest, String destination, String letters) {
        return guest.get(timed.office.panel("/recipients?job=" + timed.office.jobId + "&destination=" + destination
                        + "&letters=" + URLEncoder.encode(letters, StandardCharsets.UTF_8)))
                .ok()
                .json();
    }

    private static List<String> names(JsonNode found) {
        List<String> names = new ArrayList<>();
        found.path("rows")
                .forEach(row -> names.add(row.path("recipient").path("name").asString()));
        return names;
    }

    @Test
    void aSilentDirectoryKeepsNobodyWaiting() throws IOException {
        try (ServerSocket silent = new ServerSocket(0, 50, InetAddress.getByName("127.40.12.3"))) {
            Map<String, Object> form = form(standIn);
            form.put("host", "127.40.12.3");
            form.put("port", silent.getLocalPort());
            add(form);
            Browser guest = timed.office.guest();
            String path = timed.office.panel("/recipients?job=" + timed.office.jobId + "&letters=oda");
            guest.get(path).ok();
            long start = System.nanoTime();
            for (int i = 0; i < 10; i++) {
                assertThat(guest.get(path).ok().json().path("directoryLate").asBoolean())
                        .isTrue();
            }
            assertThat(Duration.ofNanos(System.nanoTime() - start))
                    .as("half a second each at most, and nothing once it is known to be silent")
                    .isLessThan(Duration.ofSeconds(10));
        }
    }

    @ParameterizedTest(autoCloseArguments = false)
    @MethodSource("peers")
    void eachStepSaysWhatIsWrong(DirectoryPeer peer) throws LDAPException {
        try (LDAPConnection admin = peer.admin()) {
            peer.person(admin, "one", "One Person", "one@wherrymoor.example");
        }
        JsonNode well = probe(form(peer));
        assertThat(well.path("passed").asBoolean()).as(well.toString()).isTrue();
        assertThat(well.toString())
                .contains(DirectoryPeer.BASE, "One Person: short name one")
                .doesNotContain(DirectoryPeer.PASSWORD);
        Map<String, Object> tls = form(peer);
        tls.put("encryption", "TLS");
        tls.put("port", peer.tlsPort());
        tls.put("certificateCheck", "MUST_BE_VALID");
        assertThat(probe(tls).path("cause").asString()).isEqualTo("CERTIFICATE_UNKNOWN");
        tls.put("certificateCheck", "EXACTLY_THIS");
        tls.put("fingerprint", well.path("certificate").path("fingerprint").asString());
        assertThat(probe(tls).path("passed").asBoolean()).isTrue();
        tls.put("fingerprint", "00:".repeat(31) + "00");
        assertThat(probe(tls).path("cause").asString()).isEqualTo("CERTIFICATE_CHANGED");
        assertThat(cause(peer, "password", "wrong")).isEqualTo("SIGN_IN_REFUSED");
        assertThat(cause(peer, "account", "cn=nobody," + DirectoryPeer.BASE)).isEqualTo("SIGN_IN_REFUSED");
        assertThat(cause(peer, "base", "ou=nothing," + DirectoryPeer.BASE)).isEqualTo("BASE_NOT_FOUND");
        assertThat(cause(peer, "port", peer.tlsPort()))
                .as("TLS where LDAP is spoken")
                .isEqualTo("NOT_LDAP");
        assertThat(cause(peer, "host", "127.40.12.77")).isEqualTo("NOT_REACHED");
        assertThat(cause(peer, "host", "nothing.invalid")).isEqualTo("NAME_NOT_FOUND");
        assertThat(probe(with(peer, "attributes", Map.of("login", "uid", "name", "cn", "email", "pager")))
                        .toString())
                .contains("Attributes without a value: pager");
        for (Map.Entry<String, Object> wrong : Map.<String, Object>of(
                        "filter", "(cn=*", "base", "x\u0000", "time", "25:00", "name", " ", "host", "a b")
                .entrySet()) {
            Map<String, Object> form = with(peer, wrong.getKey(), wrong.getValue());
            form.put("takesPeople", "DAILY");
            Browser.Answer answer = desk.post("/api/directories", form);
            assertThat(answer.status()).as(wrong.toString()).isEqualTo(422);
            assertThat(answer.text()).contains("\"" + wrong.getKey() + "\"");
        }
    }

    private static Map<String, Object> with(DirectoryPeer peer, String field, Object value) {
        Map<String, Object> form = form(peer);
        form.put(field, value);
        return form;
    }

    private String cause(DirectoryPeer peer, String field, Object value) {
        return probe(with(peer, field, value)).path("cause").asString();
    }

    private JsonNode probe(Map<String, Object> form) {
        return desk.post("/api/directories/probe", Map.of("form", form)).ok().json();
    }

    @Test
    void aKeptPasswordGoesNowhereElse() {
        String id = add(form(standIn));
        Map<String, Object> elsewhere = form(standIn);
        elsewhere.remove("password");
        elsewhere.put("host", "127.40.12.9");
        assertThat(desk.put("/api/directories/" + id, elsewhere).status()).isEqualTo(422);
        assertThat(desk.post("/api/directories/probe", Map.of("id", id, "form", elsewhere))
                        .status())
                .isEqualTo(422);
        assertThat(desk.get("/api/directories").text()).doesNotContain(DirectoryPeer.PASSWORD);
    }

    /** slapd gives an account without limits of its own 500 entries, and says that there are more. */
    @Test
    void morePagesThanOneAndAPartIsNotTheWhole() throws LDAPException {
        try (LDAPConnection admin = slapd.admin()) {
            for (int i = 0; i < 1100; i++) {
                slapd.person(admin, "many" + i, "Many " + i, "many" + i + "@wherrymoor.example");
            }
        }
        String whole = add(form(slapd));
        assertThat(compare(whole).path("rows").size()).isEqualTo(1100);
        Map<String, Object> part = form(slapd);
        part.put("account", DirectoryPeer.Slapd.SHORT);
        Browser.Answer answer = desk.post("/api/directories/" + add(part) + "/comparison", Map.of());
        assertThat(answer.status()).isEqualTo(409);
        assertThat(answer.text()).contains("INCOMPLETE");
    }

    /** RFC 4515 section 4: values with parentheses, an asterisk, a backslash, a zero and letters beyond ASCII. */
    @ParameterizedTest(autoCloseArguments = false)
    @CsvSource({"Parens (R), '(cn=Parens*),\\28r\\29'", "*, '\\2a'", "C:\\MyFile, '\\5c'", "Lu\u010di\u0107, '\\c4\\8d'"
    })
    void whatHasAMeaningInAFilterIsEscaped(String letters, String written) throws LDAPException {
        DirectoryView directory = new DirectoryView(
                java.util.UUID.randomUUID(),
                "",
                "",
                389,
                null,
                null,
                "",
                "",
                false,
                "",
                "",
                DirectoryItem.Attributes.USUAL,
                "",
                "",
                List.of(),
                DirectoryItem.TakesPeople.BY_HAND,
                "",
                true,
                null,
                "");
        Filter filter = LiveSearch.filter(directory, List.of(letters.split(" ")));
        assertThat(Filter.create(filter.toString()))
                .as("read again, it is the same")
                .isEqualTo(filter);
        for (String part : written.split(",")) {
            assertThat(filter.toString().toLowerCase()).contains(part.toLowerCase());
        }
        assertThat(filter.getComponents())
                .as("as many conditions as words, and the one for an address")
                .hasSize(letters.split(" ").length + 1);
    }
}
