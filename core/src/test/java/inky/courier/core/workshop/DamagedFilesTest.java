package inky.courier.core.workshop;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.truth.TruthPages;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What was cut short, bent or made to hurt is either read or refused with a remedy; nothing else comes of it. */
@Tag("long")
class DamagedFilesTest {
    private static final OptionalInt DPI = OptionalInt.of(100);
    private static final int DAMAGES = 48;

    private static final PageRaster PAGE = TruthPages.text(1, 75, 1).raster();

    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(strings = {"png", "jpg", "tif", "pdf"})
    void aDamagedFileIsReadOrRefusedWithARemedy(String type) throws IOException {
        byte[] whole = file(type);
        int refused = 0;
        for (int seed = 0; seed < DAMAGES; seed++) {
            Path file = folder.resolve("damaged." + type);
            Files.write(file, damaged(whole, new Random(seed)));
            try {
                for (ImageFiles.Page page : ImageFiles.read(file, DPI)) {
                    page.source().jpeg();
                    page.source().raster();
                }
            } catch (Invalid e) {
                refused++;
                assertFalse(e.problems().get(0).remedy().toString().isEmpty());
            } catch (IOException | RuntimeException e) {
                throw new AssertionError("damage " + seed + " of a " + type + " falls through", e);
            }
        }
        assertTrue(refused > DAMAGES / 10, type + ": " + refused);
    }

    @Test
    void aDamagedPageFromADeviceIsReadOrRefused() throws IOException {
        byte[] whole = file("jpg");
        for (int seed = 0; seed < 4 * DAMAGES; seed++) {
            byte[] damaged = damaged(whole, new Random(seed));
            for (Reading reading : List.<Reading>of(
                    JpegPages::extent,
                    JpegPages::isGrey,
                    JpegPages::isUsual,
                    jpeg -> JpegPages.thumbnail(jpeg, 60),
                    jpeg -> JpegPages.withDensity(jpeg, 300),
                    JpegPages::density,
                    jpeg -> JpegPages.decode(jpeg, new Resolution(100)))) {
                try {
                    reading.read(damaged);
                } catch (IOException e) {
                    // Refused, as it should be.
                } catch (RuntimeException e) {
                    throw new AssertionError("damage " + seed + " falls through", e);
                }
            }
        }
    }

    private interface Reading {
        Object read(byte[] jpeg) throws IOException;
    }

    /** ITU-T T.81 B.1.1.4 and B.2.1: the image ends with EOI. Without it the rest of the page is missing, and nobody sees. */
    @Test
    void aPageThatWasCutShortIsNotTakenForAWholeOne() throws IOException {
        byte[] whole = file("jpg");
        JpegPages.thumbnail(whole, 60);
        for (int percent : new int[] {30, 60, 90, 99}) {
            byte[] cut = Arrays.copyOf(whole, whole.length * percent / 100);
            assertThrows(IOException.class, () -> JpegPages.thumbnail(cut, 60), percent + " %");
            assertThrows(IOException.class, () -> JpegPages.decode(cut, new Resolution(100)), percent + " %");
        }
    }

    /** So many pixels that no memory would hold them, in a file of a few bytes. */
    @Test
    void whatWouldFillTheMemoryIsRefusedBeforeItIsRead() throws IOException {
        for (Map.Entry<String, byte[]> trap : Map.of(
                        "wide.png", hugePng(60_000, 60_000),
                        "many.png", hugePng(19_000, 19_000),
                        "large.pdf", pdf(new PDRectangle(14_400, 14_400)),
                        "flat.pdf", pdf(new PDRectangle(0, 100)))
                .entrySet()) {
            Path file = folder.resolve(trap.getKey());
            Files.write(file, trap.getValue());
            Invalid refused = assertThrows(
                    Invalid.class,
                    () -> ImageFiles.read(file, OptionalInt.of(600))
                            .get(0)
                            .source()
                            .raster(),
                    trap.getKey());
            assertEquals(1, refused.problems().size());
        }
    }

    private static byte[] damaged(byte[] whole, Random random) {
        byte[] bytes = whole.clone();
        switch (random.nextInt(5)) {
            case 0 -> {
                return Arrays.copyOf(bytes, random.nextInt(bytes.length));
            }
            case 1 -> {
                int from = random.nextInt(bytes.length);
                Arrays.fill(bytes, from, Math.min(bytes.length, from + random.nextInt(400)), (byte) random.nextInt());
            }
            case 2 -> {
                // Heads are small, and most of what goes wrong goes wrong there.
                for (int i = 0; i < 3; i++) {
                    bytes[random.nextInt(Math.min(400, bytes.length))] = (byte) random.nextInt();
                }
            }
            case 3 -> {
                int from = random.nextInt(bytes.length);
                int to = random.nextInt(bytes.length);
                int length = Math.min(random.nextInt(2000), bytes.length - Math.max(from, to));
                System.arraycopy(bytes, from, bytes, to, length);
            }
            default -> {
                for (int i = 0; i < 20; i++) {
                    bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
                }
            }
        }
        return bytes;
    }

    private static byte[] file(String type) throws IOException {
        if (type.equals("pdf")) {
            return pdf(PDRectangle.A6);
        }
        if (type.equals("jpg")) {
            return JpegPages.encode(PAGE, 0.75f);
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        BufferedImage image = ImageIO.read(new java.io.ByteArrayInputStream(JpegPages.encode(PAGE, 0.75f)));
        assertTrue(ImageIO.write(image, type.equals("tif") ? "tiff" : type, bytes));
        return bytes.toByteArray();
    }

    private static byte[] pdf(PDRectangle size) throws IOException {
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream bytes = new ByteArrayOutputStream()) {
            PDPage page = new PDPage(size);
            document.addPage(page);
            try (var content = new org.apache.pdfbox.pdmodel.PDPageContentStream(document, page)) {
                var picture = JPEGFactory.createFromByteArray(document, JpegPages.encode(PAGE, 0.75f));
                content.drawImage(picture, 0, 0, size.getWidth(), size.getHeight());
            }
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /** A head that promises much (ISO/IEC 15948, 11.2.2), and no more. */
    private static byte[] hugePng(int width, int height) {
        byte[] kind = {'I', 'H', 'D', 'R'};
        ByteBuffer head =
                ByteBuffer.allocate(17).put(kind).putInt(width).putInt(height).put(new byte[] {8, 2, 0, 0, 0});
        CRC32 sum = new CRC32();
        sum.update(head.array());
        byte[] signature = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10};
        return ByteBuffer.allocate(8 + 4 + 17 + 4)
                .put(signature)
                .putInt(13)
                .put(head.array())
                .putInt((int) sum.getValue())
                .array();
    }
}
