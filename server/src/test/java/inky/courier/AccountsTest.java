package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.core.access.Totp;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.security.GeneralSecurityException;
import java.util.Map;
import java.util.UUID;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Accounts of the desk: invited, with a role, with a second factor, and taken away. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class AccountsTest {
    private static final String PASSWORD = "gangway rope lantern";
    private static int number;

    private record Account(String login, Browser browser, String invitation) {}

    private static Account account(Office office, Role role) {
        String login = "account" + ++number;
        String path = office.invite(login, role);
        Browser browser = new Browser(office.host.uri());
        browser.get("/api/session");
        browser.post(path, Map.of("password", PASSWORD)).ok();
        return new Account(login, browser, path);
    }

    private static String idOf(Office office, String login) {
        for (JsonNode account : office.desk.get("/api/accounts").ok().json().path("accounts")) {
            if (account.path("login").asString().equals(login)) {
                return account.path("id").asString();
            }
        }
        throw new AssertionError("no account " + login);
    }

    @Test
    void anInvitationMakesOneAccountOnceAndEnds(Office office) {
        String path = office.invite("invited", Role.AUDITOR);
        Browser stranger = new Browser(office.host.uri());
        assertThat(stranger.get(path).ok().get("name")).isEqualTo("Brannoc Lyle");
        assertThat(stranger.post(path, Map.of("password", "1234567890")).status())
                .as("one of the most used")
                .isEqualTo(422);
        assertThat(stranger.post(path, Map.of("password", PASSWORD))
                        .ok()
                        .json()
                        .path("identity")
                        .path("role")
                        .asString())
                .isEqualTo("AUDITOR");
        assertThat(stranger.get("/api/changes").status()).isEqualTo(200);
        assertThat(stranger.post(path, Map.of("password", PASSWORD)).status()).isEqualTo(404);
        String late = office.invite("late", Role.OPERATOR);
        office.bean(JdbcClient.class)
                .sql("update invitation set ends_at = ends_at - interval '73 hours' where login = 'late'")
                .update();
        assertThat(stranger.get(late).status()).isEqualTo(404);
        assertThat(office.desk
                        .post(
                                "/api/accounts/invitations",
                                Map.of("login", "invited", "name", "A", "email", "a@b.example", "role", "OPERATOR"))
                        .status())
                .as("there is such an account")
                .isEqualTo(422);
    }

    @Test
    void aRoleChangesWhatIsAllowedAndEndsTheSessionsOfBefore(Office office) {
        Account operator = account(office, Role.OPERATOR);
        assertThat(operator.browser.get("/api/deliveries").status()).isEqualTo(200);
        assertThat(operator.browser.get("/api/jobs").status()).isEqualTo(403);
        String id = idOf(office, operator.login);
        office.desk
                .put("/api/accounts/" + id + "/role", Map.of("role", "AUDITOR"))
                .ok();
        assertThat(operator.browser.get("/api/deliveries").status()).isEqualTo(401);
        operator.browser
                .post("/api/session", Map.of("login", operator.login, "password", PASSWORD))
                .ok();
        assertThat(operator.browser.get("/api/jobs").status()).isEqualTo(200);
        assertThat(operator.browser.post("/api/deliveries/act", Map.of()).status())
                .isEqualTo(403);
        office.desk.delete("/api/accounts/" + id).ok();
        assertThat(operator.browser.get("/api/jobs").status()).isEqualTo(401);
        String maud = idOf(office, "maud");
        for (JsonNode other : office.desk.get("/api/accounts").json().path("accounts")) {
            if (other.path("role").asString().equals("ADMINISTRATOR")
                    && !other.path("login").asString().equals("maud")) {
                office.desk
                        .delete("/api/accounts/" + other.path("id").asString())
                        .ok();
            }
        }
        assertThat(office.desk.delete("/api/accounts/" + maud).get("code")).isEqualTo("last-administrator");
        assertThat(office.desk
                        .put("/api/accounts/" + maud + "/role", Map.of("role", "OPERATOR"))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void pagesOfOthersAreForThoseWhoMayAndEachOpeningIsRecorded(Office office) {
        String delivery = office.send(Stack.TIDE_TABLE);
        String page = "/api/deliveries/" + delivery + "/pages/" + office.pageOf(delivery, 1) + "/thumbnail";
        Waiting.until(() -> office.desk.get(page).status() == 200, "the page is there");
        assertThat(office.desk.get(page).status()).isEqualTo(200);
        assertThat(account(office, Role.OPERATOR).browser.get(page).status()).isEqualTo(403);
        assertThat(account(office, Role.AUDITOR).browser.get(page).status()).isEqualTo(403);
        long number = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("number")
                .asLong();
        int recorded = 0;
        for (JsonNode entry : office.desk
                .get("/api/security-log?what=PAGES_OPENED&limit=500")
                .ok()
                .json()) {
            recorded += entry.path("words").asString().equals("delivery D-" + number) ? 1 : 0;
        }
        assertThat(recorded).as("once, however many pages are looked at").isEqualTo(1);
    }

    // RFC 6238 by the JDK's HMAC alone, apart from the code that is tested
    @Test
    void aSecondFactorIsAskedForAndACodeIsTakenOnce(Office office) throws GeneralSecurityException {
        Account admin = account(office, Role.ADMINISTRATOR);
        JsonNode offer = admin.browser
                .post("/api/session/second-factor/offer", Map.of())
                .ok()
                .json();
        assertThat(admin.browser
                        .put(
                                "/api/session/second-factor",
                                Map.of("sealed", offer.path("sealed").asString(), "code", "000000"))
                        .status())
                .isEqualTo(422);
        byte[] key = unbase32(offer.path("key").asString());
        long step = System.currentTimeMillis() / 1000 / Totp.STEP_SECONDS;
        admin.browser
                .put(
                        "/api/session/second-factor",
                        Map.of("sealed", offer.path("sealed").asString(), "code", code(key, step)))
                .ok();
        Browser other = new Browser(office.host.uri());
        other.get("/api/session");
        Map<String, Object> password = Map.of("login", admin.login, "password", PASSWORD);
        assertThat(other.post("/api/session", password).get("code")).isEqualTo("sign-in.second-factor");
        Map<String, Object> used = Map.of("login", admin.login, "password", PASSWORD, "code", code(key, step));
        assertThat(other.post("/api/session", used).status())
                .as("taken already")
                .isEqualTo(422);
        Map<String, Object> next = Map.of("login", admin.login, "password", PASSWORD, "code", code(key, step + 1));
        other.post("/api/session", next).ok();
        assertThat(other.post("/api/session/second-factor/remove", Map.of("password", "wrong"))
                        .status())
                .isEqualTo(422);
        other.post("/api/session/second-factor/remove", Map.of("password", PASSWORD))
                .ok();
        Browser third = new Browser(office.host.uri());
        third.get("/api/session");
        third.post("/api/session", password).ok();
        assertThat(office.bean(JdbcClient.class)
                        .sql("select totp_key from administrator where id = ?")
                        .param(UUID.fromString(idOf(office, admin.login)))
                        .query((row, n) -> row.getBytes(1) == null)
                        .single())
                .isTrue();
    }

    private static String code(byte[] key, long step) throws GeneralSecurityException {
        Mac mac = Mac.getInstance("HmacSHA1");
        mac.init(new SecretKeySpec(key, "HmacSHA1"));
        byte[] hash = mac.doFinal(java.nio.ByteBuffer.allocate(8).putLong(step).array());
        int offset = hash[19] & 15;
        int value = java.nio.ByteBuffer.wrap(hash, offset, 4).getInt() & 0x7fffffff;
        return String.format("%06d", value % 1_000_000);
    }

    private static byte[] unbase32(String text) {
        java.math.BigInteger value = java.math.BigInteger.ZERO;
        for (char c : text.toCharArray()) {
            value = value.shiftLeft(5).or(java.math.BigInteger.valueOf("ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(c)));
        }
        byte[] bytes = value.toByteArray();
        byte[] key = new byte[20];
        System.arraycopy(
                bytes, Math.max(0, bytes.length - 20), key, Math.max(0, 20 - bytes.length), Math.min(20, bytes.length));
        return key;
    }
}
