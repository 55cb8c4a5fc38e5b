package inky.courier.core.document;

import inky.courier.core.media.MediaSize;
import inky.courier.core.reading.PageWords;
import java.awt.Dimension;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xslf.usermodel.XMLSlideShow;

/**
 * A PowerPoint presentation (ECMA-376), a slide for each page with the page's picture. The frame comes from the library;
 * slides are written straight into the file, because the library would hold every picture in memory until the end.
 */
public final class SlidesWriter implements FileWriter {
    private static final String TYPES = "[Content_Types].xml";
    private static final String PRESENTATION = "ppt/presentation.xml";
    private static final String RELATIONS = "ppt/_rels/presentation.xml.rels";

    /** English Metric Units: 360,000 a centimetre. */
    private static final int EMU_PER_POINT = 12_700;

    private final ZipOutputStream zip;
    private final Map<String, byte[]> late = new LinkedHashMap<>();
    private int slides;
    private Dimension size = new Dimension();

    public SlidesWriter(Path target) throws IOException {
        this.zip = new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(target)));
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        if (slides == 0) {
            begin(page);
        }
        slides++;
        byte[] jpeg = ((DocumentPage.Jpeg) page).jpeg();
        String image = "ppt/media/page" + slides + ".jpg";
        zip.setMethod(ZipOutputStream.DEFLATED);
        put(image, jpeg);
        put("ppt/slides/slide" + slides + ".xml", slide(page, words).getBytes(StandardCharsets.UTF_8));
        put(
                "ppt/slides/_rels/slide" + slides + ".xml.rels",
                ("<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>"
                                + "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
                                + "<Relationship Id=\"rId1\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/slideLayout\" Target=\"../slideLayouts/slideLayout1.xml\"/>"
                                + "<Relationship Id=\"rId2\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/image\" Target=\"../media/page"
                                + slides + ".jpg\"/></Relationships>")
                        .getBytes(StandardCharsets.UTF_8));
    }

    /** The size of all slides is that of the first page; everything of the frame that does not count slides is written. */
    private void begin(DocumentPage page) throws IOException {
        MediaSize media = page.media();
        boolean landscape = page.width() > page.height();
        int shorter = (int) Math.round(media.widthPoints());
        int longer = (int) Math.round(media.heightPoints());
        size = landscape ? new Dimension(longer, shorter) : new Dimension(shorter, longer);
        ByteArrayOutputStream frame = new ByteArrayOutputStream();
        try (XMLSlideShow show = new XMLSlideShow()) {
            show.setPageSize(size);
            show.write(frame);
        }
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(frame.toByteArray()))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] bytes = in.readAllBytes();
                String name = entry.getName();
                if (name.equals(TYPES) || name.equals(PRESENTATION) || name.equals(RELATIONS)) {
                    late.put(name, bytes);
                } else if (!name.startsWith("docProps/core")) {
                    put(name, bytes);
                } else {
                    late.put(name, bytes);
                }
            }
        }
    }

    @Override
    public void finish(Description description) throws IOException {
        if (slides == 0) {
            throw new IOException("a presentation needs a page");
        }
        StringBuilder types = new StringBuilder();
        StringBuilder ids = new StringBuilder("<p:sldIdLst>");
        StringBuilder relations = new StringBuilder();
        for (int i = 1; i <= slides; i++) {
            types.append("<Override PartName=\"/ppt/slides/slide")
                    .append(i)
                    .append(
                            ".xml\" ContentType=\"application/vnd.openxmlformats-officedocument.presentationml.slide+xml\"/>");
            ids.append("<p:sldId id=\"")
                    .append(255 + i)
                    .append("\" r:id=\"page")
                    .append(i)
                    .append("\"/>");
            relations
                    .append("<Relationship Id=\"page")
                    .append(i)
                    .append(
                            "\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/slide\" Target=\"slides/slide")
                    .append(i)
                    .append(".xml\"/>");
        }
        types.append("<Default Extension=\"jpg\" ContentType=\"image/jpeg\"/>");
        ids.append("</p:sldIdLst>");
        for (Map.Entry<String, byte[]> part : late.entrySet()) {
            String xml = new String(part.getValue(), StandardCharsets.UTF_8);
            xml = switch (part.getKey()) {
                case TYPES -> xml.replace("</Types>", types + "</Types>");
                case PRESENTATION -> xml.replace("</p:sldMasterIdLst>", "</p:sldMasterIdLst>" + ids);
                case RELATIONS -> xml.replace("</Relationships>", relations + "</Relationships>");
                default -> core(description);
            };
            put(part.getKey(), xml.getBytes(StandardCharsets.UTF_8));
        }
        zip.close();
    }

    @Override
    public void close() throws IOException {
        if (slides > 0) {
            zip.close();
        }
    }

    private static String core(Description d) {
        return "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>"
                + "<cp:coreProperties xmlns:cp=\"http://schemas.openxmlformats.org/package/2006/metadata/core-properties\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" xmlns:dcterms=\"http://purl.org/dc/terms/\" xmlns:xsi=\"http://www.w3.org/2001/XMLSchema-instance\">"
                + "<dcterms:created xsi:type=\"dcterms:W3CDTF\">"
                + d.created().truncatedTo(java.time.temporal.ChronoUnit.SECONDS)
                + "</dcterms:created><dc:creator>" + escaped(d.author()) + "</dc:creator><dc:title>"
                + escaped(d.title())
                + "</dc:title></cp:coreProperties>";
    }

    /** The page as a picture that fills the slide as far as its shape allows; its text is the picture's description. */
    private String slide(DocumentPage page, PageWords words) {
        double scale = Math.min(size.getWidth() / page.width(), size.getHeight() / page.height());
        long width = Math.round(page.width() * scale * EMU_PER_POINT);
        long height = Math.round(page.height() * scale * EMU_PER_POINT);
        long x = Math.round(size.getWidth() * EMU_PER_POINT - width) / 2;
        long y = Math.round(size.getHeight() * EMU_PER_POINT - height) / 2;
        String text = words.text();
        String description =
                escaped(text.substring(0, Math.min(2_000, text.length())).replace('\n', ' '));
        return "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>"
                + "<p:sld xmlns:a=\"http://schemas.openxmlformats.org/drawingml/2006/main\" xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\" xmlns:p=\"http://schemas.openxmlformats.org/presentationml/2006/main\">"
                + "<p:cSld><p:spTree><p:nvGrpSpPr><p:cNvPr id=\"1\" name=\"\"/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr>"
                + "<p:grpSpPr><a:xfrm><a:off x=\"0\" y=\"0\"/><a:ext cx=\"0\" cy=\"0\"/><a:chOff x=\"0\" y=\"0\"/><a:chExt cx=\"0\" cy=\"0\"/></a:xfrm></p:grpSpPr>"
                + "<p:pic><p:nvPicPr><p:cNvPr id=\"2\" name=\"Page " + slides + "\" descr=\"" + description
                + "\"/><p:cNvPicPr><a:picLocks noChangeAspect=\"1\"/></p:cNvPicPr><p:nvPr/></p:nvPicPr>"
                + "<p:blipFill><a:blip r:embed=\"rId2\"/><a:stretch><a:fillRect/></a:stretch></p:blipFill>"
                + "<p:spPr><a:xfrm><a:off x=\"" + x + "\" y=\"" + y + "\"/><a:ext cx=\"" + width + "\" cy=\"" + height
                + "\"/></a:xfrm><a:prstGeom prst=\"rect\"><a:avLst/></a:prstGeom></p:spPr></p:pic>"
                + "</p:spTree></p:cSld><p:clrMapOvr><a:masterClrMapping/></p:clrMapOvr></p:sld>";
    }

    private static String escaped(String text) {
        return Ooxml.text(text)
                .replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    private void put(String name, byte[] bytes) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(bytes);
        zip.closeEntry();
    }
}
