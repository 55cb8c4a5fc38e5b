package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.standins.FreePort;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** A device that can only send mail: switched on, added, given its address, and what nobody is named in is claimed. */
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
        assertThat(desk.getByText("It is switched off")).isVisible();
        Chrome.checkAccessibility(desk, "Unclaimed while off");
        link("Settings, Scans by mail");
        desk.getByLabel("Take scans by mail").check();
        desk.getByLabel("Domain of the addresses").fill("not a domain");
        desk.getByLabel("Port", new Page.GetByLabelOptions().setExact(true)).fill(Integer.toString(port));
        button("Save").click();
        assertThat(desk.getByText("The domain for scans by mail is not valid.")).isVisible();
        assertThat(desk.getByText("A network is not valid, or there is none.")).isVisible();
        desk.getByLabel("Domain of the addresses").fill("scans.wherrymoor.example");
        desk.getByLabel("Networks of the devices, one in each line").fill("127.0.0.1\n192.168.10.0/24");
        button("Save").click();
        assertThat(desk.getByText("Listening on port " + port)).isVisible();
        Chrome.checkAccessibility(desk, "scans by mail in the settings");
    }

    private void addDevice(Courier courier) {
        desk.navigate(courier.uri() + "/devices/new");
        desk.getByLabel("Address").fill("127.0.0.1");
        button("Protocol, encryption, account").click();
        choose("Protocol", "Sends scans by mail");
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
