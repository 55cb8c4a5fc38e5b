package inky.courier.core.shelf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.core.office.ShelfFolderItem.Reach;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What lies on the shelf: how it is found, what is seen of it, and which folders there may be. */
class ShelfTest {
    @TempDir
    private Path folder;

    private static PDDocument document(String... texts) throws IOException {
        PDDocument pdf = new PDDocument();
        for (String text : texts) {
            PDPage page = new PDPage(PDRectangle.A4);
            pdf.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(pdf, page)) {
                content.beginText();
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 18);
                content.newLineAtOffset(72, 720);
                content.showText(text);
                content.endText();
            }
        }
        return pdf;
    }

    private Path saved(PDDocument pdf, String name) throws IOException {
        Path file = folder.resolve(name);
        try (pdf) {
            pdf.save(file.toFile());
        }
        return file;
    }

    @Test
    void aPdfIsSeenAndItsTextFindsIt() throws IOException {
        Path file = saved(document("Mooring licence 4711", "Schedule of dues"), "licence.pdf");
        DocumentLook look = DocumentLook.of(file, "licence.pdf", "application/pdf");
        assertEquals(2, look.pages());
        BufferedImage thumbnail =
                ImageIO.read(new ByteArrayInputStream(look.thumbnail().orElseThrow()));
        assertEquals(DocumentLook.THUMBNAIL_WIDTH, thumbnail.getWidth());
        // A4 is 210 by 297 mm (ISO 216).
        assertEquals(297.0 / 210, (double) thumbnail.getHeight() / thumbnail.getWidth(), 0.01);
        List<String> words = FindableWords.of("licence.pdf", look.text());
        assertTrue(FindableWords.finds(FindableWords.sought("dues LICEN 47"), words));
        assertFalse(FindableWords.finds(FindableWords.sought("dues anchor"), words));

        BufferedImage second = ImageIO.read(new ByteArrayInputStream(
                DocumentLook.page(file, "licence.pdf", 2).orElseThrow()));
        assertTrue(second.getWidth() > 1_000 && second.getWidth() <= DocumentLook.PAGE_WIDTH);
        assertTrue(DocumentLook.page(file, "licence.pdf", 3).isEmpty());
        assertTrue(DocumentLook.page(file, "licence.pdf", 0).isEmpty());
    }

    @Test
    void whatCannotBeOpenedIsKeptAllTheSame() throws IOException {
        PDDocument locked = document("Secret");
        locked.protect(new StandardProtectionPolicy("owner", "user", new AccessPermission()));
        DocumentLook look = DocumentLook.of(saved(locked, "locked.pdf"), "locked.pdf", "application/pdf");
        assertEquals(0, look.pages());
        assertTrue(look.thumbnail().isEmpty());
        assertEquals("", look.text());
        assertEquals(7, look.withPages(7).pages());

        Random random = new Random(63);
        for (int i = 0; i < 30; i++) {
            byte[] bytes = Files.readAllBytes(saved(document("Damaged"), "whole.pdf"));
            for (int n = 0; n < 40; n++) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            Path damaged = Files.write(folder.resolve("damaged.pdf"), bytes);
            assertTrue(
                    DocumentLook.of(damaged, "damaged.pdf", "application/pdf").pages() >= 0);
        }
        Path text = Files.writeString(folder.resolve("note.txt"), "Berth seven is closed.");
        assertEquals(
                "Berth seven is closed.",
                DocumentLook.of(text, "note.txt", "text/plain").text());
    }

    @ParameterizedTest
    @CsvSource({
        "'2026-12-01_Berth-permit_0042.pdf', permit, true",
        "'2026-12-01_Berth-permit_0042.pdf', 0042, true",
        "'2026-12-01_Berth-permit_0042.pdf', ermit, false",
        "'Überführung Œuvre', uberfuhr oeuv, true",
        "'Formulário nº 7', FORMULARIO 7, true",
        "'a', '?!', true"
    })
    void wordsFindByTheirBeginnings(String name, String typed, boolean found) {
        assertEquals(found, FindableWords.finds(FindableWords.sought(typed), FindableWords.of(name)));
    }

    @Test
    void wordsAreBounded() {
        StringBuilder many = new StringBuilder("x".repeat(100_000));
        for (int i = 0; i < 20_000; i++) {
            many.append(' ').append(i);
        }
        List<String> words = FindableWords.of(many.toString());
        assertEquals(FindableWords.MOST, words.size());
        assertTrue(words.stream().allMatch(word -> word.length() <= 40));
        assertTrue(FindableWords.finds(FindableWords.sought("x".repeat(50)), words));
    }

    @Test
    void aShelfTakesWhatFits() {
        assertTrue(new ShelfRoom(0, 0).takes(ShelfRoom.MOST_DOCUMENTS, ShelfRoom.MOST_BYTES));
        assertFalse(new ShelfRoom(ShelfRoom.MOST_DOCUMENTS, 0).takes(1, 1));
        assertFalse(new ShelfRoom(1, ShelfRoom.MOST_BYTES).takes(1, 1));
        assertTrue(new ShelfRoom(2_700, 0).isNearlyFull());
        assertFalse(new ShelfRoom(2_699, 0).isNearlyFull());
        assertTrue(new ShelfRoom(0, ShelfRoom.MOST_BYTES / 10 * 9 + 10).isNearlyFull());
        assertTrue(new ShelfRoom(3_000, 0).isFull());
    }

    @Test
    void foldersBesideEachOtherHaveNamesOfTheirOwn() {
        UUID one = new UUID(1, 1);
        UUID other = new UUID(1, 2);
        assertEquals(
                List.of(), faults(folder(Reach.ONE_DEVICE, one, "Forms"), folder(Reach.ONE_DEVICE, other, "Forms")));
        for (Reach reach : List.of(Reach.OFFICE, Reach.EACH_DEVICE)) {
            assertEquals(
                    List.of("shelf.folder-twice"),
                    faults(folder(reach, null, "Forms"), folder(Reach.ONE_DEVICE, other, "forms")));
        }
        assertEquals(
                List.of("shelf.folder-name", "shelf.keep-days"),
                faults(new ShelfFolderItem(UUID.randomUUID(), " ", Reach.OFFICE, null, false, 4_000)));
        assertEquals(DestinationItem.NOTHING, folder(Reach.OFFICE, one, "Forms").deviceId());
        assertTrue(folder(Reach.OFFICE, null, "Forms").isAt(one));
        assertFalse(folder(Reach.ONE_DEVICE, other, "Forms").isAt(one));
    }

    private static ShelfFolderItem folder(Reach reach, UUID device, String name) {
        return new ShelfFolderItem(UUID.randomUUID(), name, reach, device, false, 0);
    }

    private static List<String> faults(ShelfFolderItem item, ShelfFolderItem... others) {
        try {
            item.check(Office.of(List.of(others)));
            return List.of();
        } catch (Invalid invalid) {
            return invalid.problems().stream().map(Problem::code).toList();
        }
    }
}
