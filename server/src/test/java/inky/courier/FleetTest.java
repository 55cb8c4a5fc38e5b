package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The fleet as the desk sees it: paper and supplies as IPP tells them, day by day, and how much comes from each device. */
class FleetTest {
    private static final Duration DAY = Duration.ofDays(1);

    private static JsonNode only(JsonNode part) {
        assertThat(part.path("fitting").asInt()).isEqualTo(1);
        return part.path("rows").path(0);
    }

    private static JsonNode device(Browser desk, String place) {
        return only(desk.get("/api/fleet/devices?group=" + place.replace(" ", "%20"))
                .ok()
                .json());
    }

    private static String states(Browser desk, String query) {
        return desk.get("/api/fleet" + query).ok().json().path("states").toString();
    }

    @Test
    void levelsAreReadKeptByDayAndForetellWhenTonerIsOut() throws IOException {
        try (TimedOffice office = new TimedOffice()) {
            StandInDevice there = office.office.device;
            String refresh = "/api/devices/" + office.office.deviceId + "/refresh";
            for (int day = 0; day <= 10; day++) {
                there.stock().toner(1, 30 - 2 * day);
                Browser desk = office.courier.administrator();
                desk.post(refresh, Map.of()).ok();
                if (day == 3) {
                    assertThat(device(desk, "Linnet Pier")
                                    .path("supplies")
                                    .path(0)
                                    .path("likely")
                                    .isNull())
                            .as("four days say nothing yet")
                            .isTrue();
                }
                office.time.setForward(DAY);
            }
            Browser desk = office.courier.administrator();
            desk.post(refresh, Map.of()).ok();
            JsonNode seen = device(desk, "Linnet Pier");
            assertThat(seen.path("trays").toString())
                    .isEqualTo(
                            "[{\"name\":\"Tray 1\",\"level\":{\"kind\":\"MEASURED\",\"percent\":100}},{\"name\":\"Tray 2\",\"level\":{\"kind\":\"MEASURED\",\"percent\":100}}]");
            JsonNode toner = seen.path("supplies").path(0);
            assertThat(toner.path("name").asString()).isEqualTo("Black toner");
            assertThat(toner.path("level").path("percent").asInt()).isEqualTo(10);
            assertThat(toner.path("likely").asInt()).isBetween(4, 5);
            assertThat(seen.path("state").asString()).isEqualTo("CARE");
            assertThat(seen.path("remark").asString())
                    .startsWith("Black toner: ")
                    .endsWith("days left.");

            there.stock().paper(1, 0);
            desk.post(refresh, Map.of()).ok();
            seen = device(desk, "Linnet Pier");
            assertThat(seen.path("trays").path(0).path("level").path("percent").asInt())
                    .isZero();
            assertThat(seen.path("sentence").asString()).isEqualTo("A paper tray is empty. Scanning works.");

            // A new cartridge: what was before says nothing any more
            there.stock().toner(1, 100);
            there.stock().paper(1, 500);
            desk.post(refresh, Map.of()).ok();
            seen = device(desk, "Linnet Pier");
            assertThat(seen.path("state").asString()).isEqualTo("WELL");
            assertThat(seen.path("supplies").path(0).path("likely").isNull()).isTrue();
        }
    }

    @Test
    void devicesArePutTogetherTheWorstFirstWithWhatComesFromThem() throws IOException {
        try (TimedOffice office = new TimedOffice();
                StandInDevice other = StandInDevice.start(
                        DeviceModel.named("Sorrel F1").orElseThrow(), "Fuel dock", "127.20.9.4", 0, 1, 0)) {
            office.send(Stack.TIDE_TABLE);
            for (int week = 0; week < 3; week++) {
                office.time.setForward(DAY.multipliedBy(7));
            }
            office.send(Stack.TIDE_TABLE);
            office.send(Stack.TIDE_TABLE);
            Browser desk = office.courier.administrator();
            Map<String, Object> form = Map.of(
                    "name",
                    "Fuel dock",
                    "place",
                    "Stonepool Yard",
                    "placeWhat",
                    "workshop",
                    "signOutSeconds",
                    60,
                    "address",
                    "127.20.9.4:" + other.port());
            String id = desk.post("/api/devices", form).ok().get("id");
            desk.post("/api/devices/" + office.office.deviceId + "/refresh", Map.of())
                    .ok();

            JsonNode here = device(desk, "Linnet Pier");
            assertThat(here.path("days").toString()).isEqualTo("[0,0,0,0,0,0,0,0,0,2]");
            assertThat(here.path("usual").asDouble()).isEqualTo(1.0 / 3);
            assertThat(here.path("lastScan").asString()).isEqualTo("2026-12-17T08:00:00Z");
            assertThat(device(desk, "Stonepool Yard").path("lastScan").isNull()).isTrue();

            JsonNode fleet = desk.get("/api/fleet").ok().json();
            assertThat(fleet.path("devices").asInt()).isEqualTo(2);
            assertThat(fleet.path("groups").findValuesAsString("name"))
                    .isEqualTo(List.of("Linnet Pier", "Stonepool Yard"));
            assertThat(fleet.path("groups").path(0).path("today").asInt()).isEqualTo(2);

            other.misbehave(5, List.of("input-media-jam-error"));
            desk.post("/api/devices/" + id + "/refresh", Map.of()).ok();
            fleet = desk.get("/api/fleet").ok().json();
            assertThat(fleet.path("groups").findValuesAsString("name"))
                    .isEqualTo(List.of("Stonepool Yard", "Linnet Pier"));
            assertThat(states(desk, "")).isEqualTo("{\"STOPPED\":1,\"WELL\":1}");
            assertThat(desk.get("/api/fleet?by=MODEL&state=STOPPED")
                            .ok()
                            .json()
                            .path("groups")
                            .findValuesAsString("name"))
                    .isEqualTo(List.of("Sorrel F1"));
            assertThat(states(desk, "?find=alder")).isEqualTo("{\"WELL\":1}");
            assertThat(desk.get("/api/fleet/devices?by=MODEL&group=Sorrel%20F1&find=127.20.9.4")
                            .ok()
                            .json()
                            .path("fitting")
                            .asInt())
                    .isEqualTo(1);
            assertThat(desk.get("/api/fleet?state=BROKEN").status()).isEqualTo(400);
            other.close();
            desk.post("/api/devices/" + id + "/refresh", Map.of()).ok();
            assertThat(states(desk, "")).isEqualTo("{\"AWAY\":1,\"WELL\":1}");
        }
    }

    /** What PWG 5100.14 asks of a printer's supplies, as CUPS' own test of it has it ({@code ipp-everywhere.test}). */
    @Test
    void thoseThatFitAreAskedAgainSoon() throws IOException {
        try (TimedOffice office = new TimedOffice()) {
            Browser desk = office.office.desk;
            DeviceRounds rounds = new DeviceRounds(office);
            desk.post("/api/devices/" + office.office.deviceId + "/refresh", Map.of())
                    .ok();
            assertThat(rounds.due()).isZero();
            assertThat(desk.post("/api/fleet/look?state=STOPPED", Map.of()).ok().get("devices"))
                    .isEqualTo("0");
            assertThat(rounds.due()).isZero();
            assertThat(desk.post("/api/fleet/look?find=ticket%20office", Map.of())
                            .ok()
                            .get("devices"))
                    .isEqualTo("1");
            assertThat(rounds.due()).isEqualTo(1);
            assertThat(desk.post("/api/fleet/look", Map.of("ids", List.of(office.office.deviceId)))
                            .ok()
                            .get("devices"))
                    .isEqualTo("1");
            assertThat(desk.post("/api/fleet/look", Map.of("ids", List.of(UUID.randomUUID())))
                            .ok()
                            .get("devices"))
                    .isEqualTo("0");
            assertThat(office.office
                            .account(Role.AUDITOR)
                            .post("/api/fleet/look", Map.of())
                            .status())
                    .isEqualTo(403);
        }
    }

    private record DeviceRounds(TimedOffice office) {
        private long due() {
            return office.jdbc()
                    .sql("select count(*) from device where next_look_at <= ?")
                    .param(office.time.instant().atOffset(ZoneOffset.UTC))
                    .query(Long.class)
                    .single();
        }
    }

    @Test
    void anotherClientReadsTheSuppliesOfAStandIn() throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/ipptool")), "cups-ipp-utils is installed by bin/test");
        try (StandInDevice device =
                StandInDevice.start(DeviceModel.named("Alder M60c").orElseThrow(), "Map room", "127.20.9.5", 0, 1, 0)) {
            Process process = new ProcessBuilder(
                            "ipptool",
                            "-t",
                            device.uri().toString(),
                            Path.of(FleetTest.class
                                            .getResource("/supplies.test")
                                            .toURI())
                                    .toString())
                    .redirectErrorStream(true)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            process.waitFor();
            assertThat(said).contains("[PASS]").doesNotContain("[FAIL]");
        }
    }
}
