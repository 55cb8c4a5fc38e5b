package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Loopback;
import inky.courier.harness.Office;
import inky.courier.standins.Announcements;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.StandInDevice;
import inky.courier.standins.StandInDevice.SignIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Devices are added by their address alone; one that is guarded has its certificate looked at and its account entered. */
class DevicesWalkTest {
    /** An update is looked at every ten seconds. */
    private static final LocatorAssertions.ContainsTextOptions PATIENT =
            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);

    @TempDir
    Path certificates;

    private Page desk;

    @Test
    void fromAnAddressToADeviceThatIsTrusted() throws Exception {
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        SignIn signIn = new SignIn("keeper", "lantern-77", true);
        try (StandInDevice plain = StandInDevice.start(
                        DeviceModel.named("Borage S1").orElseThrow(), "Charts", "127.20.9.31", 0, 1, 0);
                StandInDevice guarded = StandInDevice.guarded(model, "Vault", "127.20.9.32", certificates, signIn);
                Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            Assertions.assertThat(office.deviceId).isNotEmpty();
            desk = chrome.desk(courier);
            look(courier, plain);
            assertThat(desk.getByText("Borage S1")).isVisible();
            assertThat(desk.getByText("eSCL, not encrypted")).isVisible();
            save("Chart office");

            look(courier, guarded);
            Chrome.checkAccessibility(desk, "a certificate that nobody has trusted");
            button("Trust exactly this one").click();
            assertThat(desk.getByText("The device asks for its administrator")).isVisible();
            desk.getByLabel("Administrator's account, if it asks").fill("keeper");
            password().fill("not this one");
            button("Look at the device").click();
            assertThat(desk.getByText("The device refuses the account or its password."))
                    .isVisible();
            password().fill("lantern-77");
            button("Look at the device").click();
            assertThat(desk.getByText("Alder M30")).isVisible();
            assertThat(desk.getByText("IPP, encrypted")).isVisible();
            Chrome.checkAccessibility(desk, "a guarded device");
            save("Vault");

            // Kept with it; the password is not shown again.
            assertThat(desk.getByLabel("Administrator's account, if it asks")).hasValue("keeper");
            assertThat(password()).hasValue("");
            button("Look at its certificate").click();
            assertThat(desk.getByText("CN=Vault").first()).isVisible();
            assertThat(button("Trust exactly this one")).isHidden();

            fleet(office, plain);
            askedBySnmp(courier, office);
            supportFile();
            alerts(courier, office);
            settings(courier, office, guarded);
            firmware(courier, office, guarded);
            if (Loopback.hasMulticast()) {
                findSeveral(guarded);
            }
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    /** What announces itself is found, named and added, two at once; what is there already is said to be. */
    private void findSeveral(StandInDevice there) throws IOException {
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        try (StandInDevice berths = StandInDevice.start(model, "Berths", "127.20.9.33", 0, 1, 0);
                StandInDevice tolls = StandInDevice.start(model, "Tolls", "127.20.9.34", 0, 1, 0);
                Announcements heard = Announcements.of(
                        List.of(service(berths, "Berths"), service(tolls, "Tolls"), service(there, "Vault")))) {
            desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Devices"))
                    .first()
                    .click();
            desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Find devices"))
                    .click();
            button("Search").click();
            assertThat(row(there)).containsText("already added");
            assertThat(row(tolls)).containsText("can be added");
            // Letter by letter, as people do
            Locator name =
                    desk.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Name of " + tolls.address()));
            name.clear();
            name.pressSequentially("Toll house");
            Chrome.checkAccessibility(desk, "devices that were found");
            // Others on this machine may announce theirs, the demo for one
            Locator all = desk.getByLabel("All that can be added");
            assertThat(desk.getByRole(
                            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Add \\d+ devices"))))
                    .isEnabled();
            all.uncheck();
            desk.getByLabel("Add Toll house").check();
            desk.getByLabel("Add Berths").check();
            button("Add 2 devices").click();
            assertThat(desk.getByText("2 devices added.")).isVisible();
            desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Toll house"))
                    .click();
            assertThat(desk.getByLabel("Name, as people call it")).hasValue("Toll house");
            assertThat(desk.getByLabel("Place", new Page.GetByLabelOptions().setExact(true)))
                    .hasValue("Pier");
        }
    }

    /** What stops people stands first, without asking for it; narrowed, folded and put together otherwise by the keyboard. */
    private void fleet(Office office, StandInDevice charts) {
        desk.locator("body").press("g");
        desk.locator("body").press("f");
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText(Pattern.compile("All \\d devices are ready"));
        Chrome.checkAccessibility(desk, "the fleet");
        office.device.stock().paper(1, 0);
        charts.misbehave(5, List.of("input-media-jam-error"));
        askAll(office);
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText("1 device stopped, 1 needs attention");
        Locator strips = desk.locator(".strip");
        assertThat(strips.first()).containsText("Chart office");
        assertThat(strips.first()).containsText("Paper jam in the feeder.");
        assertThat(strips.filter(new Locator.FilterOptions().setHasText("Ticket office")))
                .containsText("Tray 1: empty");
        Chrome.checkAccessibility(desk, "a fleet with a device that is stopped");

        button("Check all again").press("Enter");
        assertThat(desk.getByText(Pattern.compile("\\d devices will be asked within seconds\\.")))
                .isVisible();
        assertThat(button("Check all again")).isFocused();
        desk.getByLabel("Choose all of Harbour").check();
        Chrome.checkAccessibility(desk, "devices of the fleet that are chosen");
        desk.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("With 2 devices"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Check again"))
                .click();
        assertThat(desk.getByText("2 devices will be asked within seconds.")).isVisible();
        assertThat(desk.getByLabel("Choose Vault")).not().isChecked();
        Locator stopped = desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Stopped 1"));
        stopped.press("Enter");
        assertThat(strips).hasCount(1);
        assertThat(desk).hasURL(Pattern.compile("state=STOPPED"));
        stopped.press("Enter");
        button("By model").press("Enter");
        Locator model = desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Borage S1"))
                .first();
        assertThat(model).hasAttribute("aria-expanded", "true");
        model.press("Enter");
        assertThat(strips.filter(new Locator.FilterOptions().setHasText("Chart office")))
                .hasCount(0);
        desk.getByLabel("Name, place, model or address").fill("nothing like this");
        assertThat(desk.getByText("No device matches.")).isVisible();
        button("Show all").click();

        assertThat(model).hasAttribute("aria-expanded", "false");
        model.press("Enter");
        assertThat(model).hasAttribute("aria-expanded", "true");
        assertThat(strips.filter(new Locator.FilterOptions().setHasText("Chart office")))
                .containsText("Paper jam in the feeder.");
        button("Check again").click();
        assertThat(desk.getByText("Chart office: Paper jam in the feeder.")).isVisible();
        charts.misbehave(3, List.of());
        askAll(office);
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText("1 device needs attention");
        strips.filter(new Locator.FilterOptions().setHasText("Ticket office"))
                .getByRole(AriaRole.LINK)
                .click();
        assertThat(desk).hasURL(Pattern.compile("/fleet/"));
        assertThat(desk.getByText("Black toner")).isVisible();
        onesPage(office, charts);
    }

    /** What a device is, how it was and whether the way to it is open, on one page. */
    private void onesPage(Office office, StandInDevice charts) {
        desk.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Fleet").setExact(true))
                .last()
                .click();
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Chart office"))
                .click();
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText("Chart office");
        assertThat(desk.getByText(Pattern.compile("Usable [0-9.]+ % of the last 24 hours; 1 interruption\\.")))
                .isVisible();
        assertThat(desk.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("Interruptions")))
                .containsText("Paper jam in the feeder.");
        button("Quarter").press("Enter");
        assertThat(desk.getByText(Pattern.compile("of the last 90 days; 1 interruption")))
                .isVisible();
        assertThat(desk).hasURL(Pattern.compile("days=90"));
        desk.reload();
        assertThat(button("Quarter")).hasAttribute("aria-pressed", "true");
        button("Test").press("Enter");
        assertThat(desk.getByText("Answer of the device")).isVisible();
        assertThat(button("Test")).isFocused();
        Chrome.checkAccessibility(desk, "a device");
        charts.close();
        button("Test").press("Enter");
        assertThat(desk.getByText("Nothing answers at this address.")).isVisible();
        assertThat(desk.getByText("What to do.")).isVisible();
        Chrome.checkAccessibility(desk, "a device that does not answer");
    }

    /** Tried before anything is saved: first by the wrong community, then by the right one. */
    private void askedBySnmp(Courier courier, Office office) throws IOException {
        office.device.snmp(0, "tidewater");
        desk.navigate(courier.uri() + "/settings");
        Locator version = desk.getByLabel("SNMP", new Page.GetByLabelOptions().setExact(true));
        version.focus();
        version.press("Enter");
        desk.getByRole(AriaRole.OPTION).getByText("Version 2c").click();
        desk.getByLabel("Port (UDP)").fill(String.valueOf(office.device.port()));
        Locator community = desk.getByLabel("Community");
        community.fill("public");
        Locator device = desk.getByRole(
                AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Device").setExact(true));
        device.click();
        desk.getByRole(AriaRole.OPTION).getByText("Ticket office").click();
        button("Test").click();
        assertThat(desk.getByText("No answer by SNMP.")).isVisible();
        community.fill("tidewater");
        button("Test").click();
        assertThat(desk.getByText("Serial number AM30")).isVisible();
        Chrome.checkAccessibility(desk, "the settings");
        desk.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Save").setExact(true))
                .click();
        assertThat(community).hasAttribute("placeholder", "kept");
        assertThat(community).hasValue("");
    }

    /** What leaves is what was seen, and corrected. */
    private void supportFile() throws IOException {
        desk.getByLabel("Deliveries it is about; empty for none").fill("D-999999");
        button("Look at the support file").click();
        assertThat(desk.getByText("There is no delivery D-999999.")).isVisible();
        desk.locator("summary", new Page.LocatorOptions().setHasText("Versions"))
                .click();
        Locator versions = desk.getByLabel("Versions");
        assertThat(versions).hasValue(Pattern.compile("PostgreSQL"));
        Chrome.checkAccessibility(desk, "a support file");
        versions.fill("nothing of it");
        Download file = desk.waitForDownload(() -> button("Download").click());
        Assertions.assertThat(file.suggestedFilename()).startsWith("inky-courier-support-");
        Assertions.assertThat(Files.readString(file.path()))
                .contains("===== Versions =====\nnothing of it", "===== Devices =====")
                .doesNotContain("PostgreSQL");
    }

    /** A jam that has lasted is an alert; somebody takes it, puts it off, says who else is told, and it ends by itself. */
    private void alerts(Courier courier, Office office) {
        JdbcClient jdbc = courier.bean(JdbcClient.class);
        office.device.misbehave(5, List.of("input-media-jam-error"));
        askAll(office);
        jdbc.sql("update device_state set since = since - interval '10 minutes'")
                .update();
        lookForAlerts(jdbc);
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Alerts"))
                .first()
                .click();
        Locator alert =
                desk.locator("li", new Page.LocatorOptions().setHasText("Linnet Pier, Ticket office cannot be used"));
        assertThat(alert).isVisible();
        alert.getByText("Take", new Locator.GetByTextOptions().setExact(true)).press("Enter");
        assertThat(alert).containsText("taken by maud");
        assertThat(button("Give back")).isVisible();
        Chrome.checkAccessibility(desk, "alerts");
        alert.getByRole(AriaRole.COMBOBOX).selectOption("1 hour");
        assertThat(alert).isHidden();
        button("Put off").click();
        assertThat(alert).containsText("put off until");
        button("Open again").click();
        assertThat(desk.getByText("Nothing is put off.")).isVisible();

        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Rules and recipients"))
                .click();
        desk.getByLabel("Mail addresses, one a line; empty for no mail").fill("keeper@wherrymoor.example");
        desk.getByLabel("Device cannot be used: minutes, 1 to 240").fill("900");
        button("Save").click();
        assertThat(desk.getByText("This figure is out of the rule’s range.").first())
                .isVisible();
        desk.getByLabel("Device cannot be used: minutes, 1 to 240").fill("9");
        desk.getByLabel("Device cannot be used: different at a place").selectOption("Linnet Pier");
        assertThat(desk.getByLabel("Linnet Pier")).isChecked();
        Chrome.checkAccessibility(desk, "rules of alerts");
        button("Save").click();
        assertThat(button("Send a test")).isEnabled();
        button("Send a test").click();
        assertThat(desk.getByText("Taken.")).isVisible();

        office.device.misbehave(3, List.of());
        askAll(office);
        jdbc.sql("update alert set seen_at = seen_at - interval '5 minutes'").update();
        lookForAlerts(jdbc);
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Alerts"))
                .first()
                .click();
        button("Ended").click();
        assertThat(alert).containsText("taken by maud");
    }

    /** What a device is to keep itself is wanted, set, wanted at another one too; what somebody changes there is found and mended. */
    private void settings(Courier courier, Office office, StandInDevice guarded) {
        desk.navigate(courier.uri() + "/devices/" + office.deviceId);
        desk.getByLabel(Pattern.compile("^Contact")).check();
        desk.getByLabel("Whom to ask about it").fill("Help desk, 4400");
        desk.getByLabel(Pattern.compile("^Sleeps after")).check();
        minutes().fill("500");
        button("Save").click();
        assertThat(desk.getByText("A device sleeps after 1 to 240 minutes.")).isVisible();
        assertThat(minutes()).isFocused();
        minutes().fill("20");
        Chrome.checkAccessibility(desk, "what a device is to keep");
        button("Save").click();
        assertThat(desk.getByText("Ticket office saved").first()).isVisible();

        desk.navigate(courier.uri() + "/fleet/" + office.deviceId);
        Locator sleep = desk.locator("tr", new Page.LocatorOptions().setHasText("Sleeps after"));
        assertThat(sleep).containsText("20 minutes");
        assertThat(sleep).containsText("30 minutes");
        button("Set as wanted").press("Enter");
        assertThat(sleep).containsText("the same");
        Assertions.assertThat(office.device.setting("printer-contact-col")).isEqualTo("Help desk, 4400");
        Chrome.checkAccessibility(desk, "settings at a device");

        button("Copy to other devices").click();
        // The other one of this model
        button("All Alder M30 (1)").press("Enter");
        assertThat(desk.getByText("Sleeps after: 30 minutes becomes 20 minutes"))
                .isVisible();
        Chrome.checkAccessibility(desk, "what copying would change");
        button("Copy to 1 device").click();
        assertThat(desk.getByText("1 device is being set.")).isVisible();
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Settings of all devices"))
                .click();
        assertThat(desk.getByText("1 device set").first()).isVisible();
        Assertions.assertThat(guarded.setting("sleep-minutes")).isEqualTo("20");

        guarded.set("sleep-minutes", "5");
        askAll(office);
        assertThat(desk.getByRole(AriaRole.HEADING).first())
                .hasText(Pattern.compile("1 of \\d devices is set otherwise than wanted"));
        assertThat(desk.locator("tbody tr").first()).containsText("Sleeps after: 5 minutes, wanted 20 minutes");
        desk.getByLabel("Choose Vault").check();
        Chrome.checkAccessibility(desk, "devices that are set otherwise");
        button("Set as wanted").click();
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText("All devices are set as wanted");
        Assertions.assertThat(guarded.setting("sleep-minutes")).isEqualTo("20");
    }

    /** A version is wanted, the device behind it updated; its panel and the fleet say so while that goes on. */
    private void firmware(Courier courier, Office office, StandInDevice guarded) {
        guarded.firmware("2.9.4");
        guarded.updateLasts(Duration.ofHours(1).toMillis());
        askAll(office);
        desk.navigate(courier.uri() + "/fleet/firmware");
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText("No device is behind");
        button("Change Alder M30").click();
        assertThat(desk.getByLabel("Wanted version")).isFocused();
        desk.getByLabel("Wanted version").fill("the newest");
        button("Save").click();
        assertThat(desk.getByText("A version has 1 to 40 characters, a digit among them."))
                .isVisible();
        button("2.10.2").click();
        assertThat(desk.getByLabel("Wanted version")).hasValue("2.10.2");
        Chrome.checkAccessibility(desk, "a version that is wanted");
        button("Save").click();
        assertThat(desk.getByRole(AriaRole.HEADING).first())
                .hasText(Pattern.compile("1 of \\d devices does not run the wanted firmware"));

        desk.getByLabel("Choose Vault").check();
        Chrome.checkAccessibility(desk, "devices that are to be updated");
        button("Update in stages").press("Enter");
        assertThat(desk.getByRole(AriaRole.HEADING).first()).isFocused();
        Locator under = desk.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Updates under way"));
        assertThat(under).containsText("being updated");
        guarded.passUpdate(40);
        assertThat(under).containsText("50 %", PATIENT);
        Chrome.checkAccessibility(desk, "an update under way");
        String vault = office.desk
                .get("/api/devices?find=vault")
                .ok()
                .json()
                .path("rows")
                .path(0)
                .path("id")
                .asString();
        desk.navigate(courier.uri() + "/panel/" + vault);
        assertThat(desk.getByText("Its firmware is being updated. Do not switch it off."))
                .isVisible();
        Chrome.checkAccessibility(desk, "the panel of a device that is being updated");

        desk.navigate(courier.uri() + "/fleet/firmware");
        guarded.passUpdate(70);
        assertThat(desk.getByRole(AriaRole.HEADING).first())
                .hasText("No device is behind", new LocatorAssertions.HasTextOptions().setTimeout(30_000));
        assertThat(desk.getByText("1 device updated").first()).isVisible();
        Assertions.assertThat(guarded.firmware()).isEqualTo("2.10.2");
    }

    private Locator minutes() {
        return desk.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Minutes"));
    }

    private static void lookForAlerts(JdbcClient jdbc) {
        jdbc.sql("update scheduled_tasks set execution_time = now() where task_name = 'watch-alerts'")
                .update();
    }

    private static void askAll(Office office) {
        office.desk
                .get("/api/devices")
                .ok()
                .json()
                .path("rows")
                .forEach(device -> office.desk
                        .post("/api/devices/" + device.path("id").asString() + "/refresh", Map.of())
                        .ok());
    }

    private static Announcements.Service service(StandInDevice device, String name) {
        return new Announcements.Service(
                "_ipp._tcp", name, device.address(), device.port(), List.of("ty=Alder M30", "note=Pier"));
    }

    private Locator row(StandInDevice device) {
        return desk.locator("tbody tr", new Page.LocatorOptions().setHasText(device.address() + ":" + device.port()));
    }

    private void look(Courier courier, StandInDevice device) {
        desk.navigate(courier.uri() + "/devices/new");
        desk.getByLabel("Address").fill(device.address() + ":" + device.port());
        button("Look at the device").click();
    }

    private void save(String name) {
        desk.getByLabel("Name, as people call it").fill(name);
        desk.getByLabel("Place", new Page.GetByLabelOptions().setExact(true)).fill("Harbour");
        button("Save the device").click();
        assertThat(desk.getByText(name + " created.")).isVisible();
    }

    private Locator password() {
        return desk.getByLabel("Password", new Page.GetByLabelOptions().setExact(true));
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }
}
