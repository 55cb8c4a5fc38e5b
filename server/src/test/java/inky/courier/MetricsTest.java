package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What Prometheus reads of an office, held to its own {@code promtool} (Debian). */
@ExtendWith(SharedOffice.class)
class MetricsTest {
    private static final String PATH = "/actuator/prometheus";

    private record Ran(int code, String said) {
        private static Ran of(String input, String... command) throws IOException, InterruptedException {
            Process process =
                    new ProcessBuilder(command).redirectErrorStream(true).start();
            try (OutputStream in = process.getOutputStream()) {
                in.write(input.getBytes(StandardCharsets.UTF_8));
            }
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            return new Ran(process.waitFor(), said);
        }
    }

    private static String token(Office office, boolean mayChange) {
        return office.desk
                .post("/api/tokens", Map.of("name", "prometheus", "mayChange", mayChange, "days", 30))
                .ok()
                .get("token");
    }

    @Test
    void aTokenReadsTheOfficeAsPrometheusWantsIt(Office office) throws Exception {
        office.device.stock().toner(1, 40);
        office.device.misbehave(5, List.of("media-jam-error"));
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        Browser.Answer answer = Browser.asProgram(office.host.uri(), token(office, false), "GET", PATH);
        assertThat(answer.status()).isEqualTo(200);
        String name = office.desk.get("/api/devices/" + office.deviceId).ok().get("name");
        assertThat(answer.text())
                .containsPattern(
                        "courier_device_usable\\{device=\"" + name + "\",id=\"" + office.deviceId + "\".*} 0\\.0")
                .containsPattern(
                        "courier_device_supply_left_ratio\\{device=\"" + name + "\".*supply=\"Black toner\"} 0\\.4")
                .containsPattern("courier_devices\\{state=\"stopped\"} [1-9]")
                .contains("courier_tasks_failed_total")
                .doesNotContain(Office.PASSWORD);
        Ran checked = Ran.of(answer.text(), "promtool", "check", "metrics");
        assertThat(checked.said.lines().filter(line -> line.contains("courier_")))
                .as("promtool's advice")
                .isEmpty();
        assertThat(checked.said).doesNotContain("error while linting");

        office.device.misbehave(3, List.of());
        office.desk
                .post("/api/devices/" + office.deviceId + "/refresh", Map.of())
                .ok();
        office.send(Stack.BERTH_PERMIT);
        assertThat(Browser.asProgram(office.host.uri(), token(office, true), "GET", PATH)
                        .text())
                .containsPattern("courier_device_usable\\{device=\"" + name + "\".*} 1\\.0")
                .containsPattern("courier_deliveries_today\\{state=\"(accepted|moving)\"} [1-9]");
    }

    @Test
    void whoHasNoTokenReadsNothing(Office office) throws IOException {
        assertThat(Browser.asProgram(office.host.uri(), "invented", "GET", PATH).status())
                .isEqualTo(401);
        assertThat(office.guest().get(PATH).status()).isIn(401, 403);
    }

    /** Rules that cannot be read, or that cry wolf, are no example. */
    @Test
    void theExamplesOfRulesDoWhatTheySay() throws Exception {
        Ran check = Ran.of("", "promtool", "check", "rules", "../docs/prometheus/rules.yml");
        assertThat(check.code).as(check.said).isZero();
        Ran test = Ran.of("", "promtool", "test", "rules", "../docs/prometheus/rules.test.yml");
        assertThat(test.code).as(test.said).isZero();
    }
}
