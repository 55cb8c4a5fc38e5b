package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** From an empty start to the first scan that arrived: three forms and a click, in less time than it takes to drink a coffee. */
class FirstScanTest {
    /** A person needs about this long to find a field and to fill it, or to find what to press; generous. */
    private static final Duration A_STEP = Duration.ofSeconds(15);

    private static final Duration MOST = Duration.ofMinutes(10);

    private Page desk;
    private int steps;
    private int forms;

    @Test
    void threeFormsAndAClickLeadToTheFirstScan() throws Exception {
        try (Courier courier = Courier.start();
                StandInDevice device = StandInDevice.start(
                        DeviceModel.named("Alder M30").orElseThrow(), "Ticket office", "127.20.8.7", 0, 1, 0);
                PostOffice post = Office.postOffice(Files.createTempDirectory("post"));
                Chrome chrome = new Chrome()) {
            long began = System.nanoTime();
            desk = chrome.window(1280, 800);
            desk.navigate(courier.uri().toString());
            account();
            device(device);
            mailServer(post);

            press(desk.locator("#rail").getByText("Today"));
            assertThat(heading("The first scan is one click away")).isVisible();
            Chrome.checkAccessibility(desk, "one click before the first scan");
            press(button("Prepare the first scan"));
            String pin = desk.getByTestId("first-pin").textContent().strip();
            Chrome.checkAccessibility(desk, "the first scan prepared");
            Page panel = desk.waitForPopup(() -> press(link("Open its panel")));

            assertThat(panel.getByText("Who is scanning?")).isVisible();
            panel.keyboard().type(pin);
            panel.keyboard().press("Enter");
            steps += 2;
            device.put(Stack.TIDE_TABLE);
            press(panel.getByRole(
                    AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^To my mail"))));
            Locator send =
                    panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Send")));
            assertThat(send).isEnabled();
            press(send);
            Waiting.until(
                    () -> post.mailbox().letters().stream()
                            .filter(letter -> letter.to().contains("maud.ellery@wherrymoor.example"))
                            .anyMatch(letter -> text(letter).contains("To my mail")),
                    "the first scan arrives");
            Duration machine = Duration.ofNanos(System.nanoTime() - began);
            Assertions.assertThat(forms).isLessThanOrEqualTo(3);
            Assertions.assertThat(A_STEP.multipliedBy(steps).plus(machine))
                    .as(steps + " steps, and " + machine.toSeconds() + " s of the machine")
                    .isLessThan(MOST);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void account() {
        forms++;
        fill("Code from the terminal", Courier.SETUP_CODE);
        fill("Your name", "Maud Ellery");
        fill("Your mail address", "maud.ellery@wherrymoor.example");
        fill("Account", "maud");
        fill("Password", "ferry crossing 7");
        press(button("Begin"));
    }

    private void device(StandInDevice device) {
        forms++;
        fill("Address", "127.20.8.7:" + device.port());
        press(button("Look at the device"));
        fill("Name, as people call it", "Ticket office");
        fill("Place", "Linnet Pier");
        press(button("Save the device"));
        assertThat(heading("The first scan is")).isVisible();
    }

    private void mailServer(PostOffice post) {
        forms++;
        press(link("Set it up"));
        fill("Name, as the office calls it", "Harbour Post");
        desk.getByLabel("Server", new Page.GetByLabelOptions().setExact(true)).fill("127.30.9.5");
        fill("Port", String.valueOf(post.startTlsPort()));
        desk.getByLabel("Account", new Page.GetByLabelOptions().setExact(true)).fill("scans@wherrymoor.example");
        fill("Password", Office.PASSWORD);
        fill("Sender address", "scans@wherrymoor.example");
        steps += 2;
        press(button("Probe"));
        press(button("Trust exactly this one"));
        press(button("Probe again"));
        assertThat(desk.getByText(Pattern.compile("all steps passed"))).isVisible();
        press(desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save").setExact(true)));
        assertThat(desk.getByText("Harbour Post created.")).isVisible();
    }

    private static String text(Letter letter) {
        try {
            return Files.readString(letter.file(), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void fill(String label, String text) {
        steps++;
        desk.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).fill(text);
    }

    private void press(Locator what) {
        steps++;
        what.click();
    }

    private Locator heading(String words) {
        return desk.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words))
                .first();
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    private Locator link(String name) {
        return desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name));
    }
}
