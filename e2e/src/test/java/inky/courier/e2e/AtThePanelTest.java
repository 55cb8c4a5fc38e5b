package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.Mailbox;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** At the panel: a person allows their cloud folder by a code, chooses a folder and people, and sees what has arrived. */
class AtThePanelTest {
    private Page desk;
    private Page panel;

    @Test
    void aPersonAllowsTheirCloudFolderChoosesAndIsTold() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                CloudHouse cloud = Office.cloud("127.40.9.12");
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            addCloud(courier, cloud);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            allowByCode(office, cloud);
            chooseFolderAndSend(office, cloud);
            seeAndWithdraw(cloud);
            choosePeople(office);
            bringABlankSideBack(office);
            scanFromTheGlass(office);
            openQuestionsAtTheDesk(courier, office);
            answerThem(office);
            withdrawnIsSeenAtTheDesk(courier, office);
            org.assertj.core.api.Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void addCloud(Courier courier, CloudHouse cloud) {
        desk.navigate(courier.uri() + "/destinations/new");
        desk.getByText("Cloud folder of who scans").click();
        field("Name").fill("My ferry folder");
        field("Address").fill(cloud.address() + "/dav/");
        field("Device authorization endpoint").fill(cloud.address() + "/oauth/device");
        field("Token endpoint").fill(cloud.address() + "/oauth/token");
        field("Revocation endpoint (optional)").fill(cloud.address() + "/oauth/revoke");
        field("Client ID").fill("inky-courier");
        field("Folder").fill("from scanners");
        button(desk, "Probe").click();
        button(desk, "Trust exactly this one").click();
        button(desk, "Probe again").click();
        assertThat(desk.getByText("Asks people for their consent")).isVisible();
        Chrome.checkAccessibility(desk, "a cloud folder");
        button(desk, "Save").click();
        assertThat(desk.getByText("Nobody has allowed it yet")).isVisible();
    }

    private void allowByCode(Office office, CloudHouse cloud) {
        office.goesTo(Map.of("askFolder", true), office.destination("My ferry folder"));
        pin(office);
        office.device.put(Stack.TIDE_TABLE);
        button(panel, "Berth permit").click();
        assertThat(panel.getByText("Allow Courier to use your folder")).isVisible();
        Chrome.checkAccessibility(panel, "consent at the panel");
        String code = panel.getByLabel("Code", new Page.GetByLabelOptions().setExact(true))
                .innerText();
        cloud.decline(code);
        assertThat(panel.getByText("It was declined on the phone.")).isVisible();
        button(panel, "New code").click();
        Locator again = panel.getByLabel("Code", new Page.GetByLabelOptions().setExact(true));
        assertThat(again).not().hasText(code);
        // What the telephone does with the page behind the square.
        cloud.allow(again.innerText(), "asa");
        assertThat(panel.getByText(Pattern.compile("pages? scanned"))).isVisible();
    }

    private void chooseFolderAndSend(Office office, CloudHouse cloud) {
        button(panel, "into My ferry folder").click();
        button(panel, "New folder").click();
        panel.getByLabel("Name of the new folder").fill("Tides");
        button(panel, "Create").click();
        assertThat(button(panel, "Tides")).isVisible();
        Chrome.checkAccessibility(panel, "folders at the panel");
        button(panel, "Save here").click();
        assertThat(button(panel, "into Tides")).isVisible();
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Waiting.until(
                () -> cloud.stored().stream().anyMatch(path -> path.startsWith("from scanners/Tides/")),
                "the file is in the chosen folder");
    }

    private void seeAndWithdraw(CloudHouse cloud) {
        button(panel, Pattern.compile("^Next document|^Scan")).click();
        button(panel, "My scans").click();
        assertThat(panel.getByText("Your latest scans")).isVisible();
        assertThat(panel.getByText("arrived").first()).isVisible();
        Chrome.checkAccessibility(panel, "own scans at the panel");
        button(panel, "Withdraw").click();
        button(panel, "Yes, withdraw").click();
        assertThat(panel.getByText("the cloud has revoked it")).isVisible();
        org.assertj.core.api.Assertions.assertThat(cloud.hasAllowed("asa")).isFalse();
        Chrome.checkAccessibility(panel, "withdrawn at the panel");
        assertThat(panel.getByText("Permissions you have given")).isHidden();
        button(panel, "Back").click();
        assertThat(panel.getByText("asks for your consent once")).isVisible();
    }

    private void choosePeople(Office office) throws IOException {
        String chosen = office.desk
                .post(
                        "/api/destinations",
                        Map.of("name", "Mail to chosen people", "kind", "MAIL_CHOSEN", "routeId", office.serverId))
                .ok()
                .get("id");
        office.goesTo(Map.of("notifyWhen", "ALWAYS"), chosen);
        button(panel, "Sign out").click();
        pin(office);
        office.device.put(Stack.BERTH_PERMIT);
        button(panel, "Berth permit").click();
        assertThat(panel.getByText("choose the recipients first")).isVisible();
        button(panel, "Recipients Choose people").click();
        panel.getByLabel("First letters of a name, or an address").fill("harbour.master@quay.example");
        button(panel, "Add address").click();
        Chrome.checkAccessibility(panel, "people at the panel");
        button(panel, "Done, 1 chosen").click();
        assertThat(panel.getByText("pages scanned")).isVisible();
        button(panel, "New file here").click();
        assertThat(panel.getByText("2 files")).isVisible();
        assertThat(button(panel, "Join")).isVisible();
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        // Who has scanned is told by a mail of their own, before or after.
        Mailbox.Letter letter = office.post.mailbox().letters().stream()
                .filter(one -> one.to().equals(List.of("harbour.master@quay.example")))
                .findFirst()
                .orElseThrow();
        org.assertj.core.api.Assertions.assertThat(
                        Files.readString(letter.file()).split("attachment; *\\s*filename"))
                .as("the split made two files of the stack")
                .hasSize(3);
        button(panel, "Sign out").click();
        pin(office);
        assertThat(panel.getByText(Pattern.compile("has arrived"))).isVisible();
        button(panel, "OK").click();
        assertThat(panel.getByText(Pattern.compile("has arrived"))).isHidden();
        sendOnceMore(office);
    }

    /** To where it went, then to somebody else. */
    private void sendOnceMore(Office office) {
        button(panel, "My scans").click();
        button(panel, Pattern.compile("arrived$")).first().click();
        assertThat(panel.getByText("Can be sent again until")).isVisible();
        Chrome.checkAccessibility(panel, "one of the own scans");
        button(panel, "Send again").click();
        assertThat(panel.getByText(Pattern.compile("^harbour.*received"))).hasCount(2);
        button(panel, "Send to somebody else").click();
        panel.getByLabel("First letters of a name, or an address").fill("pilot@quay.example");
        button(panel, "Add address").click();
        button(panel, "Done, 1 chosen").click();
        assertThat(panel.getByText("Will be sent to pilot@quay.example")).isVisible();
        button(panel, "Send to 1 recipient").click();
        assertThat(panel.getByText(Pattern.compile("^pilot.*received"))).isVisible();
        printHere(office);
        button(panel, "My scans").click();
        button(panel, "Back").click();
    }

    /** On paper where they stand: what will come out is shown, and is what the device is asked for. */
    private void printHere(Office office) {
        button(panel, "Print here").click();
        assertThat(panel.getByText(Pattern.compile("^\\d sheets in total")).first())
                .isVisible();
        button(panel, "More copies").click();
        panel.getByLabel("Pages", new Page.GetByLabelOptions().setExact(true)).fill("1-");
        button(panel, "both, long edge").click();
        panel.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("2").setExact(true))
                .click();
        assertThat(button(panel, "Print 4 sheets")).isVisible();
        Chrome.checkAccessibility(panel, "printing at the panel");
        button(panel, "Print 4 sheets").click();
        assertThat(button(panel, "Print here")).isVisible();
        Waiting.until(() -> !office.device.printedAs().isEmpty(), "it is printed");
        org.assertj.core.api.Assertions.assertThat(office.device.printedAs())
                .containsExactly("2 two-sided-long-edge monochrome number-up 2");
    }

    /** By the composer: a setting is left open, and a question of the job's own has to be answered. */
    private void openQuestionsAtTheDesk(Courier courier, Office office) {
        office.goesTo(office.destination("Mail to me"));
        desk.navigate(courier.uri() + "/jobs/" + office.jobId);
        desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^Ask")))
                .click();
        desk.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("Resolution"))
                .check();
        for (String dpi : List.of("300 dpi", "400 dpi", "600 dpi")) {
            desk.getByLabel(dpi, new Page.GetByLabelOptions().setExact(true)).uncheck();
        }
        button(desk, "Add a question").click();
        field("Question").fill("Berth number");
        assertThat(field("Short name in templates")).hasValue("berth-number");
        desk.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^Required")))
                .check();
        Chrome.checkAccessibility(desk, "what a job asks");
        desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^Go to")))
                .click();
        field("Subject of the mail").fill("Berth {answer.berth-number}, {answer.nobody, else \"no\"} remarks");
        desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Save(?! draft)")))
                .click();
        assertThat(desk.getByText("Berth permit saved.")).isVisible();
    }

    private void answerThem(Office office) {
        panel.setViewportSize(1024, 600);
        button(panel, "Sign out").click();
        pin(office);
        office.device.put(Stack.TIDE_TABLE);
        button(panel, "Berth permit").click();
        assertThat(panel.getByText("Ready to scan")).isVisible();
        panel.setViewportSize(800, 480);
        assertThat(button(panel, "Scan")).isInViewport(new LocatorAssertions.IsInViewportOptions().setRatio(1));
        panel.setViewportSize(1024, 600);
        button(panel, "150 dpi").click();
        Chrome.checkAccessibility(panel, "settings at the panel");
        button(panel, "Scan").click();
        assertThat(panel.getByText(Pattern.compile("pages? scanned"))).isVisible();
        assertThat(panel.getByText("Answer first")).isVisible();
        assertThat(panel.getByText("Resolution: 150 dpi")).isVisible();
        button(panel, "Berth number Required").click();
        panel.getByLabel("Berth number").last().fill("East 4 {job}");
        Chrome.checkAccessibility(panel, "an answer at the panel");
        panel.keyboard().press("Enter");
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        org.assertj.core.api.Assertions.assertThat(office.post.mailbox().letters())
                .anyMatch(letter -> read(letter).contains("Subject: Berth East 4 {job}, no remarks"));
    }

    /** Eight sides, two of them blank: one is left out, the other brought back before it is sent. */
    private void bringABlankSideBack(Office office) throws IOException {
        Map<String, Object> form =
                Office.profileForm("Both sides, no blank ones", Map.of("skipBlank", "USUAL"), Map.of());
        form.put("sides", "TWO_LONG_EDGE");
        String profile = office.desk.post("/api/profiles", form).ok().get("id");
        office.goesTo(Map.of("profileId", profile), office.destination("Mail to me"));
        button(panel, "Sign out").click();
        pin(office);
        office.device.put(Stack.CARGO_MANIFEST);
        button(panel, "Berth permit").click();
        Locator blank = panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Blank: keep it"));
        assertThat(blank).hasCount(2);
        assertThat(panel.getByText("pages scanned")).isVisible();
        blank.first().click();
        assertThat(button(panel, "Leave out")).isVisible();
        assertThat(blank).hasCount(1);
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        org.assertj.core.api.Assertions.assertThat(office.post.mailbox().letters())
                .as("seven of eight sides")
                .anyMatch(letter -> read(letter).contains("Subject: Berth permit, 7 pages"));
    }

    /** The feeder is empty: what lies on the glass begins the document, and a stack goes on with it. */
    private void scanFromTheGlass(Office office) {
        button(panel, "Sign out").click();
        pin(office);
        button(panel, "Berth permit").click();
        assertThat(panel.getByText("There is no paper in the feeder.")).isVisible();
        Chrome.checkAccessibility(panel, "an empty feeder");
        office.device.layOnGlass(Stack.LOST_PROPERTY);
        button(panel, "From the glass").click();
        assertThat(panel.getByText(Pattern.compile("pages? scanned"))).isVisible();
        office.device.put(Stack.TIDE_TABLE);
        button(panel, "Add a load").click();
        assertThat(panel.getByText("pages scanned")).isVisible();
        office.device.layOnGlass(Stack.FUEL_RECEIPTS);
        button(panel, "From the glass").click();
        Locator sizes = panel.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Size of the original"));
        assertThat(sizes).containsText("no standard size");
        Chrome.checkAccessibility(panel, "an original of no standard size");
        // The smallest panels: nobody scrolls to what they came for.
        panel.setViewportSize(800, 480);
        for (String key : List.of("Send", "Add a load", "From the glass", "Cancel", "A5", "Whole glass")) {
            assertThat(button(panel, key)).isInViewport(new LocatorAssertions.IsInViewportOptions().setRatio(1));
        }
        button(panel, "A5").click();
        assertThat(sizes).isHidden();
        button(panel, "Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
    }

    private static String read(Mailbox.Letter letter) {
        try {
            return Files.readString(letter.file());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private void withdrawnIsSeenAtTheDesk(Courier courier, Office office) {
        desk.navigate(courier.uri() + "/destinations/" + office.destination("My ferry folder"));
        assertThat(desk.getByText("Nobody has allowed it yet")).isVisible();
    }

    private void pin(Office office) {
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
        assertThat(button(panel, "Berth permit")).isVisible();
    }

    private Locator field(String label) {
        return desk.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }

    private static Locator button(Page page, Pattern name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }
}
