package inky.courier.core.document;

import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Protection;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Word;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.GregorianCalendar;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import javax.xml.transform.TransformerException;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDPageLabelRange;
import org.apache.pdfbox.pdmodel.common.PDPageLabels;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceGray;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.color.PDOutputIntent;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.util.Matrix;
import org.apache.xmpbox.XMPMetadata;
import org.apache.xmpbox.schema.DublinCoreSchema;
import org.apache.xmpbox.schema.PDFAIdentificationSchema;
import org.apache.xmpbox.schema.XMPBasicSchema;
import org.apache.xmpbox.type.BadFieldValueException;
import org.apache.xmpbox.xml.XmpSerializer;
import org.jspecify.annotations.Nullable;

/**
 * A PDF (ISO 32000-1) of scanned pages: plain, searchable, light, PDF/A-2b (ISO 19005-2) or encrypted by AES-256. Each page
 * is given once and kept in a temporary file until the end.
 */
public final class PdfWriter implements FileWriter {
    private final Path target;
    private final FileSettings settings;
    private final PDDocument document;
    private @Nullable PDFont font;

    public PdfWriter(Path target, FileSettings settings) {
        this.target = target;
        this.settings = settings;
        // Beside the file itself, so that whoever clears up after it finds this too.
        this.document = new PDDocument(MemoryUsageSetting.setupTempFileOnly().setTempDir(folderOf(target)).streamCache);
    }

    private static File folderOf(Path file) {
        return Objects.requireNonNull(file.toAbsolutePath().getParent()).toFile();
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        boolean landscape = page.width() > page.height();
        float shorter = (float) page.media().widthPoints();
        float longer = (float) page.media().heightPoints();
        PDRectangle box = landscape ? new PDRectangle(longer, shorter) : new PDRectangle(shorter, longer);
        PDPage sheet = new PDPage(box);
        document.addPage(sheet);
        try (var content = new PDPageContentStream(document, sheet)) {
            if (settings.searchable() && !words.words().isEmpty()) {
                writeWords(content, box, words);
            }
            draw(content, box, page);
        }
    }

    @Override
    public void finish(Description description) throws IOException {
        PDDocumentInformation information = document.getDocumentInformation();
        var created = GregorianCalendar.from(description.created().atZone(description.zone()));
        information.setTitle(description.title());
        information.setAuthor(description.author());
        information.setProducer(Description.PRODUCER);
        information.setCreationDate(created);
        PDPageLabels labels = new PDPageLabels(document);
        PDPageLabelRange range = new PDPageLabelRange();
        range.setStyle(PDPageLabelRange.STYLE_DECIMAL);
        labels.setLabelItem(0, range);
        document.getDocumentCatalog().setPageLabels(labels);
        document.getDocumentCatalog().setMetadata(metadata(description, created));
        if (settings.archive()) {
            addOutputIntent();
        }
        if (settings.protection().applies()) {
            protect(settings.protection());
        }
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            document.save(out);
        }
    }

    @Override
    public void close() throws IOException {
        document.close();
    }

    private void draw(PDPageContentStream content, PDRectangle box, DocumentPage page) throws IOException {
        if (page instanceof DocumentPage.Light light) {
            drawLayers(content, box, light);
            return;
        }
        PDImageXObject image;
        if (page instanceof DocumentPage.Jpeg jpeg) {
            image = jpeg(jpeg.jpeg());
        } else if (page instanceof DocumentPage.Fax fax) {
            image = bitonal(fax.coded(), COSName.CCITTFAX_DECODE, fax.width(), fax.height());
            image.getCOSObject().setItem(COSName.DECODE_PARMS, Fax.parameters(fax.width(), fax.height()));
        } else {
            throw new IllegalArgumentException("pages of a PDF are not coded without loss");
        }
        content.drawImage(image, 0, 0, box.getWidth(), box.getHeight());
    }

    private void drawLayers(PDPageContentStream content, PDRectangle box, DocumentPage.Light page) throws IOException {
        Layers layers = page.layers();
        content.drawImage(jpeg(layers.paper()), 0, 0, box.getWidth(), box.getHeight());
        float across = box.getWidth() / page.width();
        float down = box.getHeight() / page.height();
        for (Layers.Picture picture : layers.pictures()) {
            var at = picture.box();
            content.drawImage(
                    jpeg(picture.jpeg()),
                    at.x() * across,
                    box.getHeight() - (at.y() + at.height()) * down,
                    at.width() * across,
                    at.height() * down);
        }
        for (Layers.Printed printed : layers.prints()) {
            drawPrint(content, box, page, printed);
        }
    }

    private void drawPrint(
            PDPageContentStream content, PDRectangle box, DocumentPage.Light page, Layers.Printed printed)
            throws IOException {
        PDImageXObject mask = bitonal(printed.mask(), COSName.JBIG2_DECODE, page.width(), page.height());
        mask.getCOSObject().setBoolean(COSName.IMAGE_MASK, true);
        mask.getCOSObject().removeItem(COSName.COLORSPACE);
        if (printed.ink() instanceof Layers.Ink.One one) {
            content.setNonStrokingColor(one.red() / 255f, one.green() / 255f, one.blue() / 255f);
            content.drawImage(mask, 0, 0, box.getWidth(), box.getHeight());
        } else {
            PDImageXObject ink = jpeg(((Layers.Ink.Many) printed.ink()).jpeg());
            // Explicit masking, ISO 32000-1, 8.9.6.3: a sample of 1 masks out, and 1 is paper here.
            ink.getCOSObject().setItem(COSName.MASK, mask);
            content.drawImage(ink, 0, 0, box.getWidth(), box.getHeight());
        }
    }

    private PDImageXObject jpeg(byte[] coded) throws IOException {
        if (!JpegPages.isUsual(coded)) {
            return JPEGFactory.createFromStream(document, new ByteArrayInputStream(coded));
        }
        // The frame header says all that the image's dictionary needs; the library would ask a decoder for it.
        JpegPages.Extent extent = JpegPages.extent(coded);
        return new PDImageXObject(
                document,
                new ByteArrayInputStream(coded),
                COSName.DCT_DECODE,
                extent.width(),
                extent.height(),
                8,
                JpegPages.isGrey(coded) ? PDDeviceGray.INSTANCE : PDDeviceRGB.INSTANCE);
    }

    private PDImageXObject bitonal(byte[] coded, COSName coding, int width, int height) throws IOException {
        return new PDImageXObject(
                document, new ByteArrayInputStream(coded), coding, width, height, 1, PDDeviceGray.INSTANCE);
    }

    /** Invisible words, each stretched to the place where it stands in the picture. */
    private void writeWords(PDPageContentStream content, PDRectangle box, PageWords words) throws IOException {
        PDFont font = textFont();
        float across = box.getWidth() / words.width();
        float down = box.getHeight() / words.height();
        content.beginText();
        content.setRenderingMode(RenderingMode.NEITHER);
        for (List<Word> line : words.lines()) {
            int bottom = 0;
            int top = Integer.MAX_VALUE;
            for (Word word : line) {
                bottom = Math.max(bottom, word.y() + word.height());
                top = Math.min(top, word.y());
            }
            float size = Math.max(1, (bottom - top) * down);
            content.setFont(font, size);
            // Letters that hang below the line are about a fifth of its height.
            float baseline = box.getHeight() - (bottom - (bottom - top) * 0.2f) * down;
            for (Word word : line) {
                String text = TextFont.encodable(font, word.text()) + " ";
                float natural = font.getStringWidth(text.stripTrailing()) / 1000 * size;
                if (natural > 0) {
                    content.setHorizontalScaling(Math.max(1, word.width() * across / natural * 100));
                    content.setTextMatrix(Matrix.getTranslateInstance(word.x() * across, baseline));
                    content.showText(text);
                }
            }
        }
        content.endText();
    }

    private PDFont textFont() throws IOException {
        if (font == null) {
            font = TextFont.in(document);
        }
        return font;
    }

    private void protect(Protection protection) throws IOException {
        AccessPermission may = new AccessPermission();
        may.setCanPrint(protection.mayPrint());
        may.setCanPrintFaithful(protection.mayPrint());
        may.setCanExtractContent(protection.mayCopy());
        may.setCanModify(protection.mayChange());
        may.setCanModifyAnnotations(protection.mayChange());
        may.setCanAssembleDocument(protection.mayChange());
        may.setCanFillInForm(protection.mayChange());
        String owner = protection.ownerPasscode().isEmpty() ? nobodys() : protection.ownerPasscode();
        StandardProtectionPolicy policy = new StandardProtectionPolicy(owner, protection.passcode(), may);
        policy.setEncryptionKeyLength(256);
        policy.setPreferAES(true);
        document.protect(policy);
    }

    /** A passcode that nobody has. */
    private static String nobodys() {
        byte[] random = new byte[24];
        new SecureRandom().nextBytes(random);
        return HexFormat.of().formatHex(random);
    }

    private void addOutputIntent() throws IOException {
        byte[] profile = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
        PDOutputIntent intent = new PDOutputIntent(document, new ByteArrayInputStream(profile));
        intent.setInfo("sRGB IEC61966-2.1");
        intent.setOutputCondition("sRGB IEC61966-2.1");
        intent.setOutputConditionIdentifier("sRGB IEC61966-2.1");
        intent.setRegistryName("http://www.color.org");
        document.getDocumentCatalog().addOutputIntent(intent);
    }

    private PDMetadata metadata(Description description, GregorianCalendar created) throws IOException {
        try {
            XMPMetadata xmp = XMPMetadata.createXMPMetadata();
            DublinCoreSchema core = xmp.createAndAddDublinCoreSchema();
            core.setTitle(description.title());
            core.addCreator(description.author());
            XMPBasicSchema basic = xmp.createAndAddXMPBasicSchema();
            basic.setCreateDate(created);
            xmp.createAndAddAdobePDFSchema().setProducer(Description.PRODUCER);
            if (settings.archive()) {
                PDFAIdentificationSchema id = xmp.createAndAddPDFAIdentificationSchema();
                id.setPart(2);
                id.setConformance("B");
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            new XmpSerializer().serialize(xmp, bytes, true);
            PDMetadata metadata = new PDMetadata(document);
            metadata.importXMPMetadata(bytes.toByteArray());
            return metadata;
        } catch (BadFieldValueException | TransformerException e) {
            throw new IOException(e);
        }
    }
}
