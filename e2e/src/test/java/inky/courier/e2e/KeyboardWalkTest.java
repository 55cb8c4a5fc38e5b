package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.StandInDevice;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The same walk with the keyboard alone: no pointer is moved, nothing is clicked. */
class KeyboardWalkTest {
    private Page page;

    @Test
    void everythingCanBeDoneWithoutAPointer() throws Exception {
        try (Courier courier = Courier.start();
                StandInDevice device = StandInDevice.start(
                        DeviceModel.named("Alder M30").orElseThrow(), "Bridge", "127.20.8.2", 0, 900, 50);
                PostOffice post = Office.postOffice(Files.createTempDirectory("post"));
                Chrome chrome = new Chrome()) {
            page = chrome.window(1280, 800);
            page.navigate(courier.uri().toString());
            tabTo("Code from the terminal");
            type(Courier.SETUP_CODE);
            next("Maud Ellery");
            next("maud.ellery@wherrymoor.example");
            next("maud");
            next("ferry crossing 7");
            press("Enter");
            see("The first scan is 6 steps away");

            go("v", "Devices");
            press("n");
            see("Add a device");
            tabTo("Address");
            type("127.20.8.2:" + device.port());
            press("Enter");
            assertThat(page.getByText("feeder for 100 sheets, glass")).isVisible();
            tabTo("Name, as people call it");
            type("Bridge");
            press("Enter");
            assertThat(page.getByText("Bridge created.")).isVisible();

            go("m", "Mail servers");
            press("n");
            see("Add a mail server");
            tabTo("Name, as the office calls it");
            type("Harbour Post");
            next("127.30.9.5");
            tabTo("Port");
            replace(String.valueOf(post.plainPort()));
            tabTo("STARTTLS");
            press("ArrowLeft");
            tabTo("Password or app password");
            press("ArrowLeft");
            tabTo("Sender address");
            type("scans@wherrymoor.example");
            shiftTabTo("Probe");
            press("Enter");
            assertThat(page.getByText(Pattern.compile("all steps passed"))).isVisible();
            shiftTabTo("Save");
            press("Enter");
            assertThat(page.getByText("Harbour Post created.")).isVisible();

            make("o", "Destinations", "New destination", "Name", "Mail to me", "Mail to me created.");
            make("p", "6 scan profiles", "New scan profile", "Name", "Usual", "Usual created.");
            go("n", "3 file-name templates");
            press("n");
            see("New file-name template");
            tabTo("Name of the template");
            type("Counter");
            press("Enter");
            assertThat(page.getByText("Counter created.")).isVisible();

            go("j", "One-touch jobs");
            press("n");
            tabTo("Name on the button");
            type("Tide table");
            tabTo("Mail to me through Harbour Post");
            press("Space");
            tabTo("Save draft");
            tabTo("Save");
            press("Enter");
            assertThat(page.getByText("Tide table created.")).isVisible();

            go("a", "Every job on 1 panel can run");
            tabTo("Bridge");
            press("Enter");
            see("Bridge has no job yet");
            blur();
            press("j");
            press("1");
            shiftTabTo("Put it on the device");
            press("Enter");
            assertThat(page.getByText("The panel of Bridge shows it at once.")).isVisible();
            see("Bridge: 1 job in place");

            go("e", "People");
            press("n");
            tabTo("Name");
            type("Oda Fennick");
            tabTo("Mail address");
            type("oda.fennick@wherrymoor.example");
            press("Enter");
            String pin = page.getByTestId("pin").textContent();
            tabTo("I have passed it on");
            press("Enter");
            assertThat(page.getByTestId("pin")).isHidden();

            walkUp(courier, pin);
            Waiting.until(
                    () -> post.mailbox().letters().stream()
                            .anyMatch(l -> l.to().contains("oda.fennick@wherrymoor.example")),
                    "the mail is there");

            page.navigate(courier.uri() + "/deliveries");
            see("1 delivery");
            press("j");
            press("Enter");
            see("Tide table: arrived");
            press("/");
            type("tide");
            assertThat(page.getByRole(AriaRole.OPTION).first()).isVisible();
            assertThat(page.getByRole(AriaRole.OPTION)
                            .getByText("Job", new com.microsoft.playwright.Locator.GetByTextOptions().setExact(true)))
                    .isVisible();
            press("Enter");
            assertThat(page).hasURL(Pattern.compile("/jobs/[0-9a-f-]{36}$"));
            assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void walkUp(Courier courier, String pin) {
        go("v", "1 device");
        press("j");
        tabTo("Open its panel");
        String path = (String) page.evaluate("document.activeElement.getAttribute('href')");
        page.navigate(courier.uri() + path);
        see("Who is scanning?");
        type(pin);
        press("Enter");
        see("What would you like to do?");
        tabTo("Sample paper");
        press("Enter");
        tabTo("Tide table 1 sheet 1 sheet");
        press("Enter");
        see("1 sheet is in the feeder. Where to?");
        tabTo("Tide table");
        press("Enter");
        // One side of one sheet: the job has the most usual profile.
        assertThat(page.getByText("page scanned", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        tabTo("Send");
        press("Enter");
        see("Arrived");
        tabTo("Sign out");
        press("Enter");
        see("Who is scanning?");
    }

    private void make(String key, String empty, String editor, String label, String name, String done) {
        go(key, empty);
        press("n");
        see(editor);
        tabTo(label);
        type(name);
        press("Enter");
        assertThat(page.getByText(done)).isVisible();
    }

    private void go(String key, String heading) {
        blur();
        press("g");
        press(key);
        assertThat(page.locator("#view h1")
                        .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText(heading)))
                .isVisible();
    }

    /** Leaves a field, as Escape does not: shortcuts are for when nobody types. */
    private void blur() {
        page.evaluate("document.activeElement && document.activeElement.blur()");
    }

    private void see(String heading) {
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(heading))
                        .first())
                .isVisible();
    }

    private void next(String words) {
        press("Tab");
        type(words);
    }

    private void type(String words) {
        page.keyboard().type(words);
    }

    private void replace(String words) {
        press("Control+A");
        type(words);
    }

    private void press(String key) {
        page.keyboard().press(key);
    }

    private void tabTo(String name) {
        tab("Tab", name);
    }

    private void shiftTabTo(String name) {
        tab("Shift+Tab", name);
    }

    /** Presses Tab until the focused control has this name or begins with it. */
    private void tab(String key, String name) {
        for (int i = 0; i < 90; i++) {
            press(key);
            String focused = String.valueOf(page.evaluate(NAME_OF_FOCUSED));
            if (focused.equals(name) || focused.startsWith(name + " ") || focused.startsWith(name + ",")) {
                return;
            }
        }
        throw new AssertionError("the keyboard does not reach \u201c" + name + "\u201d");
    }

    private static final String NAME_OF_FOCUSED =
            "() => { const e = document.activeElement; if (!e) return ''; const l = e.getAttribute('aria-label');"
                    + " if (l) return l; if (e.labels && e.labels.length) return e.labels[0].innerText.trim().replace(/\\s+/g, ' ');"
                    + " return (e.innerText || '').trim().replace(/\\s+/g, ' '); }";
}
