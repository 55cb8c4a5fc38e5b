package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Mailbox;
import inky.courier.standins.Stack;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** The address book is filled at the desk, found by first letters at the panel, and kept at hand there. */
class AddressBookWalkTest {
    private static final String CARDS = """
            BEGIN:VCARD
            VERSION:4.0
            FN:Ilse Brackwater
            EMAIL:ilse@tidegauge.example
            ORG:Tide Gauge Survey
            END:VCARD
            BEGIN:VCARD
            VERSION:4.0
            FN:Brackwater, Ilse
            EMAIL:brackwater@tidegauge.example
            END:VCARD
            BEGIN:VCARD
            VERSION:4.0
            FN:Tobin Merle
            EMAIL:tobin@gullcrest.example
            END:VCARD
            """;

    private Page desk;
    private Page panel;

    @Test
    void fromAFileToAFavourite() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            desk.navigate(courier.uri() + "/contacts");
            assertThat(desk.getByText("by the first letters of a name")).isVisible();
            comeFromAFile();
            mergeDuplicates();
            makeAGroup();
            setTheRules(courier);
            String to = office.desk
                    .post(
                            "/api/destinations",
                            Map.of("name", "Whom they choose", "kind", "MAIL_CHOSEN", "routeId", office.serverId))
                    .ok()
                    .get("id");
            office.goesTo(to);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            sendToAGroup(office);
            findThemAgain(office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void comeFromAFile() {
        desk.getByLabel("File of contacts to import")
                .setInputFiles(new FilePayload("all.vcf", "text/vcard", CARDS.getBytes(StandardCharsets.UTF_8)));
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("3 contacts will change");
        Chrome.checkAccessibility(desk, "an import of contacts");
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Import"))
                .click();
        assertThat(desk.getByText("3 contacts added, 0 changed")).isVisible();
        assertThat(desk.getByRole(AriaRole.LINK, named("Tobin Merle"))).isVisible();
    }

    private void mergeDuplicates() {
        desk.getByText("1 possible duplicate").click();
        desk.getByLabel("Keep Ilse Brackwater, ilse@tidegauge.example").check();
        Chrome.checkAccessibility(desk, "possible duplicates");
        button(desk, "Merge").click();
        assertThat(desk.getByText("There are none.")).isVisible();
    }

    private void makeAGroup() {
        desk.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Address book"))
                .getByText("Groups")
                .click();
        desk.getByText("Add a group").click();
        desk.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Harbour watch");
        for (String letters : List.of("ilse", "tob")) {
            desk.getByRole(AriaRole.COMBOBOX, named("Add a member")).fill(letters);
            desk.getByRole(AriaRole.OPTION, named(letters.equals("ilse") ? "Ilse Brackwater" : "Tobin Merle"))
                    .first()
                    .click();
        }
        assertThat(button(desk, "Remove Tobin Merle")).isVisible();
        Chrome.checkAccessibility(desk, "a group of the address book");
        button(desk, "Save").click();
        assertThat(desk.getByText("Harbour watch created.")).isVisible();
    }

    private void setTheRules(Courier courier) {
        desk.navigate(courier.uri() + "/contacts/rules");
        desk.getByRole(AriaRole.COMBOBOX, named("Everybody may enter")).focus();
        desk.keyboard().press("Enter");
        desk.getByRole(AriaRole.OPTION, named("Within some domains")).click();
        Locator domains = desk.getByLabel("Everybody may enter: domains");
        domains.fill("two words?");
        domains.blur();
        button(desk, "Save").click();
        assertThat(desk.getByText("Name the domains within which")).isVisible();
        domains.fill("tidegauge.example");
        domains.blur();
        Chrome.checkAccessibility(desk, "rules for recipients");
        button(desk, "Save").click();
        assertThat(desk.getByText("Settings saved.")).isVisible();
    }

    private void signIn(Office office) {
        assertThat(panel.getByText(Pattern.compile("Your PIN"))).isVisible();
        panel.keyboard().type(office.pin, new com.microsoft.playwright.Keyboard.TypeOptions().setDelay(80));
        panel.keyboard().press("Enter");
        office.device.put(Stack.TIDE_TABLE);
        button(panel, "Berth permit").click();
        button(panel, "Recipients Choose people").click();
    }

    private void sendToAGroup(Office office) {
        signIn(office);
        assertThat(panel.getByText("Addresses within tidegauge.example")).isVisible();
        Locator letters = panel.getByLabel("First letters of a name, or an address");
        letters.fill("harb");
        assertThat(panel.getByText("2 addresses")).isVisible();
        panel.getByRole(AriaRole.CHECKBOX, named("Harbour watch")).check();
        button(panel, "Add Harbour watch to favourites").click();
        letters.fill("new@tidegauge.example");
        button(panel, "Add address").click();
        panel.getByLabel("Name of the contact").fill("New at the gauge");
        Chrome.checkAccessibility(panel, "recipients at the panel");
        button(panel, "Keep").click();
        assertThat(button(panel, "Remove New at the gauge")).isVisible();
        button(panel, "Done, 2 chosen").click();
        assertThat(panel.getByText(Pattern.compile("pages? scanned"))).isVisible();
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", exactly())).isVisible();
        List<Mailbox.Letter> all = office.post.mailbox().letters();
        Assertions.assertThat(all.get(all.size() - 1).to())
                .containsExactlyInAnyOrder(
                        "ilse@tidegauge.example", "tobin@gullcrest.example", "new@tidegauge.example");
        button(panel, "Sign out").click();
    }

    private void findThemAgain(Office office) {
        signIn(office);
        button(panel, "Back").click();
        button(panel, "As last time").click();
        assertThat(button(panel, "As last time")).isHidden();
        button(panel, "Recipients 2 people").click();
        assertThat(button(panel, "Done, 2 chosen")).isVisible();
        Locator favourites = panel.getByRole(AriaRole.REGION, named("Favourites"));
        assertThat(favourites).containsText("Harbour watch");
        Locator recent = panel.getByRole(AriaRole.REGION, named("Recent"));
        assertThat(recent).containsText("New at the gauge");
        assertThat(recent).not().containsText("Harbour watch");
        button(panel, "Remove New at the gauge from recent").click();
        assertThat(recent).isHidden();
        panel.getByLabel("First letters of a name, or an address").fill("new at");
        assertThat(panel.getByText("own contact")).isVisible();
        button(panel, "Remove New at the gauge from your contacts").click();
        assertThat(panel.getByText("No matching name.")).isVisible();
    }

    private static Page.GetByTextOptions exactly() {
        return new Page.GetByTextOptions().setExact(true);
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name);
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, named(name)).first();
    }
}
