package inky.courier.core.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.NotFoundException;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.ReaderException;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import inky.courier.core.document.InstructionSheetWriter.Paper;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.sheet.InstructionSheet;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class InstructionSheetWriterTest {
    private static final String PANEL = "https://scans.wherrymoor.example/panel/5f0c1e6a-8b0c-4f57-9a6e-2d3b7c1a9e10";

    private static InstructionSheet sheet(String device, Locale language, List<InstructionSheet.Job> jobs) {
        return new InstructionSheet(
                "Wherrymoor Ferries",
                device,
                "Linnet Pier, ticket hall",
                "192.0.2.7",
                language,
                List.of(Message.of("sheet.sign-in.card-or-pin"), Message.of("sheet.sign-in.guests")),
                jobs,
                Message.of("sheet.help").with("phone", "0199 4620"),
                PANEL,
                LocalDate.of(2026, 11, 30));
    }

    private static InstructionSheet.Job job(String name, String... to) {
        return new InstructionSheet.Job(
                name,
                Message.text("Black and white, both sides."),
                List.of(to).stream().map(Message::text).toList());
    }

    private static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        }
    }

    @Test
    void everythingThatSomebodyNeedsStandsOnIt() throws IOException {
        String text = text(InstructionSheetWriter.write(
                List.of(sheet(
                        "Ticket office",
                        Locale.ENGLISH,
                        List.of(job("Berth permit", "Mail to me"), job("Lost property")))),
                Paper.A4));
        for (String words : List.of(
                "Ticket office",
                "Linnet Pier, ticket hall",
                "192.0.2.7",
                "Hold your card to the reader",
                "Berth permit",
                "Goes to Mail to me",
                "You choose where it goes",
                "If it stops",
                "Help desk: 0199 4620",
                "30 November 2026")) {
            assertTrue(text.contains(words), words);
        }
        for (Locale language : Languages.ALL) {
            String other =
                    text(InstructionSheetWriter.write(List.of(sheet("Kasse", language, List.of())), Paper.LETTER));
            for (String code : List.of("sheet.jobs", "sheet.no-jobs", "sheet.stops", "sheet.code")) {
                String words = Message.of(code).in(language);
                assertTrue(
                        other.replaceAll("\\s+", " ").contains(words.replaceAll("[\\s\u202f\u00a0]+", " ")),
                        language + ": " + words);
            }
        }
    }

    /** A reader of others finds the address of the panel on the printed page: ISO/IEC 18004. */
    @ParameterizedTest
    @EnumSource(Paper.class)
    void theCodeLeadsToThePanel(Paper paper) throws IOException, ReaderException {
        byte[] pdf = InstructionSheetWriter.write(List.of(sheet("Ticket office", Locale.ENGLISH, List.of())), paper);
        try (PDDocument document = Loader.loadPDF(pdf)) {
            BufferedImage image = new PDFRenderer(document).renderImageWithDPI(0, 150);
            int[] pixels = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
            String read = new QRCodeReader()
                    .decode(new BinaryBitmap(
                            new HybridBinarizer(new RGBLuminanceSource(image.getWidth(), image.getHeight(), pixels))))
                    .getText();
            assertEquals(PANEL, read);
        } catch (NotFoundException e) {
            throw new AssertionError("no code is found", e);
        }
    }

    /** However many jobs there are and whatever they are called: all stand there in their order, nothing beyond the margins, nothing over another. */
    @Test
    void nothingIsLostOrCutOff() throws IOException {
        Random random = new Random(18);
        for (int n = 0; n < 12; n++) {
            List<InstructionSheet.Job> jobs = new ArrayList<>();
            int count = random.nextInt(41);
            for (int i = 0; i < count; i++) {
                String name = "Job" + i + "x"
                        + (random.nextInt(4) == 0 ? "W".repeat(random.nextInt(90)) : " of the harbour office");
                String[] to = new String[random.nextInt(5)];
                for (int k = 0; k < to.length; k++) {
                    to[k] = "\u5f20 Folder for " + "something ".repeat(random.nextInt(6));
                }
                jobs.add(job(name, to));
            }
            Paper paper = Paper.values()[random.nextInt(2)];
            byte[] pdf = InstructionSheetWriter.write(
                    List.of(
                            sheet("Counter " + "long name ".repeat(random.nextInt(8)), Locale.FRENCH, jobs),
                            sheet("Second", Locale.GERMAN, List.of())),
                    paper);
            try (PDDocument document = Loader.loadPDF(pdf)) {
                Margins margins = new Margins();
                String text = margins.getText(document);
                int at = -1;
                for (int i = 0; i < count; i++) {
                    int next = text.indexOf("Job" + i + "x");
                    assertTrue(next >= 0, "job " + i);
                    // Columns are read across by the stripper, so only the first of them is in order.
                    at = count <= 8 && next < at ? fail(i) : next;
                }
                assertTrue(text.contains("Second"));
                assertTrue(document.getNumberOfPages() >= 2 && document.getNumberOfPages() <= 3 + count / 4);
            }
        }
    }

    private static int fail(int i) {
        throw new AssertionError("job " + i + " is not in its place");
    }

    /** Looks where each letter stands. */
    private static final class Margins extends PDFTextStripper {
        @Override
        protected void writeString(String text, List<TextPosition> letters) throws IOException {
            PDPage page = getCurrentPage();
            for (TextPosition letter : letters) {
                float right = letter.getXDirAdj() + letter.getWidthDirAdj();
                assertTrue(
                        letter.getXDirAdj() >= 47 && right <= page.getMediaBox().getWidth() - 47, text);
                assertTrue(
                        letter.getYDirAdj() >= 47
                                && letter.getYDirAdj() <= page.getMediaBox().getHeight() - 36,
                        text);
            }
            super.writeString(text, letters);
        }
    }
}
