package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** A folder is made, documents are brought and scanned into it; at the desk and at a device they are found, seen, changed, and go on. */
class ShelfWalkTest {
    private Page desk;
    private Page panel;

    @Test
    void papersStayWherePeopleFindThem() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            desk = chrome.desk(courier);
            makeAFolder(courier);
            bringAndFind();
            renameMoveDeleteAndTakeBack();
            scanInto(courier, office);
            panel = chrome.window(1024, 600);
            panel.navigate(courier.uri() + "/panel/" + office.deviceId);
            atTheDevice(office);
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void makeAFolder(Courier courier) {
        desk.navigate(courier.uri() + "/shelf");
        button(desk, "Make a folder").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("Forms");
        Chrome.checkAccessibility(desk, "a folder of the shelf");
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Save"))
                .click();
        assertThat(desk.getByText("Forms saved.")).isVisible();
        button(desk, "New folder").click();
        dialog.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("Council");
        dialog.getByLabel("Passcode", new Locator.GetByLabelOptions().setExact(true))
                .fill("harbour-9");
        dialog.getByLabel("Days to keep").fill("30");
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Save"))
                .click();
        desk.getByLabel("Passcode of the folder").fill("harbour-8");
        button(desk, "Open").click();
        assertThat(desk.getByText("This is not the passcode.")).isVisible();
        desk.getByLabel("Passcode of the folder").fill("harbour-9");
        button(desk, "Open").click();
        assertThat(desk.getByText(Pattern.compile("^No document yet"))).isVisible();
        folder("Forms").click();
    }

    private void bringAndFind() throws IOException {
        Locator files = desk.locator("input[type=file]");
        files.setInputFiles(new FilePayload[] {
            pdf("Mooring agreement.pdf", "Schedule of dues", "page two"), pdf("Fuel note.pdf", "Litres of diesel")
        });
        assertThat(desk.getByText("2 documents added to Forms.")).isVisible();
        assertThat(desk.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("2 documents on the shelf")))
                .isVisible();
        files.setInputFiles(new FilePayload("notes.pdf", "application/pdf", "no PDF".getBytes(StandardCharsets.UTF_8)));
        assertThat(desk.getByText("This is no file that can be shown.")).isVisible();
        Chrome.checkAccessibility(desk, "Shelf");
        desk.getByLabel("Find documents").fill("dues");
        assertThat(document("Fuel note.pdf")).isHidden();
        document("Mooring agreement.pdf").click();
        assertThat(desk.getByText("Page 1 of 2")).isVisible();
        button(desk, "Next page").click();
        assertThat(desk.getByAltText("Page 2 of Mooring agreement.pdf")).isVisible();
        Chrome.checkAccessibility(desk, "a document of the shelf");
    }

    private void renameMoveDeleteAndTakeBack() {
        Locator drawer = desk.getByRole(AriaRole.DIALOG);
        drawer.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("Licence");
        button(desk, "Rename").click();
        assertThat(desk.getByText("Renamed to Licence.pdf.")).isVisible();
        desk.keyboard().press("Escape");
        desk.getByLabel("Find documents").fill("");
        choose("Licence.pdf");
        button(desk, "Delete").click();
        assertThat(desk.getByText("1 document deleted.")).isVisible();
        assertThat(document("Licence.pdf")).isHidden();
        button(desk, "Undo").click();
        assertThat(document("Licence.pdf")).isVisible();
        choose("Licence.pdf");
        button(desk, "Delete").click();
        assertThat(desk.getByText("1 document deleted.")).isVisible();
        desk.getByLabel("Deleted").check();
        choose("Licence.pdf");
        Chrome.checkAccessibility(desk, "documents that were deleted");
        button(desk, "Restore").click();
        assertThat(desk.getByText("1 document restored.")).isVisible();
        desk.getByLabel("Deleted").uncheck();
        choose("Fuel note.pdf");
        button(desk, "Move").click();
        Locator dialog = desk.getByRole(AriaRole.DIALOG);
        dialog.getByRole(AriaRole.COMBOBOX).click();
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Council"))
                .click();
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Move"))
                .click();
        assertThat(desk.getByText("1 document moved to Council.")).isVisible();
        folder("Council").click();
        assertThat(document("Fuel note.pdf")).isVisible();
    }

    private void choose(String name) {
        desk.getByLabel("Choose " + name).check();
    }

    private void scanInto(Courier courier, Office office) {
        desk.navigate(courier.uri() + "/destinations/new");
        desk.getByText("Stays on the shelf").click();
        desk.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Onto the shelf");
        desk.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("In the folder"))
                .press("Enter");
        desk.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Forms"))
                .click();
        button(desk, "Save").click();
        assertThat(desk.getByText("Onto the shelf created.")).isVisible();
        office.goesTo(office.destination("Onto the shelf"));
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it is on the shelf");
        office.goesTo(office.destination("Mail to me"));
        office.everybodyHasLeft();
    }

    private void atTheDevice(Office office) {
        assertThat(panel.getByText("Who is scanning?")).isVisible();
        panel.keyboard().type(office.pin);
        panel.keyboard().press("Enter");
        button(panel, "Shelf").click();
        Locator shelf = panel.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Shelf"));
        assertThat(shelf.getByText("2 documents")).isVisible();
        Chrome.checkAccessibility(panel, "the shelf at a device");
        shelf.getByText("Council").click();
        shelf.getByLabel("Passcode of the folder").fill("harbour-7");
        button(panel, "Open").click();
        assertThat(shelf.getByText("This is not the passcode.")).isVisible();
        shelf.getByLabel("Passcode of the folder").fill("harbour-9");
        button(panel, "Open").click();
        assertThat(shelf.getByText("Fuel note.pdf")).isVisible();
        back(shelf);
        shelf.getByText("Forms").click();
        assertThat(shelf.getByRole(AriaRole.LISTITEM)).hasCount(2);
        Chrome.checkAccessibility(panel, "documents at a device");
        shelf.getByLabel("Words of the name or the text").fill("dues");
        assertThat(shelf.getByRole(AriaRole.LISTITEM)).hasCount(1);
        shelf.getByText("Licence.pdf").click();
        assertThat(shelf.getByAltText("Licence.pdf")).isVisible();
        Chrome.checkAccessibility(panel, "a document at a device");
        button(panel, "Rename").click();
        button(panel, "Clear").click();
        shelf.getByLabel("Name of the document").fill("Licence for 2027");
        button(panel, "Save").click();
        assertThat(shelf.getByRole(AriaRole.HEADING, new Locator.GetByRoleOptions().setName("Licence for 2027.pdf")))
                .isVisible();
        button(panel, "Delete").click();
        assertThat(shelf.getByText("Licence for 2027.pdf was deleted.")).isVisible();
        button(panel, "Undo").click();
        shelf.getByText("Licence for 2027.pdf").click();
        button(panel, "Send or print").click();
        shelf.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Berth permit"))
                .click();
        panel.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Send")))
                .click();
        assertThat(panel.getByText("Arrived", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Assertions.assertThat(office.post.mailbox().letters()).hasSize(1);
    }

    private static void back(Locator shelf) {
        shelf.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Back"))
                .click();
    }

    private Locator folder(String name) {
        return desk.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Folders"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name));
    }

    private Locator document(String name) {
        return desk.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name.replace(".", "\\."))));
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static FilePayload pdf(String name, String... pages) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (String text : pages) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.beginText();
                    content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 14);
                    content.newLineAtOffset(40, 500);
                    content.showText(text);
                    content.endText();
                }
            }
            document.save(bytes);
        }
        return new FilePayload(name, "application/pdf", bytes.toByteArray());
    }
}
