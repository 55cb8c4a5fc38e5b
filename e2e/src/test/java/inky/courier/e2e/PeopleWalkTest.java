package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** People come from a table, get their PINs as letters, choose their own at the panel, and then hold their card to the reader. */
class PeopleWalkTest {
    private static final String TABLE = "name,login,email,groups\nMaja Berg,m.berg,maja.berg@wherrymoor.example,Crew\n"
            + "Kuno Falk,k.falk,kuno.falk@wherrymoor.example,Crew;Permits\n";

    private Page desk;
    private Page panel;

    @Test
    void fromATableToACard() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            wantCards(courier);
            desk.navigate(courier.uri() + "/people");
            comeFromATable();
            String pin = getALetter();
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            chooseAPin(pin);
            useACard();
            loseTheCard(courier);
            beForgotten(courier);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void wantCards(Courier courier) {
        desk.navigate(courier.uri() + "/people/sign-in");
        desk.getByRole(AriaRole.RADIO, named("Card or PIN")).check();
        desk.getByText("People choose their new PIN themselves").click();
        desk.getByText("A PIN from an administrator is for the first time only").click();
        assertThat(desk.getByText("keep a year of guessing at all devices")).isVisible();
        desk.getByLabel("People with a PIN").fill("5000");
        desk.getByLabel("Devices", new Page.GetByLabelOptions().setExact(true)).fill("200");
        // Four digits among 5,000 people are nobody's secret for a day
        assertThat(desk.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^4 "))))
                .containsText("certain");
        Chrome.checkAccessibility(desk, "sign-in at panels");
        button("Save").click();
        assertThat(button("Save")).isDisabled();
    }

    private void comeFromATable() {
        desk.getByLabel("Table of people to import")
                .setInputFiles(new FilePayload(
                        "people.csv", "text/csv", (TABLE + "x y,,\n").getBytes(StandardCharsets.UTF_8)));
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("Line 4:");
        assertThat(dialog.getByRole(AriaRole.BUTTON, within("Import"))).isDisabled();
        dialog.getByRole(AriaRole.BUTTON, within("Cancel")).click();
        assertThat(dialog).isHidden();
        desk.getByLabel("Table of people to import")
                .setInputFiles(new FilePayload("people.csv", "text/csv", TABLE.getBytes(StandardCharsets.UTF_8)));
        assertThat(dialog).containsText("Maja Berg");
        Chrome.checkAccessibility(desk, "an import of people");
        dialog.getByRole(AriaRole.BUTTON, within("Import")).click();
        assertThat(desk.getByText("2 people added, 0 people changed.")).isVisible();
        assertThat(desk.getByText("2 people chosen")).isVisible();
        Chrome.checkAccessibility(desk, "chosen people");
    }

    /** Both have one; the one of the first is used. */
    private String getALetter() throws Exception {
        button("New PINs as letters").click();
        Download download =
                desk.waitForDownload(() -> button("Make the letters").click());
        try (PDDocument letters = Loader.loadPDF(Files.readAllBytes(download.path()))) {
            Assertions.assertThat(letters.getNumberOfPages()).isEqualTo(2);
            String text = new PDFTextStripper().getText(letters);
            Matcher pin =
                    Pattern.compile("Maja Berg.*?(\\d{6})", Pattern.DOTALL).matcher(text);
            Assertions.assertThat(pin.find()).isTrue();
            return pin.group(1);
        }
    }

    private void chooseAPin(String first) {
        assertThat(panel.getByText("Your PIN, or hold your card to the reader")).isVisible();
        type(first);
        assertThat(panel.getByText("works only once")).isVisible();
        type("111111");
        type("111111");
        assertThat(panel.getByRole(AriaRole.ALERT)).containsText("repeats");
        type("719384");
        assertThat(panel.getByText("Enter it again")).isVisible();
        type("719385");
        assertThat(panel.getByRole(AriaRole.ALERT)).containsText("differ");
        Chrome.checkAccessibility(panel, "a new PIN");
        // By finger as well
        for (int round = 0; round < 2; round++) {
            for (char digit : "719384".toCharArray()) {
                panel.getByRole(AriaRole.BUTTON, named(Character.toString(digit)))
                        .click();
            }
            panel.getByText("Continue").click();
        }
        assertThat(panel.getByText("Berth permit").first()).isVisible();
        changeIt();
        signOut();
    }

    private void changeIt() {
        panel.getByText("My scans").click();
        panel.getByText("Change my PIN").click();
        assertThat(panel.getByText("Your current PIN")).isVisible();
        Chrome.checkAccessibility(panel, "changing a PIN");
        type("280411");
        assertThat(panel.getByRole(AriaRole.ALERT)).containsText("not your current PIN");
        type("719384");
        assertThat(panel.getByText("Choose a PIN")).isVisible();
        panel.getByText("Keep my PIN").click();
        assertThat(panel.getByText("Berth permit").first()).isVisible();
        panel.getByText("My scans").click();
        panel.getByText("Change my PIN").click();
        type("719384");
        assertThat(panel.getByText("Choose a PIN")).isVisible();
        type("506172");
        type("506172");
        assertThat(panel.getByText("Berth permit").first()).isVisible();
    }

    /** A reader types; people are slower. */
    private void useACard() {
        hold("04A219FF33");
        assertThat(panel.getByText("New card: enter your PIN once to enrol it")).isVisible();
        Chrome.checkAccessibility(panel, "a new card");
        type("506172");
        assertThat(panel.getByText("Maja Berg").first()).isVisible();
        signOut();
        hold("04A219FF33");
        assertThat(panel.getByText("Maja Berg").first()).isVisible();
        signOut();
    }

    private void loseTheCard(Courier courier) {
        desk.navigate(courier.uri() + "/people?find=maja");
        desk.getByRole(AriaRole.LINK, named("Maja Berg")).click();
        button("Lost").click();
        assertThat(button("Found again")).isVisible();
        hold("04A219FF33");
        assertThat(panel.getByRole(AriaRole.ALERT)).containsText("reported lost");
    }

    private void beForgotten(Courier courier) {
        desk.getByText("Permissions and personal data").click();
        assertThat(desk.getByRole(AriaRole.HEADING, named("Maja Berg"))).isVisible();
        assertThat(desk.getByText("for everybody").first()).isVisible();
        Chrome.checkAccessibility(desk, "all about a person");
        button("Forget").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("1 card");
        Chrome.checkAccessibility(desk, "forgetting somebody");
        dialog.getByRole(AriaRole.BUTTON, within("Forget")).click();
        assertThat(desk.getByText("Maja Berg was forgotten.")).isVisible();
    }

    private void type(String pin) {
        panel.keyboard().type(pin, new Keyboard.TypeOptions().setDelay(90));
        panel.keyboard().press("Enter");
    }

    private void hold(String card) {
        panel.keyboard().type(card);
        panel.keyboard().press("Enter");
    }

    private void signOut() {
        panel.getByText("Sign out").click();
        assertThat(panel.getByText("Who is scanning?")).isVisible();
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }

    private static Locator.GetByRoleOptions within(String name) {
        return new Locator.GetByRoleOptions().setName(name).setExact(true);
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, named(name));
    }
}
