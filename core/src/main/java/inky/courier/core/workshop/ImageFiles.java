package inky.courier.core.workshop;

import inky.courier.core.Invalid;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.pdmodel.graphics.PDXObject;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Pages out of image files: PNG, JPEG, TIFF of many pages, and the pages of a PDF. */
public final class ImageFiles {
    private static final int PDF_DPI = 200;
    private static final int HEADER_WITHIN = 1024;
    private static final float POINTS_AN_INCH = 72;

    private ImageFiles() {}

    /** A page and the file that it is from. */
    public record Page(String file, int number, int pages, Source source) {
        /** The file's name, with the page behind it where there are several. */
        public String label() {
            return pages == 1 ? file : file + "#" + number;
        }
    }

    /** A file, and as what the person knows it. */
    private record Named(Path path, String name) {
        @Override
        public String toString() {
            return name;
        }
    }

    /** @param dpi what the person says; it goes before what the file says */
    public static List<Page> read(Path file, OptionalInt dpi) throws IOException {
        return read(file, file.toString(), dpi);
    }

    /** @param usual resolution in dpi of pictures that do not say theirs */
    public static List<Page> readOr(Path path, String name, int usual) throws IOException {
        try {
            return read(path, name, OptionalInt.empty());
        } catch (Invalid e) {
            if (!e.problems().get(0).code().equals("workshop.dpi")) {
                throw e;
            }
            return read(path, name, OptionalInt.of(usual));
        }
    }

    /** Whether the file is a PDF; some have something before their header (ISO 32000-1, 7.5.2 and Annex H.3.4.1: within 1024 bytes). */
    public static boolean isPdf(Path path) throws IOException {
        try (var in = Files.newInputStream(path)) {
            return new String(in.readNBytes(HEADER_WITHIN), java.nio.charset.StandardCharsets.ISO_8859_1)
                    .contains("%PDF-");
        }
    }

    /** @param name as the person knows the file */
    public static List<Page> read(Path path, String name, OptionalInt dpi) throws IOException {
        Named file = new Named(path, name);
        if (!Files.isReadable(path) || Files.isDirectory(path)) {
            throw new Invalid(
                    "workshop.file",
                    "file",
                    Message.of("problem.workshop.file").with("file", file.toString()),
                    Message.of("problem.workshop.file.remedy"));
        }
        boolean isPdf = isPdf(path);
        return orUnreadable(file, () -> isPdf ? pdf(file, dpi) : image(file, dpi));
    }

    private interface Reading<T> {
        T read() throws IOException;
    }

    /** Readers meet damage in many ways; to whoever gave the file all of them are one. */
    private static <T> T orUnreadable(Named file, Reading<T> reading) {
        try {
            return reading.read();
        } catch (Invalid e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            throw unreadable(file);
        }
    }

    /** @return its pixels */
    private static long requireFitting(Named file, double width, double height) {
        if (!(width >= 1 && height >= 1)) {
            throw unreadable(file);
        }
        try {
            PixelLimit.check((int) Math.min(width, Integer.MAX_VALUE), (int) Math.min(height, Integer.MAX_VALUE));
            return (long) (width * height);
        } catch (PixelLimit.TooLarge e) {
            throw new Invalid(
                    "workshop.size",
                    "file",
                    Message.of("problem.about").with("what", file.toString()).with("sentence", e.sentence()),
                    Message.of("problem.workshop.size.remedy"));
        } catch (IOException e) {
            throw unreadable(file);
        }
    }

    private static List<Page> image(Named file, OptionalInt dpi) throws IOException {
        List<Page> pages = new ArrayList<>();
        try (ImageInputStream in = ImageIO.createImageInputStream(file.path.toFile())) {
            ImageReader reader = reader(file, in);
            try {
                int count = reader.getNumImages(true);
                for (int i = 0; i < count; i++) {
                    long pixels = requireFitting(file, reader.getWidth(i), reader.getHeight(i));
                    Resolution resolution = resolution(file, reader, i, dpi);
                    boolean jpeg =
                            reader.getFormatName().toLowerCase(Locale.ROOT).startsWith("jp");
                    pages.add(new Page(file.name, i + 1, count, new ImagePage(file, i, resolution, jpeg, pixels)));
                }
            } finally {
                reader.dispose();
            }
        }
        return pages;
    }

    private static ImageReader reader(Named file, ImageInputStream in) {
        Iterator<ImageReader> readers = in == null ? List.<ImageReader>of().iterator() : ImageIO.getImageReaders(in);
        if (!readers.hasNext()) {
            throw unreadable(file);
        }
        ImageReader reader = readers.next();
        reader.setInput(in, false, false);
        return reader;
    }

    private static Invalid unreadable(Named file) {
        return new Invalid(
                "workshop.file",
                "file",
                Message.of("problem.workshop.image").with("file", file.toString()),
                Message.of("problem.workshop.image.remedy"));
    }

    private static Resolution resolution(Named file, ImageReader reader, int index, OptionalInt given)
            throws IOException {
        if (given.isPresent()) {
            return new Resolution(given.getAsInt());
        }
        OptionalInt said = reader.getFormatName().toLowerCase(Locale.ROOT).startsWith("jp")
                ? JpegPages.density(head(file.path))
                : fromMetadata(reader.getImageMetadata(index));
        if (said.isEmpty() || said.getAsInt() < 75 || said.getAsInt() > 1200) {
            throw new Invalid(
                    "workshop.dpi",
                    "dpi",
                    Message.of("problem.workshop.dpi").with("file", file.toString()),
                    Message.of("problem.workshop.dpi.remedy"));
        }
        return new Resolution(said.getAsInt());
    }

    private static byte[] head(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return in.readNBytes(64);
        }
    }

    /** The standard metadata tells millimetres a pixel. */
    private static OptionalInt fromMetadata(IIOMetadata metadata) {
        if (metadata == null || !metadata.isStandardMetadataFormatSupported()) {
            return OptionalInt.empty();
        }
        var nodes =
                ((IIOMetadataNode) metadata.getAsTree("javax_imageio_1.0")).getElementsByTagName("HorizontalPixelSize");
        if (nodes.getLength() == 0) {
            return OptionalInt.empty();
        }
        double mm = Double.parseDouble(((IIOMetadataNode) nodes.item(0)).getAttribute("value"));
        return mm <= 0 ? OptionalInt.empty() : OptionalInt.of((int) Math.round(25.4 / mm));
    }

    private record ImagePage(Named file, int index, Resolution resolution, boolean isJpeg, long pixels)
            implements Source {
        @Override
        public Optional<Resolution> knownResolution() {
            return Optional.of(resolution);
        }

        @Override
        public PageRaster raster() {
            return orUnreadable(file, this::decoded);
        }

        private PageRaster decoded() throws IOException {
            if (isJpeg) {
                return JpegPages.decode(Files.readAllBytes(file.path), resolution);
            }
            try (ImageInputStream in = ImageIO.createImageInputStream(file.path.toFile())) {
                ImageReader reader = reader(file, in);
                try {
                    return JpegPages.raster(reader.read(index), resolution);
                } finally {
                    reader.dispose();
                }
            }
        }

        @Override
        public Optional<byte[]> jpeg() throws IOException {
            if (!isJpeg) {
                return Optional.empty();
            }
            byte[] bytes = Files.readAllBytes(file.path);
            return orUnreadable(file, () -> JpegPages.isUsual(bytes)) ? Optional.of(bytes) : Optional.empty();
        }
    }

    private static List<Page> pdf(Named file, OptionalInt dpi) throws IOException {
        try (PDDocument document = Loader.loadPDF(file.path.toFile())) {
            List<Page> pages = new ArrayList<>();
            int count = document.getNumberOfPages();
            for (int i = 0; i < count; i++) {
                Resolution resolution =
                        new Resolution(dpi.isPresent() ? dpi.getAsInt() : imageDpi(document.getPage(i)));
                PDRectangle box = document.getPage(i).getCropBox();
                double scale = resolution.dpi() / POINTS_AN_INCH;
                long pixels = requireFitting(file, box.getWidth() * scale, box.getHeight() * scale);
                pages.add(new Page(file.name, i + 1, count, new PdfPage(file, i, resolution, pixels)));
            }
            return pages;
        } catch (InvalidPasswordException e) {
            throw new Invalid(
                    "workshop.locked",
                    "file",
                    Message.of("problem.workshop.locked").with("file", file.toString()),
                    Message.of("problem.workshop.locked.remedy"));
        }
    }

    /** The resolution of the picture that fills the page, as a scan's does; else the usual one. */
    private static int imageDpi(PDPage page) throws IOException {
        PDResources resources = page.getResources();
        int widest = 0;
        if (resources != null) {
            for (COSName name : resources.getXObjectNames()) {
                PDXObject object = resources.getXObject(name);
                widest = object instanceof PDImageXObject image ? Math.max(widest, image.getWidth()) : widest;
            }
        }
        int dpi = Math.round(widest / page.getMediaBox().getWidth() * POINTS_AN_INCH);
        return dpi >= 100 && dpi <= 600 ? dpi : PDF_DPI;
    }

    private record PdfPage(Named file, int index, Resolution resolution, long pixels) implements Source {
        @Override
        public PageRaster raster() {
            return orUnreadable(file, this::rendered);
        }

        private PageRaster rendered() throws IOException {
            try (PDDocument document = Loader.loadPDF(file.path.toFile())) {
                BufferedImage image =
                        new PDFRenderer(document).renderImageWithDPI(index, resolution.dpi(), ImageType.RGB);
                return JpegPages.raster(image, resolution);
            }
        }
    }
}
