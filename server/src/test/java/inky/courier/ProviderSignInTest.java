package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Browser.Answer;
import inky.courier.harness.Office;
import inky.courier.harness.OpenIdHouse;
import inky.courier.harness.SharedOffice;
import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Signing in at the office's provider (OpenID Connect Core 1.0), against a provider that is not ours. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class ProviderSignInTest {
    private static final String WAY = "/api/session/provider";
    private OpenIdHouse house;

    @BeforeEach
    void open(Office office) {
        house = new OpenIdHouse(
                "127.45.0.1", 45_045, office.host.uri().resolve(WAY + "/code").toString());
        office.desk.put("/api/sign-in-provider", form()).ok();
    }

    @AfterEach
    void close(Office office) {
        office.desk.delete("/api/sign-in-provider").ok();
        office.bean(JdbcClient.class)
                .sql("delete from administrator where provider_subject is not null")
                .update();
        house.close();
    }

    private Map<String, Object> form() {
        Map<String, Object> groups = Map.of(
                Role.ADMINISTRATOR.name(), List.of("office-it"),
                Role.OPERATOR.name(), List.of("quay", "sheds"),
                Role.AUDITOR.name(), List.of());
        return new HashMap<>(Map.of(
                "name",
                "Wherrymoor accounts",
                "issuer",
                house.issuer(),
                "clientId",
                OpenIdHouse.CLIENT,
                "secret",
                OpenIdHouse.SECRET,
                "groupsClaim",
                "",
                "groups",
                groups));
    }

    /** @return what Courier says to a browser that comes back */
    private Answer signIn(Browser browser, String who) throws Exception {
        Answer there = browser.get(WAY);
        URI asked = URI.create(
                there.response().headers().firstValue("Location").orElseThrow(() -> new AssertionError(there.text())));
        URI back = house.signIn(who, asked);
        return browser.get(back.getRawPath() + "?" + back.getRawQuery());
    }

    private static JsonNode identity(Browser browser) {
        return browser.get("/api/session").ok().json().path("identity");
    }

    private static boolean isOutside(Browser browser) {
        return !identity(browser).isObject();
    }

    @Test
    void whoIsInAGroupComesInWithItsRoleAndEveryTimeAnew(Office office) throws Exception {
        house.knows("asa", "quay", "singers");
        Browser browser = new Browser(office.host.uri());
        assertThat(browser.get("/api/session").ok().get("provider")).isEqualTo("Wherrymoor accounts");
        assertThat(signIn(browser, "asa").ok().text()).contains("url=/\"");
        assertThat(identity(browser).path("login").asString()).isEqualTo("asa");
        assertThat(identity(browser).path("role").asString()).isEqualTo("OPERATOR");
        assertThat(identity(browser).path("name").asString()).isEqualTo("Asa Kjolv");
        assertThat(identity(browser).path("ofProvider").asBoolean()).isTrue();
        assertThat(browser.get("/api/destinations").status()).isEqualTo(403);
        assertThat(browser.put("/api/session/password", Map.of("present", "", "wanted", "gangway rope"))
                        .status())
                .isEqualTo(409);

        house.knows("asa", "office-it", "quay");
        Browser second = new Browser(office.host.uri());
        signIn(second, "asa").ok();
        assertThat(identity(second).path("role").asString()).isEqualTo("ADMINISTRATOR");
        assertThat(isOutside(browser)).as("with the rights of before").isTrue();
        assertThat(second.get("/api/destinations").status()).isEqualTo(200);

        house.knows("asa", "singers");
        Browser third = new Browser(office.host.uri());
        assertThat(signIn(third, "asa").text()).contains("sign-in=provider.no-group");
        assertThat(isOutside(third)).isTrue();
        assertThat(isOutside(second)).as("who has left the group").isTrue();
        assertThat(third.get(WAY + "/problem?code=provider.no-group").text()).contains("Your account is in no group");
    }

    @Test
    void anAccountWithAPasswordIsNotTakenOverByItsName(Office office) throws Exception {
        String login = identity(office.desk).path("login").asString();
        house.knows(login, "office-it");
        Browser browser = new Browser(office.host.uri());
        assertThat(signIn(browser, login).text()).contains("sign-in=provider.taken");
        assertThat(isOutside(browser)).isTrue();
    }

    @Test
    void anAnswerCountsOnceAndOnlyInTheBrowserThatAsked(Office office) throws Exception {
        house.knows("asa", "quay");
        Browser asking = new Browser(office.host.uri());
        URI asked = URI.create(
                asking.get(WAY).response().headers().firstValue("Location").orElseThrow());
        URI back = house.signIn("asa", asked);
        String answer = back.getRawPath() + "?" + back.getRawQuery();

        Browser other = new Browser(office.host.uri());
        assertThat(other.get(answer).text()).contains("provider.refused");
        Browser withAnother = new Browser(office.host.uri());
        withAnother.get(WAY);
        assertThat(withAnother.get(answer).text())
                .as("the state of somebody else")
                .contains("provider.refused");
        assertThat(isOutside(withAnother)).isTrue();

        assertThat(asking.get(answer).text()).contains("url=/\"");
        assertThat(identity(asking).path("login").asString()).isEqualTo("asa");
        assertThat(asking.get(answer).text()).contains("provider.refused");
        assertThat(asking.get(WAY + "/code?error=access_denied&state=x").text()).contains("provider.refused");
        assertThat(asking.get(WAY + "/code").text()).contains("provider.refused");
    }

    @Test
    void withoutTheProviderNobodyOfItStays(Office office) throws Exception {
        house.knows("asa", "office-it");
        Browser browser = new Browser(office.host.uri());
        signIn(browser, "asa").ok();
        office.desk.delete("/api/sign-in-provider").ok();
        assertThat(isOutside(browser)).isTrue();
        assertThat(browser.get("/api/session").ok().json().path("provider").isString())
                .isFalse();
        assertThat(browser.get(WAY).text()).contains("sign-in=not-found");
    }

    /** Two administrators at once: the second one is told, and nothing is lost. */
    @Test
    void whoWasSlowerIsTold(Office office) throws Exception {
        String version = office.desk
                .get("/api/sign-in-provider")
                .ok()
                .json()
                .path("provider")
                .path("version")
                .asString();
        Map<String, Object> first = form();
        first.put("name", "Quay accounts");
        office.desk.put("/api/sign-in-provider", first, version).ok();
        assertThat(office.desk.put("/api/sign-in-provider", form(), version).get("code"))
                .isEqualTo("provider.changed");
        assertThat(office.desk.get("/api/session").get("provider")).isEqualTo("Quay accounts");
        List<CompletableFuture<Integer>> both = Stream.of("One", "Two")
                .map(name -> CompletableFuture.supplyAsync(() -> {
                    Map<String, Object> form = form();
                    form.put("name", name);
                    return office.desk.put("/api/sign-in-provider", form).status();
                }))
                .toList();
        assertThat(both).extracting(CompletableFuture::join).containsOnly(200);
    }

    @Test
    void whatIsEnteredIsCheckedTriedAndKeptSecret(Office office) {
        assertThat(office.desk.get("/api/sign-in-provider").ok().text())
                .contains("\"hasSecret\":true")
                .doesNotContain(OpenIdHouse.SECRET);
        assertThat(office.desk.post("/api/sign-in-provider/test", form()).ok().get("tokens"))
                .startsWith(house.issuer());
        Map<String, Object> nowhere = form();
        nowhere.put("issuer", "http://127.45.0.1:1");
        assertThat(office.desk.post("/api/sign-in-provider/test", nowhere).get("code"))
                .isEqualTo("provider.unknown");
        Map<String, Object> other = form();
        // OpenID Connect Discovery 1.0 section 4.3: the issuer must be the one that was asked
        other.put("issuer", house.issuer() + "/");
        assertThat(office.desk.post("/api/sign-in-provider/test", other).get("code"))
                .isEqualTo("provider.unknown");
        Map<String, Object> wrong = form();
        wrong.put("issuer", "http://elsewhere.example");
        wrong.put("clientId", " ");
        wrong.put("groups", Map.of());
        assertThat(office.desk
                        .put("/api/sign-in-provider", wrong)
                        .json()
                        .path("problems")
                        .size())
                .isEqualTo(3);
        assertThat(office.desk.get("/api/changes").ok().text()).doesNotContain(OpenIdHouse.SECRET);
    }
}
