package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What was scanned is printed once more, as somebody chooses: first shown, then done. */
@ExtendWith(SharedOffice.class)
class PrintAgainTest {
    private final Office office;

    PrintAgainTest(Office office) {
        this.office = office;
    }

    private static Map<String, Object> form(String device, Map<String, Object> more) {
        Map<String, Object> form = new HashMap<>(more);
        form.put("deviceId", device);
        return form;
    }

    private Browser.Answer preview(String delivery, Map<String, Object> form) {
        return office.desk.post("/api/deliveries/" + delivery + "/print/preview", form);
    }

    private JsonNode row(String delivery) {
        return office.desk.get("/api/deliveries/" + delivery).ok().json().path("row");
    }

    private String sent(Stack stack) {
        String delivery = office.send(stack);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it has arrived");
        return delivery;
    }

    @Test
    void fromTheDeskOnWhicheverDevicePrintsAndAsItCan() throws Exception {
        office.goesTo(office.destination("Mail to me"));
        String delivery = sent(Stack.BERTH_PERMIT);
        int pages = row(delivery).path("pages").asInt();
        assertThat(pages).isGreaterThan(2);
        Path folder = Files.createTempDirectory("device");
        try (StandInDevice large = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(),
                        "Printing again",
                        "127.20.9.51",
                        0,
                        1,
                        0,
                        folder);
                StandInDevice small = StandInDevice.start(
                        DeviceModel.named("Tansy P1").orElseThrow(),
                        "Printing later",
                        "127.20.9.52",
                        0,
                        1,
                        0,
                        folder)) {
            String front = office.device("Printing again", large);

            JsonNode usual = preview(delivery, form(front, Map.of())).ok().json();
            assertThat(usual.path("problems")).isEmpty();
            assertThat(usual.path("sheetsInAll").asInt()).as("a page on each").isEqualTo(pages);
            assertThat(usual.path("choices").path("perSide").size()).isEqualTo(6);
            assertThat(usual.path("choices").path("trays").findValuesAsString("keyword"))
                    .contains("tray-1");
            assertThat(usual.path("choices").path("trays").findValuesAsString("size"))
                    .contains("iso_a4_210x297mm");

            Map<String, Object> wish = form(
                    front,
                    Map.of(
                            "copies",
                            2,
                            "sides",
                            "LONG_EDGE",
                            "perSide",
                            "TWO",
                            "pages",
                            "2-",
                            "scaling",
                            "FIT",
                            "tray",
                            "tray-2",
                            "staple",
                            true));
            JsonNode seen = preview(delivery, wish).ok().json();
            assertThat(seen.path("problems")).isEmpty();
            int sides = (pages - 1 + 1) / 2;
            assertThat(seen.path("sheetsInAll").asInt()).isEqualTo(2 * ((sides + 1) / 2));
            assertThat(seen.path("sheets").path(0).path("sheets").path(0).path("front"))
                    .extracting(JsonNode::asInt)
                    .containsExactly(2, 3);
            assertThat(large.printed()).as("only looked at").isEmpty();

            assertThat(office.desk
                            .post("/api/deliveries/" + delivery + "/print", wish)
                            .status())
                    .isEqualTo(204);
            Waiting.until(() -> large.printedAs().size() == 1, "it is printed");
            assertThat(large.printedAs())
                    .containsExactly("2 two-sided-long-edge monochrome staple fit number-up 2 pages 2-9999 tray-2");
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is known to be printed");
            JsonNode legs = row(delivery).path("legs");
            assertThat(legs.size()).isEqualTo(2);
            assertThat(legs.path(1).path("label").asString()).isEqualTo("Printing again");
            assertThat(office.desk.get("/api/deliveries/" + delivery).text())
                    .contains("To be printed again on Printing again, by maud.");

            assertThat(preview(delivery, form(front, Map.of("sides", "SHORT_EDGE", "staple", true)))
                            .ok()
                            .text())
                    .as("what it cannot do together it says of itself")
                    .contains("Printing again cannot do this together with the other choices.");
            for (Map<String, Object> wrong : List.<Map<String, Object>>of(
                    Map.of("pages", "three"),
                    Map.of("pages", "400-500"),
                    Map.of("copies", 100),
                    Map.of("tray", "drawer of wonders"))) {
                Browser.Answer answer = office.desk.post("/api/deliveries/" + delivery + "/print", form(front, wrong));
                assertThat(answer.status()).as(answer.text()).isEqualTo(422);
                assertThat(answer.json().path("problems").path(0).path("field").asString())
                        .isEqualTo(wrong.keySet().iterator().next());
            }
            assertThat(large.printed()).hasSize(1);

            assertThat(office.desk
                            .post("/api/deliveries/" + UUID.randomUUID() + "/print", wish)
                            .status())
                    .isEqualTo(404);
            assertThat(office.account(Role.AUDITOR)
                            .post("/api/deliveries/" + delivery + "/print", wish)
                            .status())
                    .isEqualTo(403);

            String later = office.device("Printing later", small);
            small.silent(true);
            assertThat(preview(delivery, form(later, Map.of())).ok().text())
                    .contains("Printing later does not answer.");
            small.silent(false);
            office.desk.delete("/api/devices/" + later).ok();
            office.desk.delete("/api/devices/" + front).ok();
        }
    }

    /** At the device where they stand, and what is theirs only. */
    @Test
    void fromMyScansAtTheDevice() {
        office.goesTo(office.destination("Mail to me"));
        Browser guest = office.guest();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it has arrived");
        String path = office.panel("/mine/scans/" + delivery);
        assertThat(guest.get(path).ok().json().path("canPrint").asBoolean()).isTrue();
        JsonNode seen = guest.post(path + "/print/preview", Map.of()).ok().json();
        assertThat(seen.path("problems")).isEmpty();
        assertThat(seen.path("sheetsInAll").asInt())
                .isEqualTo(row(delivery).path("pages").asInt());
        int before = office.device.printedAs().size();
        guest.post(path + "/print", Map.of("copies", 2)).ok();
        Waiting.until(() -> office.device.printedAs().size() > before, "it is printed where they stand");
        assertThat(office.device.printedAs()).last().asString().startsWith("2 ");

        Browser other = office.somebodyElse();
        assertThat(other.post(path + "/print/preview", Map.of()).status()).isEqualTo(404);
        assertThat(other.post(path + "/print", Map.of()).status()).isEqualTo(404);
    }
}
