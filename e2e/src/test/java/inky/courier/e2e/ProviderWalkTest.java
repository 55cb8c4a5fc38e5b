package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.OpenIdHouse;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** A provider of sign-ins is set up at the desk, and somebody of the office comes in through it: a browser sends its cookies, or not, as it does. */
class ProviderWalkTest {
    private Page page;

    @Test
    void somebodyComesInThroughTheProvider() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                OpenIdHouse house =
                        new OpenIdHouse("127.45.0.2", 45_046, courier.uri() + "/api/session/provider/code");
                Chrome chrome = new Chrome()) {
            house.knows("asa", "quay");
            house.knows("oda", "singers");
            page = chrome.desk(courier);
            page.navigate(courier.uri() + "/accounts");
            button("Set up a provider").click();
            page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Wherrymoor accounts");
            page.getByLabel("Issuer").fill("https://nowhere.invalid");
            page.getByLabel("Client ID").fill(OpenIdHouse.CLIENT);
            page.getByLabel("Client secret (optional)").fill(OpenIdHouse.SECRET);
            button("Save").click();
            assertThat(page.getByText("No group gives a role.")).isVisible();
            page.getByLabel("Operator", new Page.GetByLabelOptions().setExact(true))
                    .fill("quay\nsheds");
            button("Test connection").click();
            assertThat(page.getByText("does not answer as an OpenID Connect issuer"))
                    .isVisible();
            page.getByLabel("Issuer").fill(house.issuer());
            button("Test connection").click();
            assertThat(page.getByText("The provider answers.")).isVisible();
            button("Save").click();
            assertThat(page.getByText("quay, sheds")).isVisible();

            Page fresh = chrome.window(1280, 800);
            signIn(fresh, courier, "oda");
            assertThat(fresh.getByText("Your account is in no group that may use Inky Courier."))
                    .isVisible();
            Page another = chrome.window(1280, 800);
            signIn(another, courier, "asa");
            assertThat(another.getByText("Asa Kjolv")).isVisible();
            another.getByText("Asa Kjolv").click();
            assertThat(another.getByText("Operator", new Page.GetByTextOptions().setExact(true)))
                    .isVisible();
            assertThat(another.getByText("Change password")).isHidden();

            page.reload();
            assertThat(page.getByText("by its groups")).isVisible();
            page.locator("#provider ~ .there").getByText("Remove").click();
            page.getByRole(AriaRole.DIALOG)
                    .getByText("Remove", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(button("Set up a provider")).isVisible();
            another.reload();
            assertThat(another.getByLabel("Password")).isVisible();
            assertThat(another.getByText("Sign in with")).isHidden();
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private static void signIn(Page window, Courier courier, String who) {
        window.navigate(courier.uri().toString());
        window.getByText("Sign in with Wherrymoor accounts").click();
        window.getByLabel("Username").fill(who);
        window.getByLabel("Password").fill(OpenIdHouse.PASSWORD);
        window.getByRole(AriaRole.BUTTON).click();
    }

    private Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }
}
