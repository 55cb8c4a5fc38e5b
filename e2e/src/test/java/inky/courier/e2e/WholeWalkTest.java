package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static inky.courier.e2e.Chrome.checkAccessibility;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import inky.courier.delivery.query.ReportTask;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.StandInDevice;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** From an empty start to a scan that arrives, in the real interface. */
class WholeWalkTest {
    /** Longer than a finger has to rest on what it drags. */
    private static final int HELD_MILLIS = 300;

    private Courier courier;
    private StandInDevice device;
    private PostOffice post;
    private Chrome chrome;
    private Page desk;

    @BeforeEach
    void open() throws Exception {
        courier = Courier.start();
        device = StandInDevice.start(
                DeviceModel.named("Alder M30").orElseThrow(), "Ticket office", "127.20.8.1", 0, 700, 150);
        post = Office.postOffice(Files.createTempDirectory("post"));
        chrome = new Chrome();
        desk = chrome.window(1280, 800);
    }

    @AfterEach
    void close() {
        chrome.close();
        device.close();
        post.close();
        courier.close();
    }

    @Test
    void aNewcomerSetsUpTheOfficeAndAScanArrives() {
        firstAdministrator();
        addDevice();
        addMailServer();
        addDestinationProfileAndName();
        addJobAndPlaceIt();
        String pin = addPerson();
        walkUp(pin);
        watchIt();
        sendFromTheDesk();
        acceptAFinding();
        seeWhatDepends();
        takeTheSetUpAlong();
        reports();
        assertThat(chrome.complaints()).isEmpty();
    }

    private void firstAdministrator() {
        desk.navigate(courier.uri().toString());
        assertThat(heading("Who looks after the scanners?")).isVisible();
        checkAccessibility(desk, "the first account");
        desk.getByLabel("Code from the terminal").fill("wrong");
        desk.getByLabel("Your name").fill("Maud Ellery");
        desk.getByLabel("Your mail address").fill("maud.ellery@wherrymoor.example");
        desk.getByLabel("Account").fill("maud");
        desk.getByLabel("Password").fill("ferry crossing 7");
        button("Begin").click();
        assertThat(desk.getByText("This is not the code that Courier printed when it started."))
                .isVisible();
        desk.getByLabel("Code from the terminal").fill(Courier.SETUP_CODE);
        button("Begin").click();
        assertThat(heading("The first scan is 6 steps away")).isVisible();
        checkAccessibility(desk, "Today before the first scan");
    }

    private void addDevice() {
        desk.getByLabel("Address").fill("127.20.8.99");
        button("Look at the device").click();
        assertThat(desk.getByText("Nothing answers at this address.")).isVisible();
        desk.getByLabel("Address").fill("127.20.8.1:" + device.port());
        button("Look at the device").click();
        assertThat(desk.getByText("feeder for 100 sheets, glass")).isVisible();
        assertThat(desk.getByText("11 places for jobs")).isVisible();
        desk.getByLabel("Name, as people call it").fill("Ticket office");
        desk.getByLabel("Place").fill("Linnet Pier");
        button("Save the device").click();
        assertThat(heading("The first scan is 5 steps away")).isVisible();
        rail("Devices").click();
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ticket office"))
                .click();
        assertThat(button("Check again")).isVisible();
        checkAccessibility(desk, "Devices");
    }

    private void addMailServer() {
        rail("Mail servers").click();
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Add a mail server"))
                .click();
        desk.getByLabel("Name, as the office calls it").fill("Harbour Post");
        desk.getByLabel("Server", exact()).fill("127.30.9.5");
        desk.getByLabel("Port", exact()).fill(String.valueOf(post.startTlsPort()));
        desk.getByLabel("Account", exact()).fill("scans@wherrymoor.example");
        desk.getByLabel("Password", exact()).fill("not the password");
        desk.getByLabel("Sender address").fill("scans@wherrymoor.example");
        button("Probe").click();
        // Nobody vouches for the certificate: it is shown, and trusted by its fingerprint
        assertThat(desk.getByText("The server's certificate is not signed by an authority that this machine trusts.")
                        .first())
                .isVisible();
        checkAccessibility(desk, "a failed probe");
        button("Trust exactly this one").click();
        button("Probe again").click();
        assertThat(heading("Sign-in refused")).isVisible();
        assertThat(desk.getByText("535 5.7.8 Authentication credentials invalid"))
                .isVisible();
        button("Whole dialogue").click();
        assertThat(desk.getByText("AUTH PLAIN ********")).isVisible();
        desk.keyboard().press("Escape");
        desk.getByLabel("Password", exact()).fill(Office.PASSWORD);
        button("Probe again").click();
        assertThat(desk.getByText(Pattern.compile("all steps passed"))).isVisible();
        assertThat(post.mailbox().letters()).as("the test message").hasSize(1);
        button("Save").click();
        assertThat(desk.getByText("Harbour Post created.")).isVisible();
        button("Probe again").click();
        assertThat(heading("Harbour Post takes mail")).isVisible();
        checkAccessibility(desk, "a passed probe");
    }

    private void addDestinationProfileAndName() {
        rail("Destinations").click();
        link("New destination").click();
        desk.getByLabel("Name", exact()).fill("Mail to me");
        button("Save").click();
        assertThat(desk.getByText("Mail to me created.")).isVisible();
        checkAccessibility(desk, "Destinations");

        rail("Profiles").click();
        link("New profile").click();
        desk.getByLabel("Name", exact()).fill("Both sides, as found");
        part("Paper").click();
        radio("Several papers receipts, cards: a page for each").check();
        assertThat(desk.getByText("4 papers on the glass, a page for each")).isVisible();
        radio("Single sheets").check();
        radio("Both sides flip on long edge").check();
        checkAccessibility(desk, "a profile's paper");
        part("Tidy").click();
        desk.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^Turn upright")))
                .check();
        radio("Cargo manifest").check();
        // The sample page lies on its side; the preview says what was done to it and shows it.
        assertThat(desk.getByText("turned upright by 90\u00b0")).isVisible();
        checkAccessibility(desk, "a profile's tidy");
        part("Files").click();
        assertThat(desk.getByText(Pattern.compile("10 pages fit"))).isVisible();
        desk.getByLabel("Limit, MB").fill("1");
        assertThat(desk.getByText("10 pages do not fit.")).isVisible();
        assertThat(desk.getByText(Pattern.compile("Gives up "))).isVisible();
        checkAccessibility(desk, "a profile's files");
        button("Save").click();
        assertThat(desk.getByText("Both sides, as found created.")).isVisible();
        rail("Profiles").click();
        assertThat(desk.getByText("Both sides, colour as found, 200 dpi, straightened, upright, PDF of many pages"))
                .isVisible();
        checkAccessibility(desk, "Profiles");

        rail("Names").click();
        link("New template").click();
        desk.getByLabel("Name of the template").fill("Day and a counter");
        Locator template = desk.getByLabel("Template", exact());
        template.fill("{date:yyyy-MM-dd} {jub}");
        assertThat(desk.getByText("There is no field \u201cjub\u201d.")).isVisible();
        assertThat(button("Save")).isDisabled();
        checkAccessibility(desk, "a faulty template");
        template.fill("{date:yyyy-MM-dd} {job}");
        assertThat(heading("Two scans will get the same name")).isVisible();
        button("Add a counter").click();
        assertThat(desk.getByText(Pattern.compile("Cargo manifest 0017\\.pdf")).first())
                .isVisible();
        checkAccessibility(desk, "a template with live names");
        button("Save").click();
        assertThat(desk.getByText("Day and a counter created.")).isVisible();
    }

    private Locator part(String title) {
        return desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^" + title)));
    }

    private Locator radio(String name) {
        return desk.getByRole(
                AriaRole.RADIO, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private void addJobAndPlaceIt() {
        rail("Jobs").click();
        link("New job").click();
        desk.getByLabel("Name on the button").fill("Cargo manifest");
        tab("Name").click();
        desk.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("crates"))
                .press("Space");
        tab("Go to").click();
        desk.getByLabel("Subject of the mail").fill("{job} {jub}");
        tab("Look").click();
        button("Save").click();
        assertThat(desk.getByText("There is no field \u201cjub\u201d. Did you mean {job}?"))
                .isVisible();
        desk.getByLabel("Subject of the mail").fill("{job}, {pages} pages");
        button("Save").click();
        assertThat(desk.getByText("A job needs 1 to 8 destinations.")).isVisible();
        desk.getByText("Mail to me through Harbour Post").click();
        button("Save").click();
        assertThat(desk.getByText("Cargo manifest created.")).isVisible();
        checkAccessibility(desk, "a job");
        assertThat(desk.getByText(Pattern.compile("nothing was sent"))).isVisible();
        assertThat(desk.getByText(Pattern.compile("turned upright by 90"))).isVisible();
        assertThat(desk.getByText(Pattern.compile("As a mail "))).isVisible();
        composeWithSettingsOfItsOwn();

        rail("Names").click();
        assertThat(heading("4 file-name templates")).isVisible();
        checkAccessibility(desk, "Names");
        completeATemplate();
        rail("Mail servers").click();
        button("Leave without saving").click();
        assertThat(heading("1 mail server")).isVisible();
        checkAccessibility(desk, "Mail servers");
        rail("Panels").click();
        assertThat(heading("Every job on 1 panel can run")).isVisible();
        checkAccessibility(desk, "Panels");
        link("Ticket office").click();
        dragByMouse(button("Cargo manifest").first(), place("Place 2 free"));
        assertThat(place("Place 2 Cargo manifest")).isVisible();
        dragByFinger(place("Place 2 Cargo manifest"), place("Place 1 free"));
        assertThat(place("Place 1 Cargo manifest")).isVisible();
        button("Put it on the device").click();
        assertThat(heading("Ticket office: 1 job in place")).isVisible();
        checkAccessibility(desk, "a panel's plan");
    }

    /** By the keyboard alone; nothing is saved. */
    private void completeATemplate() {
        desk.locator("table a").first().click();
        Locator template = desk.getByLabel("Template", exact());
        template.press("End");
        template.pressSequentially(" {pers");
        assertThat(desk.getByRole(AriaRole.OPTION).first()).isVisible();
        template.press("ArrowDown");
        template.press("Enter");
        assertThat(template).hasValue(Pattern.compile(".* \\{person\\.login}"));
        template.press("ArrowLeft");
        template.pressSequentially(", upp");
        template.press("Tab");
        assertThat(template).hasValue(Pattern.compile(".* \\{person\\.login, uppercase}"));
        assertThat(desk.getByText("T.ORRELL.pdf").first()).isVisible();
        checkAccessibility(desk, "a template");
        template.fill("{job} {time:HHmm}");
        assertThat(heading("Two scans will get the same name")).isVisible();
    }

    private void dragByMouse(Locator what, Locator to) {
        BoundingBox from = what.boundingBox();
        BoundingBox end = to.boundingBox();
        desk.mouse().move(from.x + 20, from.y + 10);
        desk.mouse().down();
        desk.mouse().move(end.x + 30, end.y + 30, new Mouse.MoveOptions().setSteps(8));
        desk.waitForTimeout(HELD_MILLIS);
        desk.mouse().up();
    }

    /** Held for a moment, as a finger that moves at once scrolls the page. */
    private void dragByFinger(Locator what, Locator to) {
        BoundingBox from = what.boundingBox();
        BoundingBox end = to.boundingBox();
        CDPSession fingers = desk.context().newCDPSession(desk);
        touch(fingers, "touchStart", from.x + 20, from.y + 20);
        desk.waitForTimeout(HELD_MILLIS);
        for (int step = 1; step <= 8; step++) {
            touch(
                    fingers,
                    "touchMove",
                    from.x + 20 + (end.x - from.x) * step / 8,
                    from.y + 20 + (end.y - from.y) * step / 8);
        }
        desk.waitForTimeout(HELD_MILLIS);
        fingers.send(
                "Input.dispatchTouchEvent",
                JsonParser.parseString("{type: 'touchEnd', touchPoints: []}").getAsJsonObject());
        fingers.detach();
    }

    private static void touch(CDPSession fingers, String type, double x, double y) {
        JsonObject point = new JsonObject();
        point.addProperty("x", x);
        point.addProperty("y", y);
        JsonArray points = new JsonArray();
        points.add(point);
        JsonObject event = new JsonObject();
        event.addProperty("type", type);
        event.add("touchPoints", points);
        fingers.send("Input.dispatchTouchEvent", event);
    }

    private String addPerson() {
        rail("People").click();
        link("Add a person").click();
        desk.getByLabel("Name", exact()).fill("Oda Fennick");
        desk.getByLabel("Short name, for file names").focus();
        assertThat(desk.getByLabel("Short name, for file names")).hasValue("o.fennick");
        desk.getByLabel("Mail address").fill("oda.fennick@wherrymoor.example");
        button("Save and make a PIN").click();
        String pin = desk.getByTestId("pin").textContent();
        assertThat(pin).matches("\\d{6}");
        checkAccessibility(desk, "a new PIN");
        button("I have passed it on").click();
        checkAccessibility(desk, "People");
        return pin;
    }

    private void walkUp(String pin) {
        rail("Today").click();
        rail("Devices").click();
        link("Ticket office").click();
        String address = desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Open its panel"))
                .getAttribute("href");
        Page panel = chrome.window(1024, 600);
        panel.navigate(courier.uri() + address);
        assertThat(panel.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Who is scanning?")))
                .isVisible();
        checkAccessibility(panel, "the panel's door");
        for (char digit : "9021".toCharArray()) {
            panel.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName(String.valueOf(digit))
                                    .setExact(true))
                    .click();
        }
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        assertThat(panel.getByText("This PIN is not known.")).isVisible();
        for (char digit : pin.toCharArray()) {
            panel.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName(String.valueOf(digit))
                                    .setExact(true))
                    .click();
        }
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        assertThat(panel.getByText("Oda Fennick").first()).isVisible();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sample paper"))
                .click();
        checkAccessibility(panel, "the drawer of sample paper");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("4 sheets on both sides"))
                .click();
        assertThat(panel.getByRole(
                        AriaRole.HEADING, new Page.GetByRoleOptions().setName("4 sheets are in the feeder. Where to?")))
                .isVisible();
        checkAccessibility(panel, "the jobs at the panel");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Cargo manifest"))
                .click();
        assertThat(panel.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Page 1, A4")))
                .isVisible();
        assertThat(panel.getByText("arriving")).isVisible();
        assertThat(panel.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Page 8, A4")))
                .isVisible();
        assertThat(panel.getByText("pages scanned", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        checkAccessibility(panel, "the scan at the panel");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send"))
                .click();
        assertThat(panel.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Arrived")))
                .isVisible();
        checkAccessibility(panel, "arrived");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Next document"))
                .click();
        assertThat(panel.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("What would you like to do?")))
                .isVisible();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign out"))
                .click();
        assertThat(panel.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Who is scanning?")))
                .isVisible();
        Waiting.until(
                () -> post.mailbox()
                        .letters()
                        .get(post.mailbox().letters().size() - 1)
                        .to()
                        .contains("oda.fennick@wherrymoor.example"),
                "the mail is there");
    }

    private void watchIt() {
        rail("Deliveries").click();
        assertThat(heading("1 delivery")).isVisible();
        checkAccessibility(desk, "Deliveries");
        desk.getByRole(AriaRole.TABLE)
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Oda Fennick"))
                .click();
        assertThat(heading("Cargo manifest: arrived")).isVisible();
        assertThat(desk.getByText(Pattern.compile("250 2\\.0\\.0 Accepted as letter"))
                        .first())
                .isVisible();
        assertThat(desk.getByText("Scanned 8 pages on Ticket office")).isVisible();
        checkAccessibility(desk, "a delivery");
        rail("Today").click();
        assertThat(heading("Everything arrives")).isVisible();
        checkAccessibility(desk, "Today");
        rail("Change log").click();
        assertThat(desk.getByText("created job Cargo manifest")).isVisible();
        checkAccessibility(desk, "the change log");
        rail("Settings").click();
        desk.getByLabel("Name, shown at panels").fill("Wherrymoor Ferries");
        button("Save").click();
        assertThat(desk.getByText("Settings saved.")).isVisible();
        checkAccessibility(desk, "Settings");
        desk.emulateMedia(
                new Page.EmulateMediaOptions().setColorScheme(com.microsoft.playwright.options.ColorScheme.DARK));
        rail("Today").click();
        assertThat(heading("Everything arrives")).isVisible();
        checkAccessibility(desk, "Today in the dark");
    }

    /** The pages of a rehearsal go out for real, through no device. */
    private void sendFromTheDesk() {
        rail("Jobs").click();
        link("Cargo manifest").click();
        assertThat(desk.getByText(Pattern.compile("nothing was sent"))).isVisible();
        assertThat(button("Send")).isDisabled();
        desk.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Send as"))
                .click();
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Oda Fennick"))
                .click();
        button("Send").click();
        assertThat(desk.getByText("Sent as delivery D-")).isVisible();
        checkAccessibility(desk, "a test delivery");
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^delivery D-")))
                .click();
        assertThat(heading("Cargo manifest: arrived")).isVisible();
        assertThat(desk.getByText("maud sent 6 pages from the desk")).isVisible();
    }

    /** A job scans otherwise than its profile, seen in the rehearsal before it is saved, and goes back to it. */
    private void composeWithSettingsOfItsOwn() {
        tab("Tidy").click();
        assertThat(desk.getByText("Every setting as in the profile")).isVisible();
        desk.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("Turn upright"))
                .uncheck();
        assertThat(desk.getByText("1 setting of its own, for this job alone.")).isVisible();
        assertThat(desk.getByText(Pattern.compile("turned upright by 90"))).hasCount(0);
        tab("Files").click();
        desk.getByLabel("Pages a file").fill("1");
        assertThat(desk.locator(".files tbody tr")).hasCount(6);
        checkAccessibility(desk, "a job with settings of its own");
        button("Save").click();
        assertThat(desk.getByText("Cargo manifest saved.")).isVisible();
        desk.reload();
        assertThat(desk.getByText("2 settings of its own, for this job alone.")).isVisible();
        assertThat(desk.locator(".files tbody tr")).hasCount(6);
        button("Set back to the profile").click();
        assertThat(desk.locator(".files tbody tr")).hasCount(1);
        button("Save").click();
        assertThat(desk.getByText("Every setting as in the profile")).isVisible();
    }

    /** What is meant to be so does not count any more, with its reason and its end; and counts again. */
    private void acceptAFinding() {
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^\\d+ things?$")))
                .click();
        Locator one = desk.locator("tbody tr", new Page.LocatorOptions().setHasText("Only one account may change"));
        assertThat(one).isVisible();
        checkAccessibility(desk, "Preflight");
        one.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Accept"))
                .click();
        desk.getByLabel("Why").fill("There is only one of us");
        checkAccessibility(desk, "accepting a finding");
        desk.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Accept"))
                .click();
        assertThat(one).hasCount(0);
        desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Accepted")))
                .click();
        assertThat(desk.getByText(Pattern.compile("There is only one of us"))).isVisible();
        button("Count it again").click();
        assertThat(desk.getByText("Nothing here by these filters.")).isVisible();
    }

    private Locator tab(String words) {
        return desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^" + words)));
    }

    /** From a mail server along the ways of the last scans, and from its job to what that needs. */
    private void seeWhatDepends() {
        rail("Mail servers").click();
        desk.locator("main a", new Page.LocatorOptions().setHasText("Harbour Post"))
                .first()
                .click();
        link("Dependents").click();
        assertThat(heading("Harbour Post: ")).isVisible();
        assertThat(desk.getByText(Pattern.compile("^Last week \\d+ of"))).isVisible();
        checkAccessibility(desk, "dependents");
        link("What it needs").click();
        assertThat(heading("What Harbour Post needs")).isVisible();
    }

    /** With its passwords into a file, and that file compared with what is there. */
    private void takeTheSetUpAlong() {
        rail("Accounts").click();
        button("New token").click();
        desk.getByRole(AriaRole.DIALOG)
                .getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("pipeline");
        button("Create").click();
        assertThat(desk.getByText(Pattern.compile("^courier_"))).isVisible();
        checkAccessibility(desk, "a new token");
        button("Done").click();
        rail("Settings").click();
        button("Export with options").click();
        desk.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^With passwords")))
                .check();
        desk.getByLabel("Passphrase, 12 characters or more").fill("short");
        desk.locator("button[form=export]").click();
        assertThat(desk.getByText(Pattern.compile("needs at least 12 characters")))
                .isVisible();
        desk.getByLabel("Passphrase, 12 characters or more").fill("gulls on a mooring post");
        checkAccessibility(desk, "an export");
        var file =
                desk.waitForDownload(() -> desk.locator("button[form=export]").click());
        desk.getByLabel("Set-up to import").setInputFiles(file.path());
        assertThat(desk.getByText("The file and the set-up are the same.")).isVisible();
        desk.getByLabel("The file has passwords. Passphrase").fill("gulls on a mooring post");
        button("Open").click();
        assertThat(desk.getByText("The file and the set-up are the same.")).isVisible();
        checkAccessibility(desk, "an import");
        button("Cancel").click();
    }

    /** What was sent is summed up: by device, by job, by hour; the table says what the picture shows, and a spreadsheet gets it. */
    private void reports() {
        courier.bean(ReportTask.class).run();
        rail("Reports").click();
        assertThat(desk.getByRole(AriaRole.HEADING).first()).hasText(Pattern.compile("\\d documents?, \\d arrived"));
        assertThat(desk.locator("tbody tr", new Page.LocatorOptions().setHasText("Linnet Pier")))
                .containsText("Ticket office");
        assertThat(desk.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Documents by day")))
                .isVisible();
        checkAccessibility(desk, "a report");
        button("Job").press("Enter");
        assertThat(desk).hasURL(Pattern.compile("by=JOB"));
        Download csv = desk.waitForDownload(() -> link("Export as CSV").click());
        assertThat(csv.suggestedFilename()).startsWith("report-job-");
        button("Hour").press("Enter");
        assertThat(desk.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Documents by hour of the week")))
                .isVisible();
        assertThat(desk.locator("tbody tr")).not().hasCount(0);
        checkAccessibility(desk, "a report by hour");
        button("Last month").press("Enter");
        assertThat(desk.getByText("Nothing was sent in this time.")).isVisible();
    }

    private Locator heading(String words) {
        return desk.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words));
    }

    private Locator button(String words) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(words).setExact(true));
    }

    private Locator place(String words) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(words.replace(" ", "\\s+"))));
    }

    private Locator link(String words) {
        return desk.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName(words).setExact(true))
                .first();
    }

    private Locator rail(String words) {
        return desk.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Main"))
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(words));
    }

    private static Page.GetByLabelOptions exact() {
        return new Page.GetByLabelOptions().setExact(true);
    }
}
