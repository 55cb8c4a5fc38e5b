package inky.courier.core.document;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** Short letters as one PDF to be printed: each on an A4 sheet of its own, its lines within the address field's fold (a third of the sheet). */
public final class PrintedLetters {
    private static final float POINTS_PER_MM = 72 / 25.4f;
    private static final float LEFT = 25 * POINTS_PER_MM;
    private static final float TOP = 30 * POINTS_PER_MM;
    private static final float HEAD = 16;
    private static final float TEXT = 11;
    private static final float LARGE = 34;
    private static final float LEADING = 1.4f;

    private PrintedLetters() {}

    /**
     * One letter.
     *
     * @param to whom it is for, the first line
     * @param head what it is about
     * @param above lines before what is large, and {@code below} after it
     */
    public record Letter(String to, String head, List<String> above, String large, List<String> below) {}

    /** @param title of the file */
    public static byte[] pdf(List<Letter> letters, String title) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDFont font = TextFont.in(document);
            document.getDocumentInformation().setTitle(title);
            document.getDocumentInformation().setProducer(Description.PRODUCER);
            for (Letter letter : letters) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (var content = new PDPageContentStream(document, page)) {
                    new Sheet(content, font).write(letter);
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private static final class Sheet {
        private final PDPageContentStream content;
        private final PDFont font;
        private float y = PDRectangle.A4.getHeight() - TOP;

        Sheet(PDPageContentStream content, PDFont font) {
            this.content = content;
            this.font = font;
        }

        void write(Letter letter) throws IOException {
            line(letter.to, TEXT);
            y -= TEXT;
            line(letter.head, HEAD);
            y -= TEXT / 2;
            for (String text : letter.above) {
                line(text, TEXT);
            }
            y -= TEXT;
            line(letter.large, LARGE);
            for (String text : letter.below) {
                line(text, TEXT);
            }
        }

        private void line(String text, float size) throws IOException {
            for (String part : broken(TextFont.encodable(font, text), size)) {
                y -= size * LEADING;
                content.beginText();
                content.setFont(font, size);
                content.newLineAtOffset(LEFT, y);
                content.showText(part);
                content.endText();
            }
        }

        private List<String> broken(String text, float size) throws IOException {
            float room = PDRectangle.A4.getWidth() - 2 * LEFT;
            List<String> lines = new ArrayList<>();
            StringBuilder line = new StringBuilder();
            for (String word : text.split(" ")) {
                String longer = line.isEmpty() ? word : line + " " + word;
                if (!line.isEmpty() && font.getStringWidth(longer) / 1000 * size > room) {
                    lines.add(line.toString());
                    line = new StringBuilder(word);
                } else {
                    line = new StringBuilder(longer);
                }
            }
            lines.add(line.toString());
            return lines;
        }
    }
}
