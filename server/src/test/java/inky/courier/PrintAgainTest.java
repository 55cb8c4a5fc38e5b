package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
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
    /** RFC 8011 section B.1.5.8. */
    private static final int BUSY = 0x0507;

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
                    .containsExactly("2 two-sided-long-edge monochrome staple fit number-up 2 pages 2-3 tray-2");
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is known to be printed");
            JsonNode legs = row(delivery).path("legs");
            assertThat(legs.size()).isEqualTo(2);
            assertThat(legs.path(1).path("label").asString()).isEqualTo("Printing again");
            assertThat(legs.findValuesAsString("askedLater")).containsExactly("false", "true");
            assertThat(office.desk.get("/api/deliveries/" + delivery).text())
                    .contains("Printing on Printing again, requested by maud.");

            assertThat(preview(delivery, form(front, Map.of("sides", "SHORT_EDGE", "staple", true)))
                            .ok()
                            .text())
                    .as("what it cannot do together it says of itself")
                    .contains("Printing again cannot combine this with the other settings.");
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

    /** Whoever chose one of several files chose among those; when pages are changed meanwhile, nothing else is printed instead. */
    @Test
    void aChosenFileThatIsMadeAnewIsNotPrinted() throws Exception {
        office.goesTo(office.destination("Mail to me"));
        Browser guest = office.guest();
        String scan = office.scan(guest, Stack.BERTH_PERMIT);
        office.edit(guest, scan, 2, "SPLIT").ok();
        office.post.refuse(PostOffice.Step.RCPT, "550 5.7.1 Not today");
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        try (StandInDevice away = StandInDevice.start(
                DeviceModel.named("Tansy P1").orElseThrow(),
                "Printing one file",
                "127.20.9.53",
                0,
                1,
                0,
                Files.createTempDirectory("device"))) {
            Waiting.until(
                    () -> !row(delivery)
                            .path("legs")
                            .path(0)
                            .path("cause")
                            .asString()
                            .isEmpty(),
                    "the mail is refused");
            office.act("HOLD", delivery);
            String device = office.device("Printing one file", away);
            JsonNode seen =
                    preview(delivery, form(device, Map.of("file", 1))).ok().json();
            assertThat(seen.path("files").size()).isEqualTo(2);
            assertThat(seen.path("sheets").size()).isEqualTo(1);
            away.refusePrinting(BUSY);
            assertThat(office.desk
                            .post("/api/deliveries/" + delivery + "/print", form(device, Map.of("file", 1)))
                            .status())
                    .isEqualTo(204);
            Waiting.until(
                    () -> row(delivery)
                            .path("legs")
                            .path(1)
                            .path("cause")
                            .asString()
                            .equals("BUSY"),
                    "the device is busy");
            Waiting.until(() -> office.edit(delivery, 2, "JOIN").status() == 200, "no leg is just being tried");
            Waiting.until(
                    () -> row(delivery)
                            .path("legs")
                            .path(1)
                            .path("state")
                            .asString()
                            .equals("STOPPED"),
                    "it is called off");
            assertThat(row(delivery).path("legs").path(1).path("sentence").asString())
                    .contains("The chosen file was changed afterwards.");
            assertThat(away.printed()).isEmpty();
            office.desk.delete("/api/devices/" + device).ok();
        } finally {
            office.post.behave();
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
