package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What a person decides at the device, and what the device itself takes: consent, recipients, folders, stick, shelf, paper. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class ChosenAtTheDeviceTest {
    private static CloudHouse cloud;
    private static FileHouse house;

    @BeforeAll
    static void open() throws IOException {
        cloud = Office.cloud("127.40.9.8");
        house = Office.fileHouse("127.40.9.9");
    }

    @AfterAll
    static void close() throws IOException {
        cloud.close();
        house.close();
    }

    @AfterEach
    void behave(Office office) throws IOException {
        cloud.behave();
        cloud.codes(Duration.ofMinutes(10), 1);
        office.post.behave();
        office.device.stick(true);
        office.device.refusePrinting(0);
        office.goesTo(Map.of(), office.destination("Mail to me"));
    }

    private static Map<String, Object> cloudForm(String path) {
        Map<String, Object> form = Office.folderForm("CLOUD", cloud.address() + "/dav/", 0, path);
        form.remove("secret");
        Map<String, Object> folder = settings(form);
        folder.put("encryption", "TLS");
        folder.put("account", "");
        folder.put(
                "consent",
                Map.of(
                        "codes",
                        cloud.address() + "/oauth/device",
                        "tokens",
                        cloud.address() + "/oauth/token",
                        "revocation",
                        cloud.address() + "/oauth/revoke",
                        "clientId",
                        "inky-courier",
                        "scope",
                        ""));
        return form;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> settings(Map<String, Object> form) {
        return (Map<String, Object>) form.get("settings");
    }

    private static String add(Office office, Map<String, Object> form) {
        return office.desk.post("/api/destinations", form).ok().get("id");
    }

    private static JsonNode label(Office office, Browser guest) {
        for (JsonNode label : guest.get(office.panel("/jobs")).json()) {
            if (label.path("jobId").asString().equals(office.jobId)) {
                return label;
            }
        }
        throw new AssertionError("the job is not on the panel");
    }

    private static List<String> asked(Office office, Browser guest) {
        List<String> kinds = new ArrayList<>();
        label(office, guest)
                .path("asks")
                .forEach(ask -> kinds.add(ask.path("kind").asString()));
        return kinds;
    }

    private static JsonNode ask(Office office, Browser guest, String destination) {
        return guest.post(office.panel("/consents"), Map.of("destinationId", destination))
                .ok()
                .json();
    }

    private static void waitForConsent(Office office, Browser guest, JsonNode request, String state) {
        String path = office.panel("/consents/" + request.path("id").asString());
        Waiting.until(() -> guest.get(path).get("state").equals(state), "the code is " + state);
    }

    private static void waitFor(Office office, String delivery, String state) {
        Waiting.until(() -> office.state(delivery).equals(state), "the delivery is " + state);
    }

    private static String cause(Office office, String delivery) {
        return office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0)
                .path("cause")
                .asString();
    }

    private static String send(Office office, Browser guest, String scan, Object answers) {
        return guest.post(office.panel("/scans/" + scan + "/send"), answers)
                .ok()
                .get("deliveryId");
    }

    @Test
    void aPersonAllowsTheCloudOnceAndItIsUsedRenewedAndWithdrawn(Office office) {
        String destination = add(office, cloudForm("scans/{person.login}"));
        office.goesTo(destination);
        Browser guest = office.guest();
        assertThat(asked(office, guest)).containsExactly("CONSENT");
        // A scan that is sent all the same waits for the consent, and nothing else waits for it.
        String early = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
        waitFor(office, early, "WAITING");
        assertThat(cause(office, early)).isEqualTo("NO_CONSENT");

        JsonNode request = ask(office, guest, destination);
        assertThat(request.path("code").asString()).matches("[B-Z]{4}-[B-Z]{4}");
        assertThat(request.path("page").asString()).startsWith("http");
        assertThat(request.path("qr").path("path").asString()).startsWith("M");
        assertThat(request.has("deviceCode")).isFalse();
        assertThat(cloud.allow(request.path("code").asString(), "asa")).isTrue();
        waitForConsent(office, guest, request, "GIVEN");
        waitFor(office, early, "ACCEPTED");
        assertThat(asked(office, guest)).isEmpty();

        // RFC 6749 section 6: each answer brings a new refresh token, and the old one is good no more.
        cloud.tokensLast(Duration.ofSeconds(1));
        for (int i = 0; i < 3; i++) {
            String delivery = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
            waitFor(office, delivery, "ACCEPTED");
        }
        assertThat(cloud.stored())
                .filteredOn(path -> path.startsWith("scans/a.kj"))
                .hasSize(4);
        JsonNode consent = office.desk
                .get("/api/destinations/" + destination + "/consents")
                .json()
                .path(0);
        assertThat(consent.path("person").asString()).isEqualTo("\u00c1sa Kj\u00f8lv");
        assertThat(office.desk.get("/api/destinations/" + destination).text()).doesNotContain("refresh");
        byte[] kept = office.bean(JdbcClient.class)
                .sql("select refresh_token from cloud_consent where destination_id = cast(? as uuid)")
                .param(destination)
                .query(byte[].class)
                .single();
        assertThat(new String(kept, java.nio.charset.StandardCharsets.ISO_8859_1))
                .doesNotContain("eyJ");

        // RFC 7009 section 2.1: the cloud forgets it too.
        assertThat(cloud.hasAllowed("asa")).isTrue();
        JsonNode withdrawn =
                guest.delete(office.panel("/mine/consents/" + destination)).ok().json();
        assertThat(withdrawn.path("cloudKnows").asBoolean()).isTrue();
        assertThat(cloud.hasAllowed("asa")).isFalse();
        assertThat(asked(office, guest)).containsExactly("CONSENT");
        assertThat(office.desk
                        .get("/api/destinations/" + destination + "/consents")
                        .json())
                .isEmpty();
    }

    @Test
    void whatWasWithdrawnAtTheCloudStopsOnePersonOnlyAndSaysSo(Office office) {
        String destination = add(office, cloudForm("withdrawn"));
        office.goesTo(destination);
        Browser guest = office.guest();
        allow(office, guest, destination, "asa");
        cloud.forgetConsent();
        String delivery = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
        Waiting.until(() -> cause(office, delivery).equals("CONSENT_ENDED"), "the consent has ended");
        assertThat(asked(office, guest)).containsExactly("CONSENT");
        allow(office, guest, destination, "asa");
        waitFor(office, delivery, "ACCEPTED");

        // Courier forgets it also when the cloud does not listen, and says so.
        cloud.refuse("REVOKE", "503");
        JsonNode withdrawn =
                guest.delete(office.panel("/mine/consents/" + destination)).ok().json();
        assertThat(withdrawn.path("cloudKnows").asBoolean()).isFalse();
        assertThat(withdrawn.path("sentence").asString()).contains("revokes the access there as soon as it does");
        assertThat(asked(office, guest)).containsExactly("CONSENT");
        assertThat(cloud.hasAllowed("asa")).isTrue();
        cloud.behave();
        waitForFarewell(office, "asa");
    }

    /** RFC 7009 section 2.2.1: at 503 the token is still there, and may be revoked later. */
    private static void waitForFarewell(Office office, String who) {
        Waiting.until(
                () -> {
                    office.bean(JdbcClient.class)
                            .sql("update scheduled_tasks set execution_time = now() "
                                    + "where task_name = 'tell-cloud' and not picked")
                            .update();
                    return !cloud.hasAllowed(who);
                },
                "the cloud has heard of it");
    }

    @Test
    void theCloudHearsOfItWhenThePersonOrTheDestinationGoes(Office office) {
        String destination = add(office, cloudForm("gone"));
        office.goesTo(destination);
        String linn = office.desk
                .post(
                        "/api/people",
                        Map.of("name", "Linn Aster", "login", "l.aster", "email", "linn@wherrymoor.example"))
                .ok()
                .get("id");
        String pin =
                office.desk.post("/api/people/" + linn + "/pin", Map.of()).ok().get("pin");
        allow(office, office.guest(pin), destination, "linn");
        allow(office, office.guest(), destination, "asa");

        cloud.refuse("REVOKE", "503");
        office.desk.delete("/api/people/" + linn).ok();
        cloud.behave();
        waitForFarewell(office, "linn");
        assertThat(cloud.hasAllowed("asa")).isTrue();

        assertThat(office.desk.delete("/api/destinations/" + destination).status())
                .isEqualTo(409);
        assertThat(cloud.hasAllowed("asa")).isTrue();
        office.goesTo(office.destination("Mail to me"));
        office.desk.delete("/api/destinations/" + destination).ok();
        waitForFarewell(office, "asa");
        Waiting.until(
                () -> office.desk.get("/api/changes").text().contains("withdrawn; the cloud knows"),
                "the change log says so");
        assertThat(office.bean(JdbcClient.class)
                        .sql("select count(*) from farewell")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    private static void allow(Office office, Browser guest, String destination, String who) {
        JsonNode request = ask(office, guest, destination);
        cloud.allow(request.path("code").asString(), who);
        waitForConsent(office, guest, request, "GIVEN");
    }

    @Test
    void aCodeThatIsDeclinedOrRunsOutIsSaidAtThePanel(Office office) {
        String destination = add(office, cloudForm("declined"));
        office.goesTo(destination);
        Browser guest = office.guest();
        JsonNode declined = ask(office, guest, destination);
        cloud.decline(declined.path("code").asString());
        waitForConsent(office, guest, declined, "DECLINED");
        cloud.codes(Duration.ofSeconds(3), 1);
        waitForConsent(office, guest, ask(office, guest, destination), "TOO_LATE");
        cloud.refuse("DEVICE", "unauthorized_client");
        Browser.Answer refused = guest.post(office.panel("/consents"), Map.of("destinationId", destination));
        assertThat(refused.status()).isEqualTo(502);
        assertThat(refused.get("code")).isEqualTo("consent.not-offered");
    }

    // RFC 6749 section 2.3.1
    @Test
    void aClientWithASecretShowsItAtItsOwnAddressesOnly(Office office) {
        cloud.clientSecret("inky-courier", "oar and sail 9");
        try {
            Map<String, Object> form = cloudForm("secret");
            String destination = add(office, form);
            String probe = "/api/destinations/" + destination + "/probe";
            assertThat(office.desk
                            .post(probe, Map.of())
                            .ok()
                            .json()
                            .path("steps")
                            .path(3)
                            .path("farSide")
                            .asString())
                    .isEqualTo("invalid_client");
            form.put("secret", "oar and sail 9");
            assertThat(office.desk
                            .put("/api/destinations/" + destination, form)
                            .ok()
                            .text())
                    .doesNotContain("oar and sail");
            office.goesTo(destination);
            Browser guest = office.guest();
            allow(office, guest, destination, "asa");

            form.remove("secret");
            settings(form)
                    .put(
                            "consent",
                            Map.of(
                                    "codes", "https://elsewhere.example/device",
                                    "tokens", cloud.address() + "/oauth/token",
                                    "clientId", "inky-courier",
                                    "scope", ""));
            Browser.Answer refused = office.desk.put("/api/destinations/" + destination, form);
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.text()).contains("kept password is for another");
            form.put("secret", "");
            assertThat(office.desk
                            .put("/api/destinations/" + destination, form)
                            .ok()
                            .json()
                            .path("hasSecret")
                            .asBoolean())
                    .isFalse();
        } finally {
            cloud.clientSecret("", "");
        }
    }

    @Test
    void theProbeOfACloudGoesAsFarAsTheQuestionThatPeopleAnswer(Office office) {
        String destination = add(office, cloudForm("probed"));
        JsonNode well = office.desk
                .post("/api/destinations/" + destination + "/probe", Map.of())
                .ok()
                .json();
        assertThat(well.path("passed").asBoolean()).isTrue();
        assertThat(well.path("steps")).hasSize(4);
        cloud.refuse("DEVICE", "invalid_client");
        JsonNode ill = office.desk
                .post("/api/destinations/" + destination + "/probe", Map.of())
                .ok()
                .json();
        assertThat(ill.path("cause").asString()).isEqualTo("CONSENT_NOT_OFFERED");
        assertThat(ill.path("steps").path(3).path("farSide").asString()).isEqualTo("invalid_client");
    }

    @Test
    void recipientsAreChosenAtTheDeviceWithACopyAndOnlyFromTheBookWhereThatIsSo(Office office) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                "Mail to whom I choose",
                "kind",
                "MAIL_CHOSEN",
                "routeId",
                office.serverId,
                "settings",
                Map.of("copies", List.of("archive@wherrymoor.example"), "copyToSender", true, "directEntry", true)));
        String destination = add(office, form);
        office.goesTo(destination);
        Browser guest = office.guest();
        assertThat(asked(office, guest)).containsExactly("RECIPIENTS");
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        assertThat(guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .get("code"))
                .isEqualTo("panel.recipients");
        assertThat(guest.post(
                                office.panel("/scans/" + scan + "/send"),
                                Map.of("recipients", Map.of(destination, List.of("a@b.example\r\nBcc: x@y.example"))))
                        .status())
                .isEqualTo(422);
        String delivery = send(
                office, guest, scan, Map.of("recipients", Map.of(destination, List.of("harbour.master@quay.example"))));
        waitFor(office, delivery, "ACCEPTED");
        Letter letter = office.post
                .mailbox()
                .letters()
                .get(office.post.mailbox().letters().size() - 1);
        assertThat(letter.to())
                .containsExactlyInAnyOrder(
                        "harbour.master@quay.example", "archive@wherrymoor.example", "asa.kjolv@wherrymoor.example");
        String book = office.panel("/recipients?job=" + office.jobId + "&destination=" + destination + "&letters=");
        assertThat(guest.get(book)
                        .json()
                        .path("recent")
                        .path(0)
                        .path("recipient")
                        .path("value")
                        .asString())
                .isEqualTo("harbour.master@quay.example");
        assertThat(guest.get(book + "kj").json().path("rows")).hasSize(1);

        form.put("settings", Map.of("copies", List.of(), "copyToSender", false, "directEntry", false));
        office.desk.put("/api/destinations/" + destination, form).ok();
        String second = office.scan(guest, Stack.TIDE_TABLE);
        assertThat(guest.post(
                                office.panel("/scans/" + second + "/send"),
                                Map.of("recipients", Map.of(destination, List.of("stranger@quay.example"))))
                        .get("code"))
                .isEqualTo("panel.recipients");
    }

    @Test
    void everyMailEndsWithTheSignatureOfTheOffice(Office office) throws IOException {
        Map<String, Object> settings = new HashMap<>(Map.of(
                "office",
                "Wherrymoor Ferries",
                "keepAcceptedHours",
                24,
                "keepOthersDays",
                30,
                "address",
                office.host.uri().toString(),
                "signature",
                "{device.nome}"));
        assertThat(office.desk.put("/api/settings", settings).status()).isEqualTo(422);
        settings.put("signature", "{device.name}, Wherrymoor Ferries");
        office.desk.put("/api/settings", settings).ok();
        waitFor(office, office.send(Stack.TIDE_TABLE), "ACCEPTED");
        Letter letter = office.post
                .mailbox()
                .letters()
                .get(office.post.mailbox().letters().size() - 1);
        // RFC 3676 section 4.3: two hyphens and a blank on a line of their own.
        assertThat(Files.readString(letter.file())).contains("\r\n-- \r\nTicket office, Wherrymoor Ferries");
        settings.put("signature", "");
        office.desk.put("/api/settings", settings).ok();
    }

    @Test
    void aFolderIsChosenAndMadeAtTheDeviceButNeverOutsideTheDestinationsOwn(Office office) {
        String destination = add(office, Office.folderForm("SFTP", "127.40.9.9", house.sftpPort(), "berths"));
        office.goesTo(Map.of("askFolder", true), destination);
        Browser guest = office.guest();
        assertThat(asked(office, guest)).containsExactly("FOLDER");
        String first = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
        waitFor(office, first, "ACCEPTED");
        String folders = office.panel("/destinations/" + destination + "/folders");
        guest.post(folders, Map.of("path", "", "name", "North quay")).ok();
        assertThat(guest.get(folders).text()).contains("North quay");
        assertThat(guest.post(folders, Map.of("path", "..", "name", "out")).status())
                .isEqualTo(422);
        String other = add(office, Office.folderForm("SFTP", "127.40.9.9", house.sftpPort(), "not asked"));
        assertThat(guest.get(office.panel("/destinations/" + other + "/folders"))
                        .status())
                .isEqualTo(404);
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        assertThat(guest.post(
                                office.panel("/scans/" + scan + "/send"),
                                Map.of("folders", Map.of(destination, "../../etc")))
                        .status())
                .isEqualTo(422);
        String delivery = send(office, guest, scan, Map.of("folders", Map.of(destination, "North quay")));
        waitFor(office, delivery, "ACCEPTED");
        assertThat(house.stored())
                .filteredOn(path -> path.startsWith("berths/North quay/"))
                .hasSize(1);
    }

    @Test
    void aStickIsWrittenToWhenItIsInAndOnlyEncryptedWhereThatIsWanted(Office office) throws IOException {
        Map<String, Object> form = Office.folderForm("USB", "", 0, "scans");
        form.remove("secret");
        String stick = add(office, form);
        office.goesTo(stick);
        Browser guest = office.guest();
        office.device.stick(false);
        // No mail goes out either, and the stick is none the worse for it.
        office.post.refuse(Step.MAIL, "421 4.3.2 Closing down");
        String delivery = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
        waitFor(office, delivery, "WAITING");
        assertThat(cause(office, delivery)).isEqualTo("NO_STICK");
        office.device.stick(true);
        office.act("TRY_AGAIN", delivery);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(office.device.stored()).anyMatch(path -> path.startsWith("usb/scans/"));

        settings(form).put("mustEncrypt", true);
        office.desk.put("/api/destinations/" + stick, form).ok();
        assertThat(label(office, guest).path("possible").asBoolean()).isFalse();
        assertThat(label(office, guest).path("note").asString()).contains("encrypted");
        String open = send(office, guest, office.scan(guest, Stack.TIDE_TABLE), Map.of());
        waitFor(office, open, "STOPPED");
        assertThat(cause(office, open)).isEqualTo("MUST_BE_ENCRYPTED");
        // Other tests share the office and its Today.
        office.act("STOP", open);
    }

    @Test
    void aDocumentGoesOntoTheShelfAndOntoPaper(Office office) {
        Map<String, Object> form = Office.folderForm("SHELF", "", 0, "Berths/{date:yyyy}");
        form.remove("secret");
        String shelf = add(office, form);
        String paper = add(office, Map.of("name", "Copy", "kind", "PRINTER", "routeId", office.deviceId));
        office.goesTo(shelf, paper);
        int before = office.device.printed().size();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        assertThat(office.device.stored()).anyMatch(path -> path.startsWith("shelf/Berths/20"));
        assertThat(office.device.printed()).hasSize(before + 1);

        // RFC 8011 section B.1.5.5: server-error-device-error passes.
        office.device.refusePrinting(0x0504);
        office.goesTo(paper);
        String waits = office.send(Stack.TIDE_TABLE);
        waitFor(office, waits, "WAITING");
        assertThat(cause(office, waits)).isEqualTo("STOPPED");
        // Paper is not the stick's business.
        Map<String, Object> toStick = Office.folderForm("USB", "", 0, "");
        toStick.remove("secret");
        office.goesTo(add(office, toStick));
        waitFor(office, office.send(Stack.TIDE_TABLE), "ACCEPTED");
        office.device.refusePrinting(0);
        office.act("TRY_AGAIN", waits);
        waitFor(office, waits, "ACCEPTED");
        assertThat(office.device.printed()).hasSize(before + 2);

        // RFC 8011 section 5.3.7: a job that was taken may still be aborted, and is no copy then.
        office.device.abortPrinting(1);
        office.goesTo(paper);
        String aborted = office.send(Stack.TIDE_TABLE);
        waitFor(office, aborted, "STOPPED");
        assertThat(cause(office, aborted)).isEqualTo("GIVEN_UP");
        office.act("TRY_AGAIN", aborted);
        waitFor(office, aborted, "ACCEPTED");
        assertThat(office.device.printed()).hasSize(before + 3);
    }

    @Test
    void aPrinterThatIsAwayHasPrintedNothing(Office office) throws IOException {
        StandInDevice away = StandInDevice.start(
                office.device.model(), "Bridge", "127.20.9.2", 0, 1, 0, Files.createTempDirectory("device"));
        String id = office.desk
                .post(
                        "/api/devices",
                        Map.of(
                                "name",
                                "Bridge",
                                "place",
                                "MV Sandpiper",
                                "placeWhat",
                                "bridge",
                                "address",
                                "127.20.9.2:" + away.port(),
                                "signOutSeconds",
                                60))
                .ok()
                .get("id");
        office.goesTo(add(office, Map.of("name", "On the bridge", "kind", "PRINTER", "routeId", id)));
        away.close();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "WAITING");
        assertThat(cause(office, delivery)).isEqualTo("NOT_REACHED");
        office.act("STOP", delivery);
    }

    @Test
    void aCloudThatWouldTellItsTokensToEverybodyIsRefused(Office office) {
        Map<String, Object> form = cloudForm("open");
        settings(form)
                .put(
                        "consent",
                        Map.of(
                                "codes",
                                "http://cloud.wherrymoor.example/device",
                                "tokens",
                                "https://cloud.wherrymoor.example/token",
                                "clientId",
                                "inky-courier",
                                "scope",
                                ""));
        Browser.Answer refused = office.desk.post("/api/destinations", form);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("consent.codes").doesNotContain("consent.tokens");
    }

    @Test
    void thePersonIsToldAtThePanelWhatHasHappenedOnce(Office office) {
        office.goesTo(Map.of("notifyWhen", "ALWAYS"), office.destination("Mail to me"));
        Browser guest = office.guest();
        guest.post(office.panel("/mine/seen"), Map.of()).ok();
        String delivery = office.send(Stack.TIDE_TABLE);
        waitFor(office, delivery, "ACCEPTED");
        Browser later = office.guest();
        JsonNode mine = later.get(office.panel("/mine")).json();
        assertThat(mine.path("news")).hasSize(1);
        assertThat(mine.path("news").path(0).path("state").asString()).isEqualTo("ACCEPTED");
        assertThat(mine.path("scans").path(0).path("id").asString()).isEqualTo(delivery);
        later.post(office.panel("/mine/seen"), Map.of()).ok();
        assertThat(later.get(office.panel("/mine")).json().path("news")).isEmpty();
    }
}
