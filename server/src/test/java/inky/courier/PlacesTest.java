package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** An operator who is limited to places sees and acts on what is there, and on nothing else, whatever is asked. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class PlacesTest {
    private static int number;

    private static String operator(Office office, Browser browser) {
        String login = "places" + ++number;
        String path = office.desk
                .post(
                        "/api/accounts/invitations",
                        Map.of(
                                "login",
                                login,
                                "name",
                                "Ebba Sund",
                                "email",
                                "e@wherrymoor.example",
                                "role",
                                "OPERATOR"))
                .ok()
                .get("path");
        browser.get("/api/session");
        browser.post(path.replace("/invited/", "/api/invitation/"), Map.of("password", "gangway rope lantern"))
                .ok();
        for (JsonNode account : office.desk.get("/api/accounts").ok().json().path("accounts")) {
            if (account.path("login").asString().equals(login)) {
                return account.path("id").asString();
            }
        }
        throw new AssertionError(login);
    }

    private static Browser limited(Office office, String account, String place) {
        office.desk
                .put("/api/accounts/" + account + "/places", Map.of("places", List.of(place)))
                .ok();
        Browser browser = new Browser(office.host.uri());
        browser.post("/api/session", Map.of("login", "places" + number, "password", "gangway rope lantern"))
                .ok();
        return browser;
    }

    @Test
    void deliveriesAndDevicesElsewhereAreAsIfTheyWereNot(Office office) {
        Browser whole = new Browser(office.host.uri());
        String account = operator(office, whole);
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        assertThat(whole.get("/api/deliveries/" + delivery).status()).isEqualTo(200);
        JsonNode row = office.desk.get("/api/deliveries/" + delivery).json().path("row");
        String file = row.path("fileName").asString();
        String here = row.path("place").asString();
        assertThat(here).isNotEmpty();

        Browser elsewhere = limited(office, account, "Stonepool");
        assertThat(whole.get("/api/deliveries").status()).as("signed out by it").isEqualTo(401);
        assertThat(elsewhere.get("/api/deliveries").ok().json().path("rows")).isEmpty();
        assertThat(elsewhere
                        .get("/api/deliveries?text=" + row.path("number"))
                        .ok()
                        .json()
                        .path("rows"))
                .isEmpty();
        for (String path : List.of(
                "/api/deliveries/" + delivery,
                "/api/deliveries/" + delivery + "/links",
                "/api/devices/" + office.deviceId)) {
            assertThat(elsewhere.get(path).status()).as(path).isEqualTo(404);
        }
        assertThat(elsewhere
                        .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(elsewhere.get("/api/devices").ok().json().path("total").asInt())
                .isZero();
        assertThat(elsewhere.get("/api/devices/places").ok().json()).isEmpty();
        assertThat(elsewhere.get("/api/fleet").ok().json().path("devices").asInt())
                .isZero();
        assertThat(elsewhere.get("/api/fleet/devices?group=Linnet%20Pier").ok().text())
                .isEqualTo("{\"rows\":[],\"fitting\":0}");
        assertThat(elsewhere
                        .get("/api/find?text=" + row.path("jobName").asString().replace(" ", "%20"))
                        .ok()
                        .text())
                .doesNotContain(delivery);
        assertThat(elsewhere
                        .get("/api/delivery-sums.csv?from=2026-01-01&until=2026-12-31")
                        .status())
                .isEqualTo(403);
        String today = elsewhere.get("/api/today").ok().text();
        assertThat(today).doesNotContain(delivery, file, office.deviceId);
        assertThat(elsewhere
                        .get("/api/today")
                        .json()
                        .path("day")
                        .path("now")
                        .path("scanned")
                        .asInt())
                .isZero();
        JsonNode done = elsewhere
                .post("/api/deliveries/act", Map.of("action", "HOLD", "deliveries", List.of(delivery)))
                .ok()
                .json();
        assertThat(done.path("done").asInt()).isZero();
        assertThat(elsewhere.delete("/api/locks?kind=OFFICE").status()).isEqualTo(404);

        Browser there = limited(office, account, here);
        assertThat(there.get("/api/deliveries/" + delivery).status()).isEqualTo(200);
        assertThat(there.get("/api/devices/" + office.deviceId).status()).isEqualTo(200);
        assertThat(there.get("/api/today")
                        .json()
                        .path("day")
                        .path("now")
                        .path("scanned")
                        .asInt())
                .isEqualTo(office.desk
                        .get("/api/today")
                        .json()
                        .path("day")
                        .path("now")
                        .path("scanned")
                        .asInt());
    }

    /** What waits for one cause is tried again where one may, and nowhere else. */
    @Test
    void allOfOneCauseAreThoseOfTheirPlace(Office office) {
        Browser browser = new Browser(office.host.uri());
        String account = operator(office, browser);
        office.post.refuse(inky.courier.standins.PostOffice.Step.RCPT, "450 4.2.1 Mailbox busy");
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits");
        JsonNode leg = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0);
        Map<String, Object> all = Map.of(
                "action",
                "HOLD",
                "deliveries",
                List.of(),
                "routeId",
                leg.path("routeId").asString(),
                "cause",
                leg.path("cause").asString());
        Browser elsewhere = limited(office, account, "Stonepool");
        assertThat(elsewhere
                        .post("/api/deliveries/act", all)
                        .ok()
                        .json()
                        .path("done")
                        .asInt())
                .isZero();
        assertThat(elsewhere.get("/api/today").ok().json().path("troubles")).isEmpty();
        assertThat(office.state(delivery)).isEqualTo("WAITING");
        office.post.behave();
        office.act("STOP", delivery);
    }

    @Test
    void onlyOperatorsAreLimitedAndOnlyToNamesOfPlaces(Office office) {
        Browser browser = new Browser(office.host.uri());
        String account = operator(office, browser);
        String path = "/api/accounts/" + account + "/places";
        assertThat(office.desk.put(path, Map.of("places", List.of("a\r\nb"))).status())
                .isEqualTo(422);
        office.desk
                .put("/api/accounts/" + account + "/role", Map.of("role", "AUDITOR"))
                .ok();
        assertThat(office.desk.put(path, Map.of("places", List.of("Stonepool"))).get("code"))
                .isEqualTo("account.limit-role");
    }
}
