package inky.courier.core.job;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever somebody brings, a small PNG is kept or nothing. */
class JobPictureTest {
    private static byte[] file(String format, int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.ORANGE);
        g.fillRect(0, 0, width, height);
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    @ParameterizedTest
    @CsvSource({
        "png, 4000, 1000, 96, 24",
        "jpeg, 50, 500, 10, 96",
        "gif, 96, 96, 96, 96",
        "png, 20, 10, 96, 48",
        "bmp, 1, 3000, 1, 96"
    })
    void aPictureIsMadeSmallAndKeepsItsShape(String format, int width, int height, int smallWidth, int smallHeight)
            throws IOException {
        String picture = JobPicture.of(file(format, width, height));
        BufferedImage small =
                ImageIO.read(new ByteArrayInputStream(Base64.getDecoder().decode(picture)));
        assertEquals(smallWidth, small.getWidth());
        assertEquals(smallHeight, small.getHeight());
        assertEquals(Color.ORANGE.getGreen(), new Color(small.getRGB(0, 0)).getGreen(), 6);
        assertTrue(JobPicture.is(picture));
    }

    /** Of a file that begins well and says the rest wrong: 300 of each, none of which is anything but a picture or a refusal. */
    @Test
    void brokenFilesAreRefusedWithWords() throws IOException {
        Random random = new Random(20261128);
        for (String format : new String[] {"png", "jpeg", "gif", "bmp"}) {
            byte[] whole = file(format, 60, 40);
            for (int i = 0; i < 300; i++) {
                byte[] broken = Arrays.copyOf(whole, 1 + random.nextInt(whole.length));
                for (int n = 0; n < 3; n++) {
                    broken[random.nextInt(broken.length)] = (byte) random.nextInt();
                }
                try {
                    assertTrue(JobPicture.is(JobPicture.of(broken)));
                } catch (Invalid refused) {
                    assertEquals("job.picture", refused.problems().get(0).code());
                }
            }
        }
    }

    /** A PNG of a few bytes that says it is 100,000 pixels wide and high. */
    @Test
    void aBombIsNotOpened() throws IOException {
        byte[] bomb = file("png", 10, 10);
        ByteBuffer.wrap(bomb).putInt(16, 100_000).putInt(20, 100_000);
        assertThrows(Invalid.class, () -> JobPicture.of(bomb));
    }

    @Test
    void whatIsNoSmallPngIsNone() throws IOException {
        assertFalse(JobPicture.is("<svg onload=alert(1)>"));
        assertFalse(JobPicture.is(Base64.getEncoder().encodeToString("<svg/>".getBytes(StandardCharsets.UTF_8))));
        assertFalse(JobPicture.is(Base64.getEncoder().encodeToString(file("jpeg", 20, 20))));
        assertFalse(JobPicture.is(Base64.getEncoder().encodeToString(file("png", 97, 20))));
    }
}
