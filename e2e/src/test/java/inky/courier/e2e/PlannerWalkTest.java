package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Panels are planned: one plan for a place, a device's own exception, a change for tomorrow, and the start key at the device. */
class PlannerWalkTest {
    private Page desk;

    @Test
    void aPlanIsMadeFollowedAndDepartedFrom() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            desk.navigate(courier.uri() + "/panels");
            makeAPlan();
            departFromIt(courier, office);
            seeItAsPeopleDo();
            changeItTomorrow(courier);
            office.goesTo(
                    Map.of("asks", Map.of("copies", false, "sendAtOnce", true, "nextDocument", true)),
                    office.destination("Mail to me"));
            Page panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            pressStart(panel, office);
            desk.navigate(courier.uri() + "/panels/" + office.deviceId);
            assertThat(desk.getByText(Pattern.compile("Somebody last signed in there .*as wanted")))
                    .isVisible();
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void makeAPlan() {
        desk.getByText("New plan").click();
        desk.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Ticket hall");
        choose("Place of work", "Linnet Pier (1 device)");
        button("Berth permit to place 1").click();
        choose("Start key", "Berth permit");
        assertThat(heading("1 panel will change")).isVisible();
        assertThat(desk.getByText("start key: Berth permit")).isVisible();
        Chrome.checkAccessibility(desk, "a panel plan");
        button("Save").click();
        assertThat(desk.getByText("Ticket hall created.")).isVisible();
        assertThat(desk.getByText("as planned", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
    }

    private void departFromIt(Courier courier, Office office) {
        desk.navigate(courier.uri() + "/panels/" + office.deviceId);
        assertThat(desk.getByText("in every place.")).isVisible();
        button("Take Berth permit off").click(new Locator.ClickOptions().setForce(true));
        assertThat(desk.getByText(", except in one place.")).isVisible();
        button("Reset to the plan").click();
        assertThat(desk.getByText("in every place.")).isVisible();
        assertThat(button("Put it on the device")).isDisabled();
    }

    private void seeItAsPeopleDo() {
        button("As people see it").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        choose("Language", "Deutsch");
        assertThat(dialog.getByText("Start: Berth permit")).isVisible();
        assertThat(dialog.getByText("an", new Locator.GetByTextOptions().setExact(true))
                        .first())
                .isVisible();
        Chrome.checkAccessibility(desk, "a panel as people see it");
        button("Close this dialog").click();
        assertThat(dialog).isHidden();
    }

    private void changeItTomorrow(Courier courier) {
        choose("Start key", "None: people choose a job");
        desk.getByText("At a time").click();
        button("Plan it").click();
        assertThat(desk.getByText(Pattern.compile("Planned for .*"))).isVisible();
        Locator planned = desk.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Planned changes"));
        assertThat(planned).containsText("Change the panel of Ticket office");
        Chrome.checkAccessibility(desk, "a planned change");
        desk.navigate(courier.uri() + "/changes");
        assertThat(planned).containsText("06:00");
        button("Cancel").click();
        assertThat(planned).isHidden();
    }

    /** The device's own start key is Enter. */
    private static void pressStart(Page panel, Office office) {
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
        Locator start = panel.getByText("Start: Berth permit");
        assertThat(start).isEnabled();
        Chrome.checkAccessibility(panel, "jobs with a start key");
        office.device.put(Stack.TIDE_TABLE);
        panel.evaluate("document.activeElement.blur()");
        panel.keyboard().press("Enter");
        assertThat(start).isHidden();
        // Nobody presses Send: the job goes by itself, and is offered again.
        assertThat(panel.getByText("Arrived")).isVisible();
        Chrome.checkAccessibility(panel, "the next document");
        office.device.put(Stack.TIDE_TABLE);
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Next document: Berth permit"))
                .click();
        Waiting.until(() -> office.post.mailbox().letters().size() == 2, "the second document has arrived");
        assertThat(panel.getByText("Arrived")).isVisible();
        panel.getByText("All jobs").click();
        assertThat(start).isVisible();
    }

    private void choose(String label, String option) {
        desk.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName(label).setExact(true))
                .last()
                .focus();
        desk.keyboard().press("Enter");
        desk.getByRole(
                        AriaRole.OPTION,
                        new Page.GetByRoleOptions().setName(option).setExact(true))
                .last()
                .click();
    }

    private Locator button(String name) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private Locator heading(String name) {
        return desk.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(name));
    }
}
