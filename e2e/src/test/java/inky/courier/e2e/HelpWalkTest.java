package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Stack;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Somebody at a panel calls for help; the desk answers, sees the panel and points at the right key. */
class HelpWalkTest {
    private Page desk;
    private Page panel;

    @Test
    void fromTheCallToTheRightKey() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            office.send(Stack.TIDE_TABLE);
            desk = chrome.desk(courier);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            callFromTheDoor();
            callAndShow(office);
            pointAtTheKey(office);
            showThePages();
            end();
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    /** Digits that are written on the line are no PIN. */
    private void callFromTheDoor() {
        key("Help").click();
        panel.getByLabel("What is the problem? (optional)").fill("My PIN is not taken");
        panel.keyboard().type(" 1234");
        Chrome.checkAccessibility(panel, "help at the door");
        key("Call the help desk").click();
        assertThat(panel.getByText("The answer comes here.")).isVisible();
        assertThat(key("Let the help desk see this screen")).hasCount(0);
        assertThat(desk.getByText("Somebody not signed in needs help at a panel"))
                .isVisible();
        assertThat(desk.getByText("My PIN is not taken 1234")).isVisible();
        key("No longer needed").click();
        assertThat(desk.getByText("Everything arrives")).isVisible();
        assertThat(panel.getByLabel("no digit entered")).isVisible();
    }

    private void callAndShow(Office office) {
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
        assertThat(key("Berth permit")).isVisible();
        key("Help").click();
        key("Call the help desk").click();
        desk.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Answer").setExact(true))
                .click();
        assertThat(desk.getByText("choosing a job")).isVisible();
        assertThat(desk.getByText("Not shared.")).isVisible();
        button("Answer").click();
        assertThat(panel.getByText("Maud Ellery is helping you.")).isVisible();
        key("Let the help desk see this screen").click();
        key("Back").click();
        assertThat(panel.getByText("The help desk sees this screen")).isVisible();
    }

    private void pointAtTheKey(Office office) {
        Locator seen = desk.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("The panel"));
        Locator there = seen.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Key: Berth permit"));
        there.first().click();
        desk.getByLabel("To the panel").fill("This is the one for permits");
        Chrome.checkAccessibility(desk, "a call for help");
        button("Send").click();
        assertThat(panel.getByText("This is the one for permits")).isVisible();
        assertThat(panel.getByText("Here", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Chrome.checkAccessibility(panel, "the panel, pointed at");
        office.device.put(Stack.TIDE_TABLE);
        key("Berth permit").click();
        assertThat(key("Send")).isVisible();
        assertThat(seen.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Key: Send"))
                        .first())
                .isVisible();
        assertThat(desk.getByText("pages are not shared")).isVisible();
        assertThat(seen.locator("img")).hasCount(0);
    }

    private void showThePages() {
        key("Help").click();
        key("Let them see my pages too").click();
        Chrome.checkAccessibility(panel, "help while scanning");
        key("Back").click();
        assertThat(panel.getByText("The help desk sees this screen and your pages"))
                .isVisible();
        Locator page = desk.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("The panel"))
                .locator("img")
                .first();
        assertThat(page).isVisible();
        assertThat(page).not().hasJSProperty("naturalWidth", 0);
    }

    private void end() {
        key("Stop").click();
        assertThat(desk.getByText("Not shared.")).isVisible();
        button("End the call").click();
        assertThat(desk.getByText("ended by Maud Ellery")).isVisible();
        key("Help").click();
        assertThat(panel.getByText("The help desk has ended the call.")).isVisible();
        key("Call again").click();
        assertThat(panel.getByText("The answer comes here.")).isVisible();
        key("Back").click();
        key("Sign out").click();
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        key("Help").click();
        assertThat(key("Call the help desk")).isVisible();
        desk.navigate(desk.url().replaceFirst("/help/.*", "/help"));
        assertThat(desk.getByText("One call for help")
                        .or(desk.getByText("1 call for help"))
                        .first())
                .isVisible();
        Chrome.checkAccessibility(desk, "calls for help");
    }

    private Locator key(String name) {
        return panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }

    private Locator button(String name) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }
}
