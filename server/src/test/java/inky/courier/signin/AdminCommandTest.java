package inky.courier.signin;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.TestDatabase;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The way back in from the machine itself, beside a running application. */
@Tag("long")
class AdminCommandTest {
    private record Ran(int status, String said) {}

    private static Ran run(TestDatabase database, String typed, String... words) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int status = AdminCommand.run(
                words,
                Map.of(
                        "COURIER_DATABASE_URL", database.url(),
                        "COURIER_DATABASE_USER", database.user(),
                        "COURIER_DATABASE_PASSWORD", database.password()),
                new ByteArrayInputStream((typed + "\n").getBytes(StandardCharsets.UTF_8)),
                new PrintStream(out, true, StandardCharsets.UTF_8));
        return new Ran(status, out.toString(StandardCharsets.UTF_8));
    }

    private static int signsIn(Courier courier, String login, String password) {
        return new Browser(courier.uri())
                .post("/api/session", Map.of("login", login, "password", password))
                .status();
    }

    @Test
    void makesAnAdministratorGivesANewPasswordAndUnlocksEverything() {
        TestDatabase database = TestDatabase.create();
        try (Courier courier = Courier.start(database, Map.of())) {
            Browser maud = courier.administrator();
            assertThat(run(database, "short", "add", "tobias", "Tobias Wren", "tobias@wherrymoor.example"))
                    .satisfies(ran -> assertThat(ran.status()).isEqualTo(1))
                    .satisfies(ran -> assertThat(ran.said()).contains("at least 10 characters"));
            assertThat(run(database, "lantern and oar", "add", "tobias", "Tobias Wren", "tobias@wherrymoor.example")
                            .status())
                    .isZero();
            assertThat(signsIn(courier, "tobias", "lantern and oar")).isEqualTo(200);
            assertThat(run(database, "", "list").said()).contains("maud").contains("tobias  Tobias Wren");

            assertThat(run(database, "new word for her", "password", "maud").status())
                    .isZero();
            assertThat(maud.get("/api/today").status())
                    .as("signed out everywhere")
                    .isEqualTo(401);
            assertThat(signsIn(courier, "maud", "ferry crossing 7")).isEqualTo(401);
            assertThat(signsIn(courier, "maud", "new word for her")).isEqualTo(200);
            assertThat(run(database, "x", "password", "nobody").status()).isEqualTo(1);
            assertThat(run(database, "", "second-factor", "maud").said()).contains("with the password alone");
            assertThat(run(database, "", "second-factor", "nobody").status()).isEqualTo(1);

            int status = 0;
            for (int i = 0; i < 20 && status != 429; i++) {
                status = signsIn(courier, "tobias", "guess");
            }
            assertThat(status).isEqualTo(429);
            assertThat(run(database, "", "unlock").status()).isZero();
            assertThat(signsIn(courier, "tobias", "lantern and oar")).isEqualTo(200);
            assertThat(run(database, "", "sing").status()).isEqualTo(2);
        }
    }
}
