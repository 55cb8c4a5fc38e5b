package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Mailbox;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A folder is added, probed and looked into; a scan that it does not take is held, released and sent elsewhere. */
class WaysOutTest {
    private Page desk;

    @Test
    void aFolderIsSetUpAndWhatItDoesNotTakeIsMendedByHand() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                FileHouse house = Office.fileHouse("127.40.9.11");
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            addFolder(courier, house);
            holdReleaseAndSendElsewhere(courier, office, house);
            fetchByLink(courier, office);
            guessAndUnlock(courier, office, chrome.window(1024, 600));
            changePassword();
            org.assertj.core.api.Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void addFolder(Courier courier, FileHouse house) {
        desk.navigate(courier.uri() + "/destinations/new");
        desk.getByText("SFTP folder").click();
        desk.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Chart archive");
        desk.getByLabel("Server", new Page.GetByLabelOptions().setExact(true)).fill("127.40.9.11");
        desk.getByLabel("Port").fill(Integer.toString(house.sftpPort()));
        desk.getByLabel("Account", new Page.GetByLabelOptions().setExact(true)).fill("scans");
        desk.getByLabel("Password", new Page.GetByLabelOptions().setExact(true))
                .last()
                .fill(Office.PASSWORD);
        desk.getByLabel("Folder", new Page.GetByLabelOptions().setExact(true)).fill("charts");
        button("Probe").click();
        assertThat(desk.getByText("Nobody has yet accepted the server's key.").first())
                .isVisible();
        button("Trust exactly this one").click();
        button("Probe again").click();
        assertThat(desk.getByText(Pattern.compile("all steps passed"))).isVisible();
        Chrome.checkAccessibility(desk, "a destination");
        button("Save").click();
        assertThat(desk.getByText("Chart archive created.")).isVisible();
        button("Look inside").click();
        desk.getByLabel("New folder here").fill("old charts");
        button("Make it").click();
        assertThat(button("old charts/")).isVisible();
        Chrome.checkAccessibility(desk, "a folder looked into");
        desk.keyboard().press("Escape");
        desk.navigate(courier.uri() + "/destinations");
        assertThat(desk.getByText(Pattern.compile("passed just now|not probed yet")))
                .isVisible();
        Chrome.checkAccessibility(desk, "Destinations");
    }

    private void holdReleaseAndSendElsewhere(Courier courier, Office office, FileHouse house) {
        office.goesTo(office.destination("Chart archive"));
        house.refuseSftpWrites(14);
        office.send(Stack.TIDE_TABLE);
        desk.navigate(courier.uri() + "/");
        heading("1 delivery waits for you, from one cause");
        assertThat(desk.getByText("Chart archive has no space left")).isVisible();
        desk.navigate(courier.uri() + "/deliveries?state=WAITING");
        desk.getByLabel(Pattern.compile("^Choose D-")).check();
        Locator bulk = desk.getByLabel("What to do with the chosen ones");
        bulk.getByText("Hold").click();
        desk.getByLabel("Reason (for the record)").fill("the disk is being changed");
        button("Hold it").click();
        assertThat(desk.getByText("1 delivery is held.")).isVisible();
        desk.navigate(courier.uri() + "/deliveries?state=HELD");
        desk.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Person"))
                .fill("kjolv");
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("\u00c1sa Kj\u00f8lv"))
                .click();
        assertThat(desk).hasURL(Pattern.compile("person="));
        desk.getByRole(AriaRole.TABLE)
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("\u00c1sa Kj\u00f8lv"))
                .click();
        heading("Berth permit: held");
        assertThat(desk.getByText(Pattern.compile("the disk is being changed"))).isVisible();
        button("Send elsewhere").click();
        desk.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Other destination"))
                .press("Enter");
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Mail to me"))
                .click();
        button("Send it elsewhere").click();
        heading("Berth permit: arrived");
        Chrome.checkAccessibility(desk, "a delivery sent elsewhere");
        house.behave();
        print(office);
    }

    /** On paper: the sheets are seen first, and what nobody can print is said beside its field. */
    private void print(Office office) {
        button("Print").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG, new Page.GetByRoleOptions().setName("Print"));
        assertThat(dialog.getByRole(
                        AriaRole.HEADING, new Locator.GetByRoleOptions().setName(Pattern.compile("sheets? in total"))))
                .isVisible();
        assertThat(dialog.getByRole(AriaRole.COMBOBOX).first()).isFocused();
        dialog.getByLabel("Copies", new Locator.GetByLabelOptions().setExact(true))
                .fill("120");
        assertThat(dialog.getByText(Pattern.compile("99 copies"))).isVisible();
        dialog.getByLabel("Copies", new Locator.GetByLabelOptions().setExact(true))
                .fill("2");
        dialog.getByLabel("Pages", new Locator.GetByLabelOptions().setExact(true))
                .fill("1");
        assertThat(dialog.getByRole(AriaRole.HEADING, new Locator.GetByRoleOptions().setName("2 sheets in total")))
                .isVisible();
        Chrome.checkAccessibility(desk, "a delivery that is to be printed");
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Print"))
                .click();
        assertThat(desk.getByText("2 sheets sent to the printer.")).isVisible();
        assertThat(desk.getByText(Pattern.compile("Printing on Ticket office"))).isVisible();
        Waiting.until(() -> !office.device.printedAs().isEmpty(), "it is printed");
        org.assertj.core.api.Assertions.assertThat(office.device.printedAs())
                .as("page 1 of 1 is all of it")
                .containsExactly("2 one-sided monochrome");
    }

    private void fetchByLink(Courier courier, Office office) throws IOException {
        String link = office.desk
                .post(
                        "/api/destinations",
                        Map.of(
                                "name",
                                "Download",
                                "kind",
                                "LINK",
                                "routeId",
                                office.serverId,
                                "settings",
                                Map.of("days", 7, "withPasscode", false)))
                .ok()
                .get("id");
        office.goesTo(link);
        int before = office.post.mailbox().letters().size();
        office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.post.mailbox().letters().size() > before, "the address comes by mail");
        Mailbox.Letter letter = office.post.mailbox().letters().get(before);
        String text = Files.readString(letter.file()).replace("=\r\n", "");
        int at = text.indexOf("/get/");
        desk.navigate(courier.uri() + text.substring(at, at + "/get/".length() + 32));
        assertThat(desk.getByText(Pattern.compile("has scanned something for you")))
                .isVisible();
        Chrome.checkAccessibility(desk, "a download page");
        org.assertj.core.api.Assertions.assertThat(desk.waitForDownload(
                                () -> desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Download"))
                                        .click())
                        .suggestedFilename())
                .endsWith(".pdf");
        desk.navigate(courier.uri() + "/get/nothing");
        heading("Nothing to download here");
    }

    private void guessAndUnlock(Courier courier, Office office, Page panel) {
        panel.navigate(courier.uri() + "/panel/" + office.deviceId);
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        for (int i = 0; i < 6; i++) {
            enter(panel, "90210" + i);
        }
        assertThat(panel.getByText(Pattern.compile("Too many wrong attempts"))).isVisible();
        desk.navigate(courier.uri() + "/sign-ins");
        assertThat(desk.getByText("slowed after wrong attempts").first()).isVisible();
        Chrome.checkAccessibility(desk, "Sign-ins");
        button("Unlock the panel of Ticket office").click();
        assertThat(desk.getByText("Unlocked: the panel of Ticket office.")).isVisible();
        enter(panel, office.pin);
        assertThat(panel.getByText("What would you like to do?")).isVisible();
    }

    private static void enter(Page panel, String pin) {
        panel.waitForResponse(answer -> answer.url().endsWith("/session"), () -> {
            panel.keyboard().type(pin);
            panel.keyboard().press("Enter");
        });
        // Keys are taken again when the answer has been shown.
        panel.waitForTimeout(300);
    }

    private void changePassword() {
        button("Maud Ellery").click();
        button("Change password").click();
        desk.getByLabel("Current password").fill("not the password");
        desk.getByLabel("New password").fill("lantern and oar");
        Chrome.checkAccessibility(desk, "a new password");
        button("Change password").last().click();
        assertThat(desk.getByText("This is not your current password.")).isVisible();
        desk.getByLabel("Current password").fill("ferry crossing 7");
        button("Change password").last().click();
        assertThat(desk.getByText(Pattern.compile("Password changed"))).isVisible();
    }

    private Locator button(String name) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private void heading(String words) {
        assertThat(desk.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words)))
                .isVisible();
    }
}
