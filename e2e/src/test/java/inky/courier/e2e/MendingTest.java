package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Trouble shows by itself at the desk, is mended in one place, and goes by itself. */
class MendingTest {
    @Test
    void aNewPasswordOnTodaySendsEverythingThatWaits() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            Page desk = chrome.window(1280, 800);
            desk.navigate(courier.uri().toString());
            desk.getByLabel("Account").fill("maud");
            desk.getByLabel("Password").fill("ferry crossing 7");
            desk.getByLabel("Password").press("Enter");
            String first = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(first).equals("ACCEPTED"), "the first one arrives");
            heading(desk, "Everything arrives");

            // Nobody loads the page again: the trouble comes by itself
            int before = office.post.mailbox().letters().size();
            office.post.password("changed");
            office.send(Stack.TIDE_TABLE);
            office.send(Stack.BERTH_PERMIT);
            heading(desk, "2 deliveries wait for you, from one cause");
            assertThat(desk.getByText("535 5.7.8 Authentication credentials invalid"))
                    .isVisible();
            Chrome.checkAccessibility(desk, "Today with trouble");
            desk.getByLabel("New password for Harbour Post").fill("changed");
            desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save, then send all 2"))
                    .click();
            heading(desk, "Everything arrives");
            Waiting.until(() -> office.post.mailbox().letters().size() == before + 2, "both have gone");

            office.post.refuse(Step.RCPT, "550 5.1.1 No such mailbox");
            office.send(Stack.TIDE_TABLE);
            heading(desk, "1 delivery waits for you, from one cause");
            desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Deliveries"))
                    .first()
                    .click();
            desk.getByRole(AriaRole.TABLE)
                    .getByRole(
                            AriaRole.LINK,
                            new com.microsoft.playwright.Locator.GetByRoleOptions().setName("\u00c1sa Kj\u00f8lv"))
                    .first()
                    .click();
            heading(desk, "Berth permit: refused by Harbour Post");
            assertThat(desk.getByText("There is no such mailbox.").first()).isVisible();
            office.post.behave();
            desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Try again"))
                    .click();
            heading(desk, "Berth permit: arrived");
            assertThat(desk.getByText(Pattern.compile("Tried again by maud"))).isVisible();
            org.assertj.core.api.Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private static void heading(Page page, String words) {
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words)))
                .isVisible();
    }
}
