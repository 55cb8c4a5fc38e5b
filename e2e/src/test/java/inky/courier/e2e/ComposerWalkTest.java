package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** A job is composed: kept as a draft, read from its page, saved, and gone back to what it was. */
class ComposerWalkTest {
    private Page desk;

    @Test
    void aJobIsDraftedReadFromItsPageSavedAndGoneBackTo() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            desk.navigate(courier.uri() + "/jobs/" + office.jobId);
            whatWasTypedIsNotLost();
            aDraftIsLeftAndGoneOnWith();
            aZoneIsDrawn();
            goBack(office);
            compareProfiles(courier, office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void whatWasTypedIsNotLost() {
        field("Name on the button").fill("Berth permit, new form");
        link("Today").click();
        assertThat(desk.getByText("What you changed here is not saved yet.")).isVisible();
        Chrome.checkAccessibility(desk, "leaving a form");
        button("Stay").click();
        assertThat(field("Name on the button")).hasValue("Berth permit, new form");
    }

    private void aDraftIsLeftAndGoneOnWith() {
        button("Save draft").click();
        assertThat(desk.getByText("Draft saved. The panels are as they were.")).isVisible();
        desk.locator("#rail").getByText("Jobs").click();
        assertThat(desk.getByText("1 draft")).isVisible();
        Chrome.checkAccessibility(desk, "jobs with a draft");
        link("Berth permit, new form").click();
        assertThat(field("Name on the button")).hasValue("Berth permit");
        button("Continue with it").click();
        assertThat(field("Name on the button")).hasValue("Berth permit, new form");
    }

    /** By a pointer across the head of the sample letter; what it says is read at once. */
    private void aZoneIsDrawn() {
        desk.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(Pattern.compile("^Name")))
                .click();
        button("Draw a zone").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        Locator picture = dialog.getByAltText("Page 1, as it goes into the file");
        assertThat(picture).isVisible();
        // Waits until the dialog has come to rest.
        picture.hover();
        BoundingBox box = picture.boundingBox();
        double mm = box.width / 210;
        desk.mouse().move(box.x + 16 * mm, box.y + 16 * mm);
        desk.mouse().down();
        desk.mouse().move(box.x + 70 * mm, box.y + 25 * mm);
        desk.mouse().move(box.x + 120 * mm, box.y + 33 * mm);
        desk.mouse().up();
        assertThat(dialog.getByText("Wherrymoor Ferries")).isVisible();
        dialog.getByLabel("Short name in templates").fill("house");
        Chrome.checkAccessibility(desk, "a zone of the page");
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Done"))
                .click();
        assertThat(button("Change zone house")).isVisible();
        button("Save to 1 panel").click();
        assertThat(desk.getByText("Berth permit, new form saved.")).isVisible();
        assertThat(button("Discard draft")).isHidden();
    }

    private void goBack(Office office) {
        button("Versions").click();
        Locator drawer = desk.getByRole(AriaRole.DIALOG);
        drawer.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Compare version 1"))
                .click();
        assertThat(drawer.getByText("Going back to it changes:")).isVisible();
        Chrome.checkAccessibility(desk, "versions");
        drawer.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Go back to version 1"))
                .click();
        assertThat(field("Name on the button")).hasValue("Berth permit");
        Assertions.assertThat(
                        office.desk.get("/api/jobs/" + office.jobId).json().path("zones"))
                .isEmpty();
        button("Undo").click();
        assertThat(field("Name on the button")).hasValue("Berth permit, new form");
    }

    private void compareProfiles(Courier courier, Office office) {
        office.desk
                .post("/api/profiles", Map.of("name", "Plans", "colour", "COLOUR", "dpi", 400, "sides", "ONE"))
                .ok();
        desk.navigate(courier.uri() + "/profiles");
        button("Compare").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Second profile").click();
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Plans"))
                .click();
        assertThat(dialog.getByText("dpi", new Locator.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(dialog.getByRole(
                        AriaRole.CELL,
                        new Locator.GetByRoleOptions().setName("400").setExact(true)))
                .isVisible();
        Chrome.checkAccessibility(desk, "two profiles");
    }

    private Locator field(String label) {
        return desk.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    private Locator link(String name) {
        return desk.getByRole(
                        AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true))
                .first();
    }
}
