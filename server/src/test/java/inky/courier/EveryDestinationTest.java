package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.connection.DailyProbes;
import inky.courier.delivery.Retention;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Deliveries to every kind of destination, through the whole application. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class EveryDestinationTest {
    private static FileHouse house;
    private static int count;

    @BeforeAll
    static void open() throws IOException {
        house = Office.fileHouse("127.40.9.7");
    }

    @AfterAll
    static void close() throws IOException {
        house.close();
    }

    @AfterEach
    void behave(Office office) throws IOException {
        house.behave();
        house.password("Harbour-1124");
        job(office, List.of(office.destination("Mail to me")), Map.of());
    }

    private static Map<String, Object> folder(String kind, int port, String path) {
        return Office.folderForm(kind, "127.40.9.7", port, path);
    }

    private static String add(Office office, Map<String, Object> destination) {
        return office.desk.post("/api/destinations", destination).ok().get("id");
    }

    private static String ftp(Office office, String path) {
        return add(office, folder("FTP", house.ftpPort(), path));
    }

    private static void job(Office office, List<String> destinations, Map<String, Object> more) {
        office.goesTo(more, destinations.toArray(String[]::new));
    }

    private static JsonNode leg(Office office, String delivery, int position) {
        return office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(position);
    }

    private static void waitFor(Office office, String delivery, String state) {
        try {
            Waiting.until(() -> office.state(delivery).equals(state), "it is " + state);
        } catch (AssertionError e) {
            throw new AssertionError(
                    office.desk
                            .get("/api/deliveries/" + delivery)
                            .json()
                            .path("steps")
                            .toString(),
                    e);
        }
    }

    @Test
    void oneScanGoesToSeveralDestinationsEachWithItsOwnOutcome(Office office) {
        List<String> to = new ArrayList<>(
                List.of(ftp(office, "several/ftp"), add(office, folder("SFTP", house.sftpPort(), "several/sftp"))));
        if (house.smbPort() > 0) {
            to.add(add(office, folder("SMB", house.smbPort(), "several/smb/{person.login}")));
        }
        to.add(office.destination("Mail to me"));
        job(office, to, Map.of());
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(house.stored())
                .filteredOn(path -> path.startsWith("several/"))
                .hasSize(to.size() - 1)
                .allMatch(path -> path.endsWith(".pdf"));
        assertThat(leg(office, delivery, 0).path("possiblyTwice").asBoolean()).isFalse();
    }

    /** Both are accepted in the same moment, again and again: each must see the other, and nothing is sent twice. */
    @Test
    void twoLegsThatArriveAtOnceLeaveTheDeliveryAccepted(Office office) {
        List<String> both = new ArrayList<>();
        for (String desk : List.of("berths", "cargo")) {
            both.add(add(
                    office,
                    Map.of(
                            "name",
                            desk,
                            "kind",
                            "MAIL_FIXED",
                            "routeId",
                            office.serverId,
                            "settings",
                            Map.of("recipients", List.of(desk + "@wherrymoor.example")))));
        }
        job(office, both, Map.of());
        CyclicBarrier together = new CyclicBarrier(2);
        office.post.beforeAnswer(() -> {
            try {
                together.await(20, TimeUnit.SECONDS);
            } catch (BrokenBarrierException | TimeoutException e) {
                throw new IllegalStateException(e);
            }
        });
        int before = office.post.mailbox().letters().size();
        int times = 8;
        for (int i = 0; i < times; i++) {
            String delivery = office.send(Stack.TIDE_TABLE);
            waitFor(office, delivery, "ACCEPTED");
            assertThat(leg(office, delivery, 0).path("possiblyTwice").asBoolean())
                    .isFalse();
            assertThat(leg(office, delivery, 1).path("possiblyTwice").asBoolean())
                    .isFalse();
        }
        office.post.behave();
        assertThat(office.post.mailbox().letters()).hasSize(before + 2 * times);
    }

    @Test
    void aServerThatIsAwayIsPausedAsAWholeAskedOnceAndEverythingGoesWhenItIsBack(Office office) {
        office.post.refuse(Step.MAIL, "421 4.3.2 Closing down");
        int before = office.post.mailbox().letters().size();
        List<String> sent = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            sent.add(office.send(Stack.TIDE_TABLE));
        }
        Waiting.until(() -> sent.stream().allMatch(d -> office.state(d).equals("WAITING")), "all of them wait");
        JsonNode trouble = office.desk.get("/api/today").json().path("troubles").path(0);
        assertThat(trouble.path("deliveries").asInt()).isEqualTo(4);
        assertThat(trouble.path("nextQuestion").isNull())
                .as("one question is asked for all")
                .isFalse();
        office.post.behave();
        sent.forEach(delivery -> waitFor(office, delivery, "ACCEPTED"));
        assertThat(letters(office, before)).as("each once").hasSize(4);
    }

    @Test
    void whatAPersonSendsToOneFolderArrivesInItsOrder(Office office) {
        job(office, List.of(ftp(office, "order")), Map.of());
        house.refuseFtp("STOR", "450 Busy");
        String first = office.send(Stack.TIDE_TABLE);
        waitFor(office, first, "WAITING");
        String second = office.send(Stack.TIDE_TABLE);
        house.behave();
        waitFor(office, second, "ACCEPTED");
        assertThat(leg(office, first, 0).path("acceptedAt").asString())
                .isLessThan(leg(office, second, 0).path("acceptedAt").asString());
    }

    @Test
    void aWrongPasswordWaitsUntilSomebodyEntersTheNewOne(Office office) throws IOException {
        String folder = ftp(office, "mended");
        job(office, List.of(folder), Map.of());
        house.password("changed-there");
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "WAITING");
        assertThat(leg(office, delivery, 0).path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
        office.desk
                .put("/api/destinations/" + folder + "/secret", Map.of("secret", "changed-there"))
                .ok();
        waitFor(office, delivery, "ACCEPTED");
        assertThat(office.desk.get("/api/destinations/" + folder).text()).doesNotContain("changed-there");
    }

    @Test
    void aPersonHoldsReleasesStopsAndSendsElsewhere(Office office) {
        String away = ftp(office, "away");
        String other = add(office, folder("SFTP", house.sftpPort(), "elsewhere"));
        job(office, List.of(away), Map.of());
        house.refuseFtp("STOR", "452 No space left");
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "WAITING");

        office.act("HOLD", delivery);
        assertThat(office.state(delivery)).isEqualTo("HELD");
        office.act("RELEASE", delivery);
        waitFor(office, delivery, "WAITING");
        office.desk
                .post(
                        "/api/deliveries/act",
                        Map.of(
                                "action",
                                "SEND_ELSEWHERE",
                                "deliveries",
                                List.of(delivery),
                                "destinationId",
                                other,
                                "reason",
                                "the disk there is full"))
                .ok();
        waitFor(office, delivery, "ACCEPTED");
        String page = office.desk.get("/api/deliveries/" + delivery).text();
        assertThat(page).contains("the disk there is full", "Held by maud", "Released by maud");
        assertThat(house.stored()).anyMatch(path -> path.startsWith("elsewhere/"));

        String second = office.send(Stack.TIDE_TABLE);
        waitFor(office, second, "WAITING");
        office.act("STOP", second);
        assertThat(office.state(second)).isEqualTo("CALLED_OFF");
        Browser.Answer none =
                office.desk.post("/api/deliveries/act", Map.of("action", "STOP", "deliveries", List.of(second)));
        assertThat(none.json().path("untouched").asInt()).isEqualTo(1);
    }

    @Test
    void allOfOneCauseGoAtOnce(Office office) {
        String folder = ftp(office, "cause");
        job(office, List.of(folder), Map.of());
        house.refuseFtp("STOR", "553 Name not allowed");
        List<String> sent = List.of(office.send(Stack.TIDE_TABLE), office.send(Stack.TIDE_TABLE));
        sent.forEach(delivery -> waitFor(office, delivery, "STOPPED"));
        house.behave();
        JsonNode done = office.desk
                .post(
                        "/api/deliveries/act",
                        Map.of(
                                "action",
                                "TRY_AGAIN",
                                "deliveries",
                                List.of(),
                                "routeId",
                                folder,
                                "cause",
                                "NAME_REFUSED"))
                .ok()
                .json();
        assertThat(done.path("deliveries").asInt()).isEqualTo(2);
        sent.forEach(delivery -> waitFor(office, delivery, "ACCEPTED"));
    }

    @Test
    void whatOneRecipientRefusesTheOthersGetOnce(Office office) {
        String destination = add(
                office,
                Map.of(
                        "name",
                        "Two desks " + ++count,
                        "kind",
                        "MAIL_FIXED",
                        "routeId",
                        office.serverId,
                        "settings",
                        Map.of("recipients", List.of("berths@wherrymoor.example", "nobody@wherrymoor.example"))));
        job(office, List.of(destination), Map.of());
        office.post.refuseRecipient("nobody@wherrymoor.example", "550 5.1.1 No such mailbox");
        int before = office.post.mailbox().letters().size();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "STOPPED");
        JsonNode leg = leg(office, delivery, 0);
        assertThat(leg.path("recipients").toString()).contains("\"accepted\":true", "\"accepted\":false");
        assertThat(letters(office, before))
                .singleElement()
                .satisfies(letter -> assertThat(letter.to()).containsExactly("berths@wherrymoor.example"));
        office.post.behave();
        office.act("TRY_AGAIN", delivery);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(letters(office, before))
                .hasSize(2)
                .last()
                .satisfies(letter -> assertThat(letter.to()).containsExactly("nobody@wherrymoor.example"));
    }

    private static List<Letter> letters(Office office, int before) {
        List<Letter> all = office.post.mailbox().letters();
        return all.subList(before, all.size());
    }

    @Test
    void aMessageThatIsTooLargeIsMadeSmallerOrGoesAsALink(Office office) {
        Map<String, Object> small = office.mailServer(Office.PASSWORD);
        small.put("sizeLimitMb", 1);
        office.desk.put("/api/mail-servers/" + office.serverId, small).ok();
        office.scansAt(200);
        try {
            int before = office.post.mailbox().letters().size();
            job(office, List.of(office.destination("Mail to me")), Map.of("whenTooLarge", "SMALLER"));
            String smaller = office.send(Stack.CARGO_MANIFEST);
            waitFor(office, smaller, "ACCEPTED");
            assertThat(letters(office, before))
                    .singleElement()
                    .satisfies(letter -> assertThat(letter.bytes()).isLessThan(1024 * 1024));

            job(office, List.of(office.destination("Mail to me")), Map.of("whenTooLarge", "LINK"));
            String link = office.send(Stack.CARGO_MANIFEST);
            waitFor(office, link, "ACCEPTED");
            assertThat(letters(office, before)).hasSize(2);
            String address = addressIn(letters(office, before).get(1));
            Browser stranger = new Browser(office.host.uri());
            JsonNode page = stranger.get("/api" + address).json();
            assertThat(page.path("files").size()).isEqualTo(1);
            var file = stranger.get("/api" + address + "/files/0").response();
            assertThat(file.statusCode()).isEqualTo(200);
            assertThat(file.body().length)
                    .isEqualTo(page.path("files").path(0).path("bytes").asInt());
            JdbcClient jdbc = office.bean(JdbcClient.class);
            jdbc.sql("update leg set accepted_at = accepted_at - interval '25 hours' where delivery_id = ?::uuid")
                    .param(link)
                    .update();
            office.bean(Retention.class).run();
            assertThat(stranger.get("/api" + address + "/files/0").status())
                    .as("an open page keeps its files")
                    .isEqualTo(200);
            JsonNode links =
                    office.desk.get("/api/deliveries/" + link + "/links").json();
            assertThat(links.path(0).path("fetched").asInt()).isEqualTo(2);
            office.desk
                    .delete("/api/links/" + links.path(0).path("id").asString())
                    .ok();
            assertThat(stranger.get("/api" + address).status()).isEqualTo(410);
            assertThat(stranger.get("/api" + address + "x").status()).isEqualTo(404);
        } finally {
            office.scansPlainly();
            office.desk
                    .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                    .ok();
        }
    }

    @Test
    void filesThatAreTooLargeTogetherGoInSeveralMailsAndNoneTwice(Office office) {
        Map<String, Object> small = office.mailServer(Office.PASSWORD);
        small.put("sizeLimitMb", 4);
        office.desk.put("/api/mail-servers/" + office.serverId, small).ok();
        String usual = office.desk.get("/api/jobs/" + office.jobId).get("profileId");
        Map<String, Object> tens = Map.of("everyPages", 10, "atBlank", false, "atSeparator", false, "byKind", false);
        String profile = office.desk
                .post(
                        "/api/profiles",
                        Map.of(
                                "name",
                                "Tens",
                                "colour",
                                "AS_FOUND",
                                "dpi",
                                Office.COARSE,
                                "sides",
                                "ONE",
                                "grouping",
                                tens))
                .ok()
                .get("id");
        try {
            int before = office.post.mailbox().letters().size();
            job(
                    office,
                    List.of(office.destination("Mail to me")),
                    Map.of("whenTooLarge", "SEVERAL", "profileId", profile));
            office.post.beforeAnswer(() -> office.post.refuse(Step.MAIL, "451 4.7.1 Not so fast"));
            String delivery = office.send(Stack.FIFTY_LETTERS);
            waitFor(office, delivery, "WAITING");
            assertThat(letters(office, before)).hasSize(1);
            office.post.behave();
            office.act("TRY_AGAIN", delivery);
            waitFor(office, delivery, "ACCEPTED");
            assertThat(letters(office, before))
                    .as("five files, two to a mail")
                    .hasSize(3)
                    .allMatch(letter -> letter.bytes() < 4 * 1024 * 1024);
        } finally {
            job(office, List.of(office.destination("Mail to me")), Map.of("profileId", usual));
            office.desk
                    .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                    .ok();
        }
    }

    private static String addressIn(Letter letter) {
        try {
            String text = Files.readString(letter.file()).replace("=\r\n", "");
            return text.substring(text.indexOf("/get/"), text.indexOf("/get/") + "/get/".length() + 32);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void aLinkWithAPasscodeAsksForItAndSlowsGuessing(Office office) throws IOException {
        Map<String, Object> page = new HashMap<>(Map.of(
                "name",
                "Download " + ++count,
                "kind",
                "LINK",
                "routeId",
                office.serverId,
                "settings",
                Map.of("days", 3, "withPasscode", true)));
        job(office, List.of(add(office, page)), Map.of());
        int before = office.post.mailbox().letters().size();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        List<Letter> letters = letters(office, before);
        assertThat(letters).hasSize(2);
        String address = addressIn(letters.get(0));
        String second = Files.readString(letters.get(1).file()).replace("=\r\n", "");
        String passcode = second.replaceFirst("(?s).*is (\\d{6})\\..*", "$1");
        Browser stranger = new Browser(office.host.uri());
        assertThat(stranger.get("/api" + address).json().path("files").size()).isZero();
        assertThat(stranger.get("/api" + address + "/files/0").status()).isEqualTo(403);
        assertThat(stranger.post("/api" + address, Map.of("passcode", "000000")).status())
                .isEqualTo(403);
        String grant = stranger.post("/api" + address, Map.of("passcode", passcode))
                .ok()
                .get("grant");
        assertThat(stranger.get("/api" + address + "/files/0?grant=" + grant).status())
                .isEqualTo(200);
    }

    // RFC 7628; RFC 6749 section 6 for the refresh token that changes with every use
    @Test
    void aMailServerIsSignedInToByATokenThatIsRenewedAndKept(Office office) throws IOException {
        try (CloudHouse tokens = Office.cloud("127.40.9.10")) {
            // Courier asks for the next one a minute before: for each delivery anew.
            tokens.tokensLast(Duration.ofSeconds(60));
            // RFC 6749 section 2.3.1: a client with a secret shows it each time.
            tokens.clientSecret("courier", "tide & time");
            office.post.bearers(tokens::knows);
            Map<String, Object> bearer = office.mailServer(tokens.consented("scans"));
            bearer.put("signIn", "BEARER");
            bearer.put("tokenEndpoint", tokens.plainAddress() + "/oauth/token");
            bearer.put("clientId", "courier");
            bearer.put("clientSecret", "tide & time");
            office.desk.put("/api/mail-servers/" + office.serverId, bearer).ok();
            Map<String, Object> plain = new HashMap<>(bearer);
            plain.put("tokenEndpoint", "http://tokens.wherrymoor.example/oauth/token");
            assertThat(office.desk
                            .put("/api/mail-servers/" + office.serverId, plain)
                            .text())
                    .contains("begins with https");
            // What is kept is not shown at another address.
            plain.put("tokenEndpoint", "https://tokens.wherrymoor.example/oauth/token");
            plain.remove("clientSecret");
            assertThat(office.desk
                            .put("/api/mail-servers/" + office.serverId, plain)
                            .text())
                    .contains("kept secret is for another client");
            assertThat(office.desk.get("/api/mail-servers/" + office.serverId).text())
                    .contains("\"hasClientSecret\":true")
                    .doesNotContain("tide & time");
            Map<String, Object> to = Map.of("testTo", "maud.ellery@wherrymoor.example");
            // The second has been about for longer, and is all that many servers offer.
            for (String mechanism : List.of("OAUTHBEARER", "XOAUTH2")) {
                office.post.tokenSignIn(mechanism);
                JsonNode probe = office.desk
                        .post("/api/mail-servers/" + office.serverId + "/probe", to)
                        .ok()
                        .json();
                assertThat(probe.path("passed").asBoolean())
                        .as(probe.toString())
                        .isTrue();
                assertThat(probe.path("dialogue").toString()).contains("AUTH " + mechanism + " ********");
                String delivery = office.send(Stack.TIDE_TABLE);
                waitFor(office, delivery, "ACCEPTED");
            }
            tokens.forgetConsent();
            String second = office.send(Stack.TIDE_TABLE);
            waitFor(office, second, "WAITING");
            assertThat(leg(office, second, 0).path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
            office.act("STOP", second);
            office.post.bearers(token -> false);
            for (String mechanism : List.of("XOAUTH2", "OAUTHBEARER")) {
                office.post.tokenSignIn(mechanism);
                assertThat(office.desk
                                .post("/api/mail-servers/" + office.serverId + "/probe", to)
                                .ok()
                                .json()
                                .path("cause")
                                .asString())
                        .isEqualTo("SIGN_IN_REFUSED");
            }

            // RFC 6749 section 5.2: a client whose secret is not right is nothing that passes.
            bearer.put("clientSecret", "");
            bearer.remove("password");
            assertThat(office.desk
                            .put("/api/mail-servers/" + office.serverId, bearer)
                            .ok()
                            .text())
                    .contains("\"hasClientSecret\":false");
            JsonNode unknown = office.desk
                    .post("/api/mail-servers/" + office.serverId + "/probe", to)
                    .ok()
                    .json();
            assertThat(unknown.path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
            assertThat(unknown.toString()).contains("another secret");
        } finally {
            office.desk
                    .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                    .ok();
        }
    }

    @Test
    void thePersonIsToldWhatBecameOfIt(Office office) {
        job(office, List.of(ftp(office, "told")), Map.of("notifyWhen", "ALWAYS"));
        int before = office.post.mailbox().letters().size();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        Waiting.until(() -> !letters(office, before).isEmpty(), "the person is told");
        assertThat(letters(office, before))
                .singleElement()
                .satisfies(letter -> assertThat(letter.to()).containsExactly("asa.kjolv@wherrymoor.example"));
    }

    @Test
    void kindsOfPaperGoWhereTheyBelongAndTheRestElsewhere(Office office) {
        String receipts = ftp(office, "kinds/receipts");
        String rest = ftp(office, "kinds/rest");
        job(
                office,
                List.of(receipts, rest),
                Map.of("kinds", Map.of(receipts, List.of("RECEIPT"), rest, List.of("REST"))));
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(house.stored())
                .filteredOn(path -> path.startsWith("kinds/"))
                .hasSize(1)
                .allMatch(path -> path.startsWith("kinds/rest/"));
        assertThat(leg(office, delivery, 0).path("sentence").asString()).contains("Nothing of its kind");
    }

    @Test
    void aBlankSideComesBackBeforeTheFilesHaveGone(Office office) {
        job(office, List.of(ftp(office, "again")), Map.of());
        house.refuseFtp("STOR", "452 No space left");
        String delivery = office.send(Stack.BERTH_PERMIT);
        waitFor(office, delivery, "WAITING");
        int files = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("files")
                .size();
        office.act("HOLD", delivery);
        office.edit(delivery, 2, "BRING_BACK").ok();
        office.edit(delivery, 2, "SPLIT").ok();
        Waiting.until(
                () -> office.desk
                                .get("/api/deliveries/" + delivery)
                                .json()
                                .path("files")
                                .size()
                        == files + 1,
                "the files are made again");
        assertThat(office.state(delivery)).isEqualTo("HELD");
        house.behave();
        office.act("RELEASE", delivery);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(house.stored().stream().filter(path -> path.startsWith("again/")))
                .hasSize(files + 1);
        assertThat(office.edit(delivery, 2, "JOIN").status()).isEqualTo(409);
    }

    @Test
    void aDestinationIsProbedBrowsedAndItsHistoryKept(Office office) {
        String folder = ftp(office, "looked/deep");
        assertThat(office.desk
                        .post("/api/destinations/" + folder + "/probe", Map.of())
                        .ok()
                        .json()
                        .path("passed")
                        .asBoolean())
                .isTrue();
        office.desk
                .post("/api/destinations/" + folder + "/folders", Map.of("path", "", "name", "new one"))
                .ok();
        assertThat(office.desk.get("/api/destinations/" + folder + "/folders").text())
                .contains("new one");
        assertThat(office.desk
                        .get("/api/destinations/" + folder + "/folders?path=../..")
                        .status())
                .isEqualTo(422);
        house.refuseFtp("PASS", "530 Not logged in");
        assertThat(office.desk
                        .post("/api/destinations/" + folder + "/probe", Map.of())
                        .ok()
                        .get("cause"))
                .isEqualTo("SIGN_IN_REFUSED");
        assertThat(office.desk
                        .get("/api/destinations/" + folder + "/probes")
                        .json()
                        .size())
                .isEqualTo(2);
    }

    @Test
    void theServersOfAJobAreTriedBeforeItIsPutOnADevice(Office office) {
        Map<String, Object> plan = Map.of("places", List.of(Map.of("place", 1, "jobId", office.jobId)));
        String probe = "/api/panels/" + office.deviceId + "/probe";
        String folder = ftp(office, "published");
        house.refuseFtp("PASS", "530 Not logged in");
        job(office, List.of(folder), Map.of());
        List<JsonNode> refused =
                findings(office, office.desk.post(probe, plan).ok().json());
        assertThat(refused.get(0).path("code").asString()).isEqualTo("job.way-out");
        assertThat(refused.get(0).path("remedy").asString()).isNotEmpty();
        house.behave();
        assertThat(findings(office, office.desk.post(probe, plan).ok().json())).isEmpty();
        office.desk.post(probe, plan).ok();
        assertThat(office.desk.get("/api/destinations/" + folder + "/probes").json())
                .as("what was well within the hour is not asked again")
                .hasSize(2);
        job(office, List.of(office.destination("Mail to me")), Map.of());
        office.desk
                .put("/api/mail-servers/" + office.serverId, changed(office.mailServer(Office.PASSWORD), 1))
                .ok();
        assertThat(findings(office, office.desk.post(probe, plan).ok().json())
                        .get(0)
                        .path("code")
                        .asString())
                .isEqualTo("job.too-large");
        office.desk
                .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                .ok();
    }

    private static Map<String, Object> changed(Map<String, Object> server, int limitMb) {
        server.put("sizeLimitMb", limitMb);
        return server;
    }

    /** What was found of the servers themselves. */
    private static List<JsonNode> findings(Office office, JsonNode plan) {
        for (JsonNode candidate : plan.path("jobs")) {
            if (candidate.path("job").path("id").asString().equals(office.jobId)) {
                return candidate.path("findings").values().stream()
                        .filter(finding -> Set.of("job.way-out", "job.too-large")
                                .contains(finding.path("code").asString()))
                        .toList();
            }
        }
        throw new AssertionError(plan.toString());
    }

    @Test
    void whatWasNotProbedForADayIsProbedOnTheRounds(Office office) {
        String folder = ftp(office, "rounds");
        office.desk.post("/api/destinations/" + folder + "/probe", Map.of()).ok();
        JdbcClient jdbc = office.bean(JdbcClient.class);
        DailyProbes dailyProbes = office.bean(DailyProbes.class);
        while (dailyProbes.visitNext().isPresent()) {
            // Others that were never probed come first.
        }
        jdbc.sql("update route_probe set at = at - interval '25 hours' where route_id = ?::uuid")
                .param(folder)
                .update();
        assertThat(dailyProbes.visitNext())
                .hasValueSatisfying(id -> assertThat(id).hasToString(folder));
        assertThat(dailyProbes.visitNext()).isEmpty();
        assertThat(office.desk
                        .get("/api/destinations/" + folder + "/probes")
                        .json()
                        .size())
                .isEqualTo(2);
    }

    @Test
    void aKeptPasswordIsNotSentToAnotherServer(Office office) {
        Map<String, Object> form = folder("FTP", house.ftpPort(), "");
        String folder = add(office, form);
        Map<String, Object> moved = new HashMap<>(form);
        moved.remove("secret");
        @SuppressWarnings("unchecked")
        Map<String, Object> settings = new HashMap<>((Map<String, Object>) form.get("settings"));
        settings.put("host", "elsewhere.example");
        moved.put("settings", settings);
        assertThat(office.desk.put("/api/destinations/" + folder, moved).status())
                .isEqualTo(422);
        assertThat(office.desk
                        .post("/api/destinations/probe", Map.of("id", folder, "form", moved))
                        .status())
                .isEqualTo(422);
    }
}
