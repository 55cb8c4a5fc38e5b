package inky.courier.core.document;

import java.io.IOException;
import java.io.InputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** The font of text in a PDF: embedded, for Latin, Greek and Cyrillic letters. */
final class TextFont {
    private static final String FILE = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private TextFont() {}

    static PDFont in(PDDocument document) throws IOException {
        try (InputStream in = PDFont.class.getResourceAsStream(FILE)) {
            return PDType0Font.load(document, in, true);
        }
    }

    /** What the font has; anything else becomes a question mark. */
    static String encodable(PDFont font, String text) {
        StringBuilder kept = new StringBuilder();
        text.codePoints().forEach(point -> {
            String sign = Character.toString(point);
            try {
                font.encode(sign);
                kept.append(sign);
            } catch (IOException | IllegalArgumentException e) {
                kept.append('?');
            }
        });
        return kept.toString();
    }
}
