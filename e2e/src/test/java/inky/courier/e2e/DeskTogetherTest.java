package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Several people at the desk: what one overwrites is asked about, what was done is undone, and each sees what their role may. */
class DeskTogetherTest {
    @Test
    void twoAdministratorsAnOperatorAndAnAuditor() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            Page maud = chrome.desk(courier);
            changesOfTwoAreCompared(maud, chrome.desk(courier), courier, office);
            whatWasDeletedIsBack(maud, courier, office);
            theLogTellsAndUndoes(maud, courier);
            String delivery = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
            Page operator = invited(maud, chrome, courier, "brannoc", "Operator");
            anOperatorKeepsDeliveriesGoing(operator, courier, delivery);
            anOperatorIsLimitedToAPlace(maud, operator, courier);
            Page auditor = invited(maud, chrome, courier, "ebba", "Auditor");
            anAuditorReads(auditor, courier, office);
        }
    }

    private static void changesOfTwoAreCompared(Page maud, Page other, Courier courier, Office office) {
        String job = courier.uri() + "/jobs/" + office.jobId;
        maud.navigate(job);
        other.navigate(job);
        field(maud, "Name on the button").fill("Name of mine");
        field(other, "Name on the button").fill("Name of theirs");
        button(other, "Save to 1 panel").click();
        assertThat(other.getByText("Name of theirs saved.")).isVisible();
        button(maud, "Save to 1 panel").click();
        assertThat(maud.getByText("maud changed Name of theirs in the meantime."))
                .isVisible();
        assertThat(maud.getByRole(AriaRole.ALERT).getByText("Name of theirs").last())
                .isVisible();
        assertThat(maud.getByRole(AriaRole.CELL, cell("Name of mine"))).isVisible();
        Chrome.checkAccessibility(maud, "two versions compared");
        button(maud, "Save mine").click();
        assertThat(maud.getByText("Name of mine saved.")).isVisible();
        button(maud, "Undo").click();
        assertThat(field(maud, "Name on the button")).hasValue("Name of theirs");
    }

    private static void whatWasDeletedIsBack(Page maud, Courier courier, Office office) {
        String spare = office.desk
                .post("/api/names", java.util.Map.of("name", "Spare", "template", "{date} {counter}"))
                .ok()
                .get("id");
        maud.navigate(courier.uri() + "/names/" + spare);
        button(maud, "Delete").click();
        maud.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Delete"))
                .click();
        assertThat(maud.getByText("Spare deleted.")).isVisible();
        button(maud, "Undo").click();
        assertThat(maud).hasURL(courier.uri() + "/names/" + spare);
        assertThat(field(maud, "Name of the template")).hasValue("Spare");
    }

    private static void theLogTellsAndUndoes(Page maud, Courier courier) {
        maud.navigate(courier.uri() + "/changes");
        maud.getByLabel("Find changes").fill("spare");
        Locator rows = maud.getByRole(AriaRole.TABLE).getByRole(AriaRole.ROW);
        // Its head, and created, deleted, created again.
        assertThat(rows).hasCount(4);
        Chrome.checkAccessibility(maud, "Change log");
        rows.nth(1)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Undo"))
                .click();
        maud.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Undo"))
                .click();
        assertThat(maud.getByText("Undone.")).isVisible();
        assertThat(rows).hasCount(5);
    }

    private static Page invited(Page maud, Chrome chrome, Courier courier, String login, String role) {
        maud.navigate(courier.uri() + "/accounts");
        button(maud, "Invite").click();
        field(maud, "Name").fill("Brannoc Lyle");
        field(maud, "Account").fill(login);
        field(maud, "Mail address").fill(login + "@wherrymoor.example");
        maud.getByRole(AriaRole.DIALOG).getByLabel("Role").focus();
        maud.keyboard().press("Enter");
        maud.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(role))
                .last()
                .click();
        button(maud, "Make the link").click();
        Locator link = maud.getByText(Pattern.compile("^http.*/invited/"));
        assertThat(link).isVisible();
        Chrome.checkAccessibility(maud, "Invite");
        Page page = chrome.window(1280, 800);
        page.navigate(link.textContent().strip());
        assertThat(page.getByText("you are invited as an " + role.toLowerCase(java.util.Locale.ROOT)))
                .isVisible();
        page.getByLabel("Password").fill("gangway rope lantern");
        page.getByLabel("Password").press("Enter");
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Today")))
                .isVisible();
        return page;
    }

    private static void anOperatorIsLimitedToAPlace(Page maud, Page operator, Courier courier) {
        maud.navigate(courier.uri() + "/accounts");
        maud.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Places of")))
                .click();
        Locator dialog = maud.getByRole(AriaRole.DIALOG);
        dialog.getByRole(AriaRole.COMBOBOX).focus();
        maud.keyboard().press("Enter");
        maud.getByRole(AriaRole.OPTION).getByText("Linnet Pier").click();
        maud.keyboard().press("Escape");
        button(maud, "Save").click();
        assertThat(maud.getByText(Pattern.compile("sees Linnet Pier from the next sign-in")))
                .isVisible();
        Chrome.checkAccessibility(maud, "accounts");
        operator.reload();
        assertThat(operator.getByLabel("Password")).isVisible();
    }

    private static void anOperatorKeepsDeliveriesGoing(Page page, Courier courier, String delivery) {
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Jobs")))
                .hasCount(0);
        page.navigate(courier.uri() + "/deliveries/" + delivery);
        assertThat(page.getByText("Your account does not open pages of others."))
                .isVisible();
        assertThat(page.locator("main img")).hasCount(0);
        page.navigate(courier.uri() + "/jobs");
        assertThat(page.getByText("Your account is not allowed to do this.").first())
                .isVisible();
    }

    private static void anAuditorReads(Page page, Courier courier, Office office) {
        page.navigate(courier.uri() + "/mail-servers/" + office.serverId);
        assertThat(page.getByText("Your account can read this, not change it.")).isVisible();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save")))
                .isDisabled();
        page.navigate(courier.uri() + "/sign-ins");
        assertThat(page.getByText("got an account").first()).isVisible();
        Chrome.checkAccessibility(page, "Sign-ins of an auditor");
    }

    private static Locator field(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                .first();
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Page.GetByRoleOptions cell(String words) {
        return new Page.GetByRoleOptions().setName(words).setExact(true);
    }
}
