package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.core.message.Catalogue;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** The panel in each language: chosen at the door, until the person signs out; or theirs, which their mails are in too. */
class PanelLanguagesTest {
    /** Text that is wider than its key or its line, at the smallest panel that is usual. */
    private static final String CUT = "() => [...document.querySelectorAll('button, h1, h2, p, strong, small')]"
            + ".filter(e => e.clientWidth > 0 && e.scrollWidth > e.clientWidth + 1).map(e => e.innerText)";

    /** Where none stands it is called by its name. */
    private static final Map<String, String> LABELS = Map.of("de", "Liegeerlaubnis", "fr", "Permis de mouillage");

    private Page panel;
    private Map<String, String> words;

    @Test
    void aScanIsMadeInEveryLanguage() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            office.scansAt(Office.COARSE);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            office.goesTo(Map.of("labels", LABELS), office.destination("Mail to me"));
            for (Locale language : Languages.ALL.subList(1, Languages.ALL.size())) {
                panel.locator("button[lang=" + language.getLanguage() + "]").click();
                theDoorFitsASmallPanel(language);
                scan(office, language);
                assertThat(panel.getByText("Who is scanning?")).isVisible();
            }
            office.goesTo(Map.of("notifyWhen", "ALWAYS", "labels", LABELS), office.destination("Mail to me"));
            readsGerman(office);
            scan(office, Locale.GERMAN);
            Waiting.until(
                    () -> office.post.mailbox().letters().stream().anyMatch(letter -> {
                        try {
                            return Files.readString(letter.file()).contains("gescannt an");
                        } catch (IOException e) {
                            throw new java.io.UncheckedIOException(e);
                        }
                    }),
                    "the notice is in the language of its reader");
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void theDoorFitsASmallPanel(Locale language) {
        words = Catalogue.area(language, "panel");
        panel.setViewportSize(800, 480);
        assertThat(panel.getByText(words.get("pin.who"))).isVisible();
        nothingIsCut(language, 800);
        panel.setViewportSize(1024, 600);
    }

    /** From the PIN to signing out, with the feeder empty at first, which the server has to say. */
    private void scan(Office office, Locale language) throws IOException {
        words = Catalogue.area(language, "panel");
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
        assertThat(button(LABELS.getOrDefault(language.getLanguage(), "Berth permit")))
                .isVisible();
        assertThat(panel.locator("html")).hasAttribute("lang", language.getLanguage());
        assertThat(panel.getByText(Message.of("profile.colour.as-found").in(language))
                        .first())
                .isVisible();
        nothingIsCut(language);
        panel.setViewportSize(800, 480);
        nothingIsCut(language, 800);
        panel.setViewportSize(1024, 600);
        button(LABELS.getOrDefault(language.getLanguage(), "Berth permit")).click();
        assertThat(panel.getByText(Message.of("trouble.device.no-paper").in(language)))
                .isVisible();
        Chrome.checkAccessibility(panel, "an empty feeder in " + language);
        nothingIsCut(language);
        office.device.put(Stack.TIDE_TABLE);
        button(words.get("scan.scan")).click();
        Locator send = button(words.get("scan.send"));
        assertThat(send).isEnabled();
        send.click();
        assertThat(panel.getByText(words.get("sent.arrived"), new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        nothingIsCut(language);
        button(words.get("panel.sign-out")).click();
    }

    private void nothingIsCut(Locale language) {
        nothingIsCut(language, 1024);
    }

    private void nothingIsCut(Locale language, int width) {
        Assertions.assertThat((List<?>) panel.evaluate(CUT))
                .as("cut in " + language)
                .isEmpty();
        Assertions.assertThat((Integer) panel.evaluate("() => document.documentElement.scrollWidth"))
                .isEqualTo(width);
    }

    private static void readsGerman(Office office) throws IOException {
        var person = office.desk.get("/api/people").ok().json().path("rows").path(0);
        office.desk
                .put(
                        "/api/people/" + person.path("id").asString(),
                        Map.of(
                                "name", person.path("name").asString(),
                                "login", person.path("login").asString(),
                                "email", person.path("email").asString(),
                                "language", "de"))
                .ok();
    }

    private Locator button(String name) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }
}
