package inky.courier.core.shelf;

import inky.courier.core.Invalid;
import inky.courier.core.document.JpegPages;
import inky.courier.core.intake.ScanFormat;
import inky.courier.core.workshop.ImageFiles;
import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;

/**
 * What is seen of a document.
 *
 * @param pages that it has; 0 where that is not known
 * @param thumbnail of its first page, as JPEG; empty where none can be made
 * @param text that can be read from it, the beginning of it; empty for none
 */
public record DocumentLook(int pages, Optional<byte[]> thumbnail, String text) {
    /** Of a thumbnail, in pixels. */
    public static final int THUMBNAIL_WIDTH = 300;

    /** Of a page that is looked at, in pixels. */
    public static final int PAGE_WIDTH = 1_200;

    private static final int LONGEST_TEXT = 60_000;
    private static final int MOST_PAGES_READ = 100;

    /** A thumbnail's own resolution is less; no renderer of pages goes below. */
    private static final int THUMBNAIL_DPI = 75;

    private static final int PAGE_DPI = 140;

    /** The same of a document of which the number of pages is known. @param known 0 where it is not */
    public DocumentLook withPages(int known) {
        return known > 0 ? new DocumentLook(known, thumbnail, text) : this;
    }

    /** Of a file of any sort: one that cannot be opened has no pages and no picture. @param mediaType as it is said to be */
    public static DocumentLook of(Path file, String name, String mediaType) throws IOException {
        if (mediaType.startsWith("text/")) {
            return new DocumentLook(0, Optional.empty(), beginning(file));
        }
        Optional<ScanFormat> format = ScanFormat.of(file);
        if (format.isEmpty()) {
            return new DocumentLook(0, Optional.empty(), "");
        }
        try {
            List<ImageFiles.Page> pages = pages(file, name, THUMBNAIL_DPI);
            Optional<byte[]> thumbnail =
                    pages.isEmpty() ? Optional.empty() : Optional.of(picture(pages.get(0), THUMBNAIL_WIDTH));
            return new DocumentLook(pages.size(), thumbnail, format.get() == ScanFormat.PDF ? text(file) : "");
        } catch (Invalid closed) {
            return new DocumentLook(0, Optional.empty(), "");
        }
    }

    /**
     * A page as it is looked at.
     *
     * @param number from 1
     * @return as JPEG; empty where there is no such page
     * @throws Invalid when the file cannot be opened
     */
    public static Optional<byte[]> page(Path file, String name, int number) throws IOException {
        List<ImageFiles.Page> pages = pages(file, name, PAGE_DPI);
        return number < 1 || number > pages.size()
                ? Optional.empty()
                : Optional.of(picture(pages.get(number - 1), PAGE_WIDTH));
    }

    private static List<ImageFiles.Page> pages(Path file, String name, int dpi) throws IOException {
        return ImageFiles.isPdf(file)
                ? ImageFiles.read(file, name, OptionalInt.of(dpi))
                : ImageFiles.readOr(file, name, PAGE_DPI);
    }

    private static byte[] picture(ImageFiles.Page page, int width) throws IOException {
        return JpegPages.thumbnail(page.source().raster(), width);
    }

    private static String beginning(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return new String(in.readNBytes(LONGEST_TEXT), StandardCharsets.UTF_8);
        }
    }

    /** What stands in it as letters, as a reader of PDFs finds it. */
    private static String text(Path file) {
        Beginning beginning = new Beginning();
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            PDFTextStripper stripper = new PDFTextStripper();
            stripper.setEndPage(MOST_PAGES_READ);
            stripper.writeText(document, beginning);
        } catch (IOException | RuntimeException unreadable) {
            // Its pages can be seen all the same; it is found by its name.
            return beginning.toString();
        }
        return beginning.toString();
    }

    private static final class Beginning extends Writer {
        private final StringBuilder text = new StringBuilder();

        @Override
        public void write(char[] letters, int from, int count) {
            text.append(letters, from, Math.min(count, Math.max(0, LONGEST_TEXT - text.length())));
        }

        @Override
        public void flush() {}

        @Override
        public void close() {}

        @Override
        public String toString() {
            return text.toString();
        }
    }
}
