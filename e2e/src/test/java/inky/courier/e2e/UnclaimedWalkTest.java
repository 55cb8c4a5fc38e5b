package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.standins.FreePort;
import java.nio.file.Files;
import java.nio.file.Path;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Devices that can only send mail or files: switched on, added, given an address or an account, and what nobody is named in is claimed. */
class UnclaimedWalkTest {
    private Page desk;

    @Test
    void fromTheSettingsToTheClaimedScan() throws Exception {
        int port = FreePort.at("127.0.0.1");
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            switchOn(port);
            addDevice(courier);
            Assertions.assertThat(addressOf()).isEqualTo("berth-permit.old-copier@scans.wherrymoor.example");
            DeviceMail.to(addressOf())
                    .with("Subject", "From the old copier")
                    .attach("scan.pdf", DeviceMail.pdf(2))
                    .send(port);
            claim();
            assertThat(desk.getByText("Nothing is unclaimed")).isVisible();
            Locator row = desk.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("From the old copier"));
            assertThat(row).containsText("sent by");
            row.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("sent"))
                    .click();
            assertThat(desk.getByText("Old copier").first()).isVisible();
            takeFiles(courier);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void link(String name) {
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true))
                .first()
                .click();
    }

    private Locator button(String name) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** What cannot be is said beside its field. */
    private void switchOn(int port) {
        link("Unclaimed");
        assertThat(desk.getByText("Both are switched off")).isVisible();
        Chrome.checkAccessibility(desk, "Unclaimed while off");
        link("Settings, Scans by mail");
        desk.getByLabel("Take scans by mail").check();
        desk.getByLabel("Domain of the addresses").fill("not a domain");
        desk.getByLabel("Port", new Page.GetByLabelOptions().setExact(true)).fill(Integer.toString(port));
        button("Save").click();
        assertThat(desk.getByText("The domain for scans by mail is not valid.")).isVisible();
        assertThat(desk.getByText("A network is not valid, or there is none.")).isVisible();
        desk.getByLabel("Domain of the addresses").fill("scans.wherrymoor.example");
        desk.getByLabel("Networks of devices that send mail, one in each line").fill("127.0.0.1\n192.168.10.0/24");
        button("Save").click();
        assertThat(desk.getByText("Listening on port " + port)).isVisible();
        Chrome.checkAccessibility(desk, "scans by mail in the settings");
    }

    /** The same of a device that saves files: switched on, given an account, and what it sends goes by what the inbox says. */
    private void takeFiles(Courier courier) throws Exception {
        int port = FreePort.at("127.0.0.1");
        desk.navigate(courier.uri() + "/inboxes");
        assertThat(desk.getByText("Devices that cannot be reached from here can send files."))
                .isVisible();
        link("Add an inbox");
        desk.getByLabel("Name, as the office calls the device").fill("Copier in the stores");
        desk.getByLabel("Account", new Page.GetByLabelOptions().setExact(true)).fill("Stores Copier");
        desk.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("oil skin 4");
        button("Save").click();
        assertThat(desk.getByText("The account needs 1 to 32 small Latin letters"))
                .isVisible();
        desk.getByLabel("Account", new Page.GetByLabelOptions().setExact(true)).fill("stores-copier");
        choose("Device that sends", "Old copier");
        choose("Job", "Berth permit");
        choose("Person", "Ása Kjølv");
        Chrome.checkAccessibility(desk, "an inbox");
        button("Save").click();
        assertThat(desk.getByText("Password (stored; enter to change)")).isVisible();
        link("Settings, Scans by file transfer");
        desk.getByLabel("Take files by FTP").check();
        desk.getByLabel("Port of FTP").fill(Integer.toString(port));
        desk.getByLabel("Networks of devices that send files, one in each line").fill("127.0.0.1");
        button("Save").click();
        assertThat(desk.getByText("Listening on port " + port)).isVisible();
        Path file = Files.write(Files.createTempFile("scan", ".pdf"), DeviceMail.pdf(1));
        int sent = new ProcessBuilder(
                        "curl",
                        "-sS",
                        "-u",
                        "stores-copier:oil skin 4",
                        "-T",
                        file.toString(),
                        "ftp://127.0.0.1:" + port + "/stores-0412.pdf")
                .inheritIO()
                .start()
                .waitFor();
        Assertions.assertThat(sent).isZero();
        desk.navigate(courier.uri() + "/inboxes");
        assertThat(desk.getByText("can sign in")).isVisible();
        Chrome.checkAccessibility(desk, "inboxes");
        link("Unclaimed");
        Locator row = desk.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("stores-0412.pdf"));
        assertThat(row).containsText("Copier in the stores");
        assertThat(row.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("sent")))
                .isVisible();
    }

    private void addDevice(Courier courier) {
        desk.navigate(courier.uri() + "/devices/new");
        desk.getByLabel("Address").fill("127.0.0.1");
        button("Protocol, encryption, account").click();
        choose("Protocol", "Only sends scans");
        button("Continue").click();
        assertThat(desk.getByText("nothing can be started there from here")).isVisible();
        Chrome.checkAccessibility(desk, "a device that only sends");
        desk.getByLabel("Name, as people call it").fill("Old copier");
        desk.getByLabel("Place", new Page.GetByLabelOptions().setExact(true)).fill("Harbour");
        button("Save the device").click();
        assertThat(desk.getByText("Old copier created.")).isVisible();
    }

    private String addressOf() {
        link("Unclaimed");
        choose("Job", "Berth permit");
        choose("Device", "Old copier");
        return desk.locator("output").innerText();
    }

    private void choose(String field, String value) {
        Locator box = desk.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName(field).setExact(true))
                .first();
        box.focus();
        box.press("Enter");
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(value))
                .click();
    }

    private void claim() {
        assertThat(desk.getByText("1 scan unclaimed")).isVisible();
        assertThat(desk.getByText("It does not say whose it is.")).isVisible();
        desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Show 2 pages"))
                .click();
        assertThat(desk.getByAltText("Page 1 of 2")).isVisible();
        button("Next page").click();
        assertThat(desk.getByAltText("Page 2 of 2")).isVisible();
        Chrome.checkAccessibility(desk, "an unclaimed scan");
        choose("Person", "Ása Kjølv");
        button("Claim and send").click();
    }
}
