package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Stack;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** An office lets guests scan with one job; somebody from outside does, and the next one sees nothing of it. */
class GuestWalkTest {
    private Page desk;
    private Page panel;

    @Test
    void fromTheSettingToAScanOfNobody() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            office.goesTo(office.fixedMail());
            desk = chrome.desk(courier);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            assertThat(panel.getByText("Who is scanning?")).isVisible();
            assertThat(key("Scan without signing in")).isHidden();
            letGuestsScan(courier, office);
            panel.reload();
            scan(office);
            leave();
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void letGuestsScan(Courier courier, Office office) {
        desk.navigate(courier.uri() + "/jobs/" + office.jobId);
        desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^Ask")))
                .click();
        desk.getByText("Guests too").click();
        assertThat(desk.getByText("Everybody, and guests; nothing asked.")).isVisible();
        Chrome.checkAccessibility(desk, "a job for guests");
        button("Save to 1 panel").click();
        assertThat(desk.getByText("Berth permit saved.")).isVisible();
        desk.navigate(courier.uri() + "/preflight");
        assertThat(desk.getByText("This job is for guests, but the office does not let guests scan."))
                .isVisible();
        desk.navigate(courier.uri() + "/people/sign-in");
        desk.getByText("Guests scan without signing in").click();
        button("Save").click();
        assertThat(button("Save")).isDisabled();
    }

    private void scan(Office office) {
        Chrome.checkAccessibility(panel, "the door, open to guests");
        office.device.put(Stack.TIDE_TABLE);
        key("Scan without signing in").click();
        assertThat(key("Berth permit")).isVisible();
        assertThat(panel.getByText("Guest", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(key("My scans")).isHidden();
        key("Berth permit").click();
        key("Send").click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Chrome.checkAccessibility(panel, "what a guest has sent");
    }

    private void leave() {
        key("Finish").click();
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        Assertions.assertThat(panel.evaluate("JSON.stringify({...localStorage, ...sessionStorage})"))
                .asString()
                .doesNotContain("Berth permit");
        key("Scan without signing in").click();
        assertThat(key("Berth permit")).isVisible();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isHidden();
    }

    private Locator key(String name) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }
}
