package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDirectory;
import inky.courier.standins.StandInDirectory.Person;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A directory is set up by its probe, people come from it after a look, and recipients are found in it at the panel. */
class DirectoryWalkTest {
    private static final String BASE = "dc=wherrymoor,dc=example";
    private static final List<Person> PEOPLE = List.of(
            new Person("Ada Bright", "a.bright", "ada.bright@wherrymoor.example", List.of("Crew")),
            new Person("Ben Purser", "b.purser", "ben.purser@wherrymoor.example", List.of("Crew", "Night watch")),
            new Person("No Address Yet", "n.yet", "none", List.of()));

    @TempDir
    Path folder;

    private Page desk;

    @Test
    void fromTheProbeToARecipient() throws Exception {
        StandInDirectory.Settings settings = new StandInDirectory.Settings(
                "directory.wherrymoor.example", "127.40.13.1", 0, BASE, "cn=reader," + BASE, "Kelp 9", folder);
        try (StandInDirectory directory = StandInDirectory.open(settings);
                Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            directory.fill(PEOPLE);
            desk = chrome.desk(courier);
            desk.navigate(courier.uri() + "/directories");
            assertThat(desk.getByText("With a directory, people and their groups come by themselves"))
                    .isVisible();
            setUp(settings, directory.port());
            takePeople(directory);
            directory.fill(PEOPLE);
            findARecipient(chrome, courier, office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void setUp(StandInDirectory.Settings settings, int port) {
        desk.getByText("Add a directory").first().click();
        desk.getByLabel("Name, as the office calls it").fill("Staff directory");
        desk.getByLabel("Server").fill(settings.address());
        desk.getByLabel("Port", new Page.GetByLabelOptions().setExact(true)).fill(Integer.toString(port));
        desk.getByLabel("Account (bind DN); empty for none").fill(settings.account());
        password().fill("not this one");
        button("Probe").click();
        button("Trust exactly this one").click();
        button("Probe again").click();
        assertThat(desk.getByText("does not take this account with this password")
                        .first())
                .isVisible();
        password().fill(settings.password());
        button("Probe again").click();
        button("Use " + BASE).click();
        button("Probe again").click();
        assertThat(desk.getByText("short name a.bright")).isVisible();
        Chrome.checkAccessibility(desk, "a directory");
        button("Save").click();
        assertThat(desk.getByText("Staff directory created.")).isVisible();
    }

    private void takePeople(StandInDirectory directory) throws Exception {
        button("Compare people").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("2 to add; 0 unchanged. Nothing is changed yet.");
        assertThat(dialog).containsText("1 entry left out");
        Chrome.checkAccessibility(desk, "people by the directory");
        dialog.getByText("Apply changes").click();
        assertThat(desk.getByText("2 people changed by the directory.")).isVisible();
        // Entries made anew are known by their logins.
        directory.fill(PEOPLE.subList(1, 3));
        button("Compare people").click();
        assertThat(dialog).containsText("1 to link, 1 to disable; 0 unchanged.");
        dialog.getByText("Apply changes").click();
        assertThat(dialog).isHidden();
        desk.getByRole(AriaRole.LINK, named("People")).last().click();
        assertThat(desk.getByText("left the directory")).isVisible();
        desk.getByRole(AriaRole.LINK, named("Ben Purser")).click();
        assertThat(desk.getByLabel("Mail address")).isDisabled();
        Chrome.checkAccessibility(desk, "a person from a directory");
    }

    private static void findARecipient(Chrome chrome, Courier courier, Office office) {
        String to = office.desk
                .post(
                        "/api/destinations",
                        Map.of("name", "Whom they choose", "kind", "MAIL_CHOSEN", "routeId", office.serverId))
                .ok()
                .get("id");
        office.goesTo(to);
        Page panel = chrome.window(1024, 600);
        panel.navigate(courier.uri() + "/panel/" + office.deviceId);
        assertThat(panel.getByText(Pattern.compile("Your PIN"))).isVisible();
        panel.keyboard().type(office.pin, new com.microsoft.playwright.Keyboard.TypeOptions().setDelay(80));
        panel.keyboard().press("Enter");
        office.device.put(Stack.TIDE_TABLE);
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Berth permit"))
                .click();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Recipients Choose people"))
                .click();
        Locator letters = panel.getByLabel("First letters of a name, or an address");
        letters.fill("addr");
        assertThat(panel.getByText("No matching name.")).isVisible();
        key(panel, "Back").click();
        readsBetterWith(panel, "Large type", "High contrast", "Keyboard on the screen");
        key(panel, "Recipients Choose people").click();
        letters.focus();
        Locator keyboard = panel.getByRole(AriaRole.GROUP, named("Keyboard"));
        for (String letter : List.of("Shift", "B", "r", "u", "Delete", "i")) {
            keyboard.getByRole(
                            AriaRole.BUTTON,
                            new Locator.GetByRoleOptions().setName(letter).setExact(true))
                    .click();
        }
        assertThat(letters).hasValue("Bri");
        assertThat(panel.getByText("Ada Bright")).isVisible();
        Chrome.checkAccessibility(panel, "recipients by the keyboard on the screen, large, in high contrast");
        key(panel, "Hide the keyboard").click();
        panel.getByRole(AriaRole.CHECKBOX, named("Ada Bright")).check();
        key(panel, "Done, 1 chosen").click();
        Chrome.checkAccessibility(panel, "a scan in large type and high contrast");
        key(panel, "Sign out").click();
        assertThat(panel.locator(".panel.large, .panel.contrast")).isHidden();
    }

    private static void readsBetterWith(Page panel, String... aids) {
        key(panel, "Display").click();
        for (String aid : aids) {
            key(panel, aid).click();
            assertThat(key(panel, aid)).hasAttribute("aria-pressed", "true");
        }
        key(panel, "Display").click();
        assertThat(panel.locator(".panel.large.contrast")).isVisible();
    }

    private static Locator key(Page panel, String name) {
        return panel.getByRole(AriaRole.BUTTON, named(name)).first();
    }

    private Locator password() {
        return desk.getByLabel("Password", new Page.GetByLabelOptions().setExact(true));
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, named(name)).first();
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name);
    }
}
