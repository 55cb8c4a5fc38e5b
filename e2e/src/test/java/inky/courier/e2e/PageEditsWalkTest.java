package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Pages are turned, cropped, moved, left out, scanned again and brought back, at the panel and, before they have gone, at the desk. */
class PageEditsWalkTest {
    private Page page;

    @Test
    void pagesAreEditedAtThePanelAndAtTheDesk() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            page = chrome.window(1024, 600);
            page.navigate(courier.uri() + "/panel/" + office.deviceId);
            assertThat(page.getByText("Who is scanning?")).isVisible();
            page.keyboard().type(office.pin);
            page.keyboard().press("Enter");
            office.device.put(Stack.CARGO_MANIFEST);
            button(Pattern.compile("^Berth permit")).click();
            assertThat(page.getByText("pages scanned")).isVisible();
            thePanelEdits(office);
            // Nothing leaves before the desk has looked.
            office.post.refuse(inky.courier.standins.PostOffice.Step.RCPT, "450 4.2.1 Mailbox busy");
            button(Pattern.compile("^Send")).click();
            assertThat(page.getByText(Pattern.compile("Busy|later|waits", Pattern.CASE_INSENSITIVE))
                            .first())
                    .isVisible();
            page = chrome.desk(courier);
            theDeskEdits(courier, office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void thePanelEdits(Office office) {
        Locator sheets = page.locator("ol li");
        assertThat(sheets).hasCount(4);
        page.getByLabel("Page 1: look at it larger").click();
        assertThat(page.getByText("Page 1 of 4")).isVisible();
        page.locator(".picture img").dblclick();
        assertThat(button("Zoom")).hasAttribute("aria-pressed", "true");
        Assertions.assertThat(page.locator(".picture img").boundingBox().width)
                .as("the page is seen closer")
                .isGreaterThan(page.locator(".sheet").boundingBox().width / 2);
        button("Zoom").click();
        assertThat(button("Zoom")).hasAttribute("aria-pressed", "false");
        button("Turn right").click();
        assertThat(button("Undo").last()).isEnabled();
        assertThat(page.locator(".drawer img")).hasAttribute("src", Pattern.compile("look=[0-9a-f]+"));
        button("Crop").click();
        dragTheFirstCorner();
        Chrome.checkAccessibility(page, "a page that is cropped");
        button("Crop to this").click();
        button("Next page").click();
        assertThat(page.getByText("Page 2 of 4")).isVisible();
        button("Leave out").click();
        assertThat(page.getByText("This page is not sent.")).isVisible();
        button("Move later").click();
        assertThat(page.getByText("Page 3 of 4")).isVisible();
        button("Undo").last().click();
        assertThat(page.getByText("Page 2 of 4")).isVisible();
        Chrome.checkAccessibility(page, "a page at the panel");
        button("Done").click();
        assertThat(sheets.nth(1)).hasClass(Pattern.compile("out"));

        office.device.put(Stack.TIDE_TABLE);
        page.getByLabel("Page 4: look at it larger").click();
        button("Scan again").click();
        assertThat(page.getByText("pages scanned", new Page.GetByTextOptions().setExact(true))
                        .first())
                .isVisible();
        assertThat(sheets).hasCount(4);
    }

    private void dragTheFirstCorner() {
        BoundingBox box = page.locator(".corner").first().boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + box.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + 60, y + 40);
        page.mouse().up();
        BoundingBox after = page.locator(".corner").first().boundingBox();
        Assertions.assertThat(after.x).isGreaterThan(box.x + 40);
        page.locator(".corner").first().focus();
        page.keyboard().press("ArrowDown");
        Assertions.assertThat(page.locator(".corner").first().boundingBox().y).isGreaterThan(after.y);
    }

    private void theDeskEdits(Courier courier, Office office) throws Exception {
        String delivery = newest(office).path("id").asString();
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits");
        office.act("HOLD", delivery);
        page.navigate(courier.uri() + "/deliveries/" + delivery);
        page.getByLabel("Page 3, look at it larger").click();
        button("Turn left").click();
        assertThat(page.getByText("The files are created again.").first()).isVisible();
        assertThat(page.locator(".large img")).hasAttribute("src", Pattern.compile("look=[0-9a-f]+"));
        Chrome.checkAccessibility(page, "a page at the desk");
        page.keyboard().press("Escape");
        button("Undo the last change of a page").click();
        assertThat(page.getByText(Pattern.compile("undid the last change of a page"))
                        .first())
                .isVisible();
        office.post.behave();
        office.act("RELEASE", delivery);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        Assertions.assertThat(newest(office).path("pages").asInt()).isGreaterThan(2);
    }

    private static JsonNode newest(Office office) {
        return office.desk
                .get("/api/deliveries?limit=1")
                .ok()
                .json()
                .path("rows")
                .path(0);
    }

    private Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private Locator button(Pattern name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }
}
