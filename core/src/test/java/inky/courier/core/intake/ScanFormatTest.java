package inky.courier.core.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Files written by libraries that are not ours. */
class ScanFormatTest {
    private static final int CUTS = 200;

    /** After the last sign that says anything: the check sum of PNG's last chunk, a line's end. */
    private static final int SAYS_NOTHING = 5;

    @TempDir
    private Path folder;

    private static byte[] written(ScanFormat format) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        switch (format) {
            case PDF -> {
                try (PDDocument document = new PDDocument()) {
                    document.addPage(new PDPage());
                    document.save(bytes);
                }
            }
            case TIFF -> tiff(bytes);
            case JPEG -> ImageIO.write(picture(), "jpeg", bytes);
            case PNG -> ImageIO.write(picture(), "png", bytes);
        }
        return bytes.toByteArray();
    }

    private static void tiff(ByteArrayOutputStream bytes) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            ImageWriteParam parameters = writer.getDefaultWriteParam();
            parameters.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            parameters.setCompressionType("LZW");
            writer.prepareWriteSequence(null);
            for (int page = 0; page < 3; page++) {
                writer.writeToSequence(new IIOImage(picture(), null, null), parameters);
            }
            writer.endWriteSequence();
        }
    }

    private static BufferedImage picture() {
        BufferedImage picture = new BufferedImage(300, 400, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(5);
        for (int i = 0; i < 20_000; i++) {
            picture.setRGB(random.nextInt(300), random.nextInt(400), new Color(random.nextInt(0xffffff)).getRGB());
        }
        return picture;
    }

    @ParameterizedTest
    @EnumSource(ScanFormat.class)
    void aFileIsWholeAndNoPartOfItIs(ScanFormat format) throws IOException {
        byte[] whole = written(format);
        Path file = folder.resolve("scan");
        Files.write(file, whole);
        assertEquals(Optional.of(format), ScanFormat.of(file));
        assertTrue(format.isWhole(file));
        Random random = new Random(7);
        for (int i = 0; i < CUTS; i++) {
            int length = random.nextInt(whole.length - SAYS_NOTHING);
            Files.write(file, Arrays.copyOf(whole, length));
            assertFalse(format.isWhole(file), format + " cut after " + length + " of " + whole.length);
        }
    }

    /** What devices put behind the end, as Annex H.3.4 of ISO 32000-1 lets readers bear with. */
    @ParameterizedTest
    @EnumSource(ScanFormat.class)
    void zerosBehindTheEndDoNoHarm(ScanFormat format) throws IOException {
        byte[] whole = written(format);
        Path file = folder.resolve("scan");
        Files.write(file, Arrays.copyOf(whole, whole.length + 500));
        assertTrue(format.isWhole(file));
    }

    @Test
    void whatIsNoneOfTheseIsNone() throws IOException {
        Path file = folder.resolve("scan.pdf");
        for (String text : new String[] {"", "II", "MM\0*", "PK\3\4", "<?xml version='1.0'?><job/>"}) {
            Files.write(file, text.getBytes(StandardCharsets.ISO_8859_1));
            assertEquals(Optional.empty(), ScanFormat.of(file).filter(format -> format != ScanFormat.TIFF));
        }
    }

    /** Names while transfers are under way, as file transfer programs give them: common practice, no source. */
    @ParameterizedTest
    @CsvSource({
        "scan.pdf, PDF",
        "SCAN0001.TIF, TIFF",
        "a.b.jpeg, JPEG",
        "x.png, PNG",
        "scan.pdf.part, ''",
        "scan.pdf.filepart, ''",
        ".in.scan, ''",
        ".in.scan.pdf, ''",
        ".pdf, ''",
        "pdf, ''",
        "Thumbs.db, ''"
    })
    void theEndingOfANameTells(String name, String format) {
        assertEquals(format, ScanFormat.named(name).map(Enum::name).orElse(""));
    }
}
