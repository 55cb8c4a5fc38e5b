package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Stack;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Somebody chooses freely how and where they scan, keeps that as a job of their own, and has it at a touch the next time. */
class FreeScanWalkTest {
    private Page desk;
    private Page panel;

    @Test
    void fromAFreeScanToAJobOfOnesOwn() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            office.goesTo(office.destination("Mail to me"), office.fixedMail());
            desk = chrome.desk(courier);
            leaveItOpen(courier, office);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            signIn(office);
            chooseAndSend(office);
            keep();
            scanAtATouch(office);
            remove();
            makeItFit(office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void leaveItOpen(Courier courier, Office office) {
        desk.navigate(courier.uri() + "/jobs/" + office.jobId);
        tab("Go to");
        desk.getByText("The person scanning chooses among them").click();
        Chrome.checkAccessibility(desk, "a job that goes where it is chosen to go");
        tab("Ask");
        desk.getByLabel("Colour", new Page.GetByLabelOptions().setExact(true)).check();
        assertThat(desk.getByText("Everybody; destination, 1 setting to choose."))
                .isVisible();
        desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save to 1 panel"))
                .click();
        assertThat(desk.getByText("Berth permit saved.")).isVisible();
    }

    private void tab(String name) {
        desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)))
                .click();
    }

    private void signIn(Office office) {
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
    }

    private void chooseAndSend(Office office) {
        office.device.put(Stack.TIDE_TABLE);
        assertThat(panel.getByText("a destination you choose")).isVisible();
        key("Berth permit").click();
        assertThat(key("Mail to me")).isVisible();
        key("Lost property").click();
        assertThat(key("Lost property")).hasAttribute("aria-pressed", "true");
        key("Grey").click();
        Chrome.checkAccessibility(panel, "where it goes");
        key("Scan").click();
        assertThat(panel.getByText(Pattern.compile("^about \\d+ KB"))).isVisible();
        assertThat(panel.getByText(Pattern.compile("Berth permit Ása Kjølv \\d{4}\\.pdf$"))
                        .last())
                .isVisible();
        key("Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(panel.getByText("Lost property")).isVisible();
        assertThat(panel.getByText("Ása Kjølv", new Page.GetByTextOptions().setExact(true)))
                .hasCount(1);
    }

    private void keep() {
        key("Save as my job").click();
        panel.getByLabel("Name of the job").fill("Found things");
        Chrome.checkAccessibility(panel, "a job of one's own");
        panel.keyboard().press("Enter");
        assertThat(panel.getByText("“Found things” is saved.")).isVisible();
        assertThat(key("Save as my job")).isHidden();
    }

    /** Three touches: the job, Send, and out; the PIN is entered before. */
    private void scanAtATouch(Office office) {
        key("Sign out").click();
        signIn(office);
        office.device.put(Stack.TIDE_TABLE);
        assertThat(panel.getByText("Your own, based on “Berth permit”")).isVisible();
        key("Found things").click();
        key("Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        String colour = office.desk.get("/api/deliveries?count=1").ok().text();
        Assertions.assertThat(colour).contains("Lost property");
        key("Next document").click();
    }

    private void remove() {
        key("My scans").click();
        assertThat(panel.getByText("based on “Berth permit”")).isVisible();
        Chrome.checkAccessibility(panel, "one's own jobs");
        key("Rename Found things").click();
        panel.getByLabel("Name of the job").fill("Lost and found");
        panel.keyboard().press("Enter");
        assertThat(key("Rename Lost and found")).isVisible();
        key("Remove").click();
        key("Yes, remove").click();
        assertThat(panel.getByText("based on “Berth permit”")).isHidden();
        key("Back").click();
        assertThat(key("Lost and found")).isHidden();
    }

    /** It would be more than the mail server takes, which is said before it is sent. */
    private void makeItFit(Office office) {
        Map<String, Object> server = office.mailServer(Office.PASSWORD);
        server.put("sizeLimitMb", 1);
        office.desk.put("/api/mail-servers/" + office.serverId, server).ok();
        office.scansAt(300);
        office.device.put(Stack.TEN_LETTERS);
        key("Berth permit").click();
        key("Lost property").click();
        key("Scan").click();
        assertThat(panel.getByText("the mail server takes 1.0 MB")).isVisible();
        panel.setViewportSize(800, 480);
        assertThat(key("Send a download link")).isInViewport();
        panel.setViewportSize(1024, 600);
        Chrome.checkAccessibility(panel, "what does not fit");
        key("Send a download link").click();
        assertThat(key("Send a download link")).hasAttribute("aria-pressed", "true");
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Send to")))
                .click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
    }

    private Locator key(String name) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }
}
