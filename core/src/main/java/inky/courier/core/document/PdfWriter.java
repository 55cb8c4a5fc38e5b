package inky.courier.core.document;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.time.ZoneId;
import java.util.GregorianCalendar;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.CCITTFactory;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/**
 * A PDF (ISO 32000-1) of scanned pages. Each page is given once and kept in a temporary file until the end, so memory
 * does not grow with the number of pages.
 */
public final class PdfWriter implements AutoCloseable {
    private final PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache());
    private int pages;

    /** What the file says of itself. */
    public record Description(String title, String author, Instant created, ZoneId zone) {}

    public void add(DocumentPage page) throws IOException {
        boolean landscape = page.width() > page.height();
        float shorter = (float) page.media().widthPoints();
        float longer = (float) page.media().heightPoints();
        PDRectangle box = landscape ? new PDRectangle(longer, shorter) : new PDRectangle(shorter, longer);
        PDPage sheet = new PDPage(box);
        document.addPage(sheet);
        try (var content = new PDPageContentStream(document, sheet)) {
            content.drawImage(imageOf(page), 0, 0, box.getWidth(), box.getHeight());
        }
        pages++;
    }

    public int pages() {
        return pages;
    }

    /** Writes the file; the stream stays open. */
    public void writeTo(OutputStream out, Description description) throws IOException {
        PDDocumentInformation information = document.getDocumentInformation();
        information.setTitle(description.title());
        information.setAuthor(description.author());
        information.setProducer("Inky Courier");
        information.setCreationDate(GregorianCalendar.from(description.created().atZone(description.zone())));
        document.save(out);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }

    private PDImageXObject imageOf(DocumentPage page) throws IOException {
        if (page instanceof DocumentPage.Jpeg jpeg) {
            return JPEGFactory.createFromStream(document, new ByteArrayInputStream(jpeg.jpeg()));
        }
        DocumentPage.BlackAndWhite bits = (DocumentPage.BlackAndWhite) page;
        BufferedImage image = new BufferedImage(bits.width(), bits.height(), BufferedImage.TYPE_BYTE_BINARY);
        byte[] target = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        System.arraycopy(bits.packed(), 0, target, 0, target.length);
        return CCITTFactory.createFromImage(document, image);
    }
}
