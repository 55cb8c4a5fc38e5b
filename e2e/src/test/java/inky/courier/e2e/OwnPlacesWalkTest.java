package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Places that are somebody's own: a stick that they put into the device, and folders that they add themselves. */
class OwnPlacesWalkTest {
    private Page panel;

    @Test
    void aStickAndFoldersOfOnesOwn() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                FileHouse house = Office.fileHouse("127.40.9.33");
                Chrome chrome = new Chrome()) {
            panel = chrome.window(1024, 600);
            office.device.stick(false);
            office.goesTo(office.stick());
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            assertThat(panel.getByText("Who is scanning?")).isVisible();
            panel.keyboard().type(office.pin);
            panel.keyboard().press("Enter");
            assertThat(key("Berth permit")).isVisible();
            assertThat(key("Scan onto the stick")).isHidden();
            office.device.stick(true);
            ontoTheStick(office);
            fromTheStick(office);
            addAFolder(courier, office, house);
            chooseBetweenTwo(office, house);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    /** It is noticed while somebody stands there; the files get a passcode. */
    private void ontoTheStick(Office office) throws IOException {
        office.device.put(Stack.TIDE_TABLE);
        key("Scan onto the stick").click();
        assertThat(panel.getByText("pages scanned").or(panel.getByText("page scanned")))
                .isVisible();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Passcode suggested")))
                .click();
        panel.getByLabel("Passcode", new Page.GetByLabelOptions().setExact(true))
                .last()
                .fill("salt marsh 8");
        panel.keyboard().press("Enter");
        key("Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Assertions.assertThat(office.device.stored())
                .anyMatch(file -> file.startsWith("usb/") && file.endsWith(".pdf"));
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Next document")))
                .click();
    }

    /** What lies there has a passcode by now, which is said; nothing is sent. */
    private void fromTheStick(Office office) {
        office.goesTo(office.destination("Mail to me"));
        key("Send from the stick").click();
        Chrome.checkAccessibility(panel, "files of a stick");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("\\.pdf")))
                .first()
                .click();
        assertThat(panel.getByText(Pattern.compile("is protected by a passcode")))
                .isVisible();
        key("Cancel").click();
    }

    private void addAFolder(Courier courier, Office office, FileHouse house) {
        Map<String, Object> form = Office.folderForm("FTP", "127.40.9.33", house.ftpPort(), "office");
        form.put("name", "Office files");
        @SuppressWarnings("unchecked")
        Map<String, Object> settings = (Map<String, Object>) form.get("settings");
        settings.put("ownFolders", true);
        office.desk.post("/api/destinations", form).ok();
        office.goesTo(office.named("Own folder", "DESKTOP"));
        key("My scans").click();
        add("Reports", "asa/reports", "guessed");
        key("Test").click();
        assertThat(panel.getByText(Pattern.compile("does not accept|refuse|password", Pattern.CASE_INSENSITIVE))
                        .first())
                .isVisible();
        panel.getByLabel("Password", new Page.GetByLabelOptions().setExact(true))
                .fill(Office.PASSWORD);
        key("Test").click();
        assertThat(panel.getByText("It works. Scans can be saved there.")).isVisible();
        Chrome.checkAccessibility(panel, "a folder that is added");
        key("Save").click();
        assertThat(panel.getByText("My folders")).isVisible();
        add("Plans", "asa/plans", Office.PASSWORD);
        key("Save").click();
        assertThat(panel.getByText("Plans", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Chrome.checkAccessibility(panel, "own folders");
        key("Back").click();
    }

    private void add(String name, String folder, String password) {
        key("Add a folder").click();
        panel.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill(name);
        panel.getByLabel("Folder", new Page.GetByLabelOptions().setExact(true)).fill(folder);
        panel.getByLabel("Account").fill("scans");
        panel.getByLabel("Password", new Page.GetByLabelOptions().setExact(true))
                .fill(password);
    }

    private void chooseBetweenTwo(Office office, FileHouse house) throws IOException {
        office.device.put(Stack.TIDE_TABLE);
        key("Berth permit").click();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Own folder Plans")))
                .click();
        key("Reports").click();
        assertThat(panel.getByText(Pattern.compile("pages? scanned"))).isVisible();
        key("Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Waiting.until(
                () -> house.stored().stream().anyMatch(file -> file.startsWith("asa/reports/")),
                "it is in the folder that was chosen");
    }

    private Locator key(String name) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)))
                .first();
    }
}
