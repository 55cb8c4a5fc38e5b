package inky.courier.core.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.util.Arrays;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Which way up pages are in scripts whose letters were not learned: Arabic, with Tesseract's script data as second opinion. */
@Tag("long")
class OrientationTest {
    /** Articles 1 and 2 of the Universal Declaration of Human Rights, in Arabic, in part. */
    private static final String[] WORDS =
            "\u064a\u0648\u0644\u062f \u062c\u0645\u064a\u0639 \u0627\u0644\u0646\u0627\u0633 \u0623\u062d\u0631\u0627\u0631\u0627 \u0648\u0645\u062a\u0633\u0627\u0648\u064a\u0646 \u0641\u064a \u0627\u0644\u0643\u0631\u0627\u0645\u0629 \u0648\u0627\u0644\u062d\u0642\u0648\u0642 \u0648\u0642\u062f \u0648\u0647\u0628\u0648\u0627 \u0639\u0642\u0644\u0627 \u0648\u0636\u0645\u064a\u0631\u0627 \u0648\u0639\u0644\u064a\u0647\u0645 \u0623\u0646 \u064a\u0639\u0627\u0645\u0644 \u0628\u0639\u0636\u0647\u0645 \u0628\u0639\u0636\u0627"
                    .split(" ");

    @Test
    void arabicIsNeverTurnedTheWrongWay() {
        PageRaster upright = arabic();
        int turnedRight = 0;
        for (int turn = 0; turn < 360; turn += 90) {
            PageRaster page = turn == 0 ? upright : Resample.quarters(upright, turn);
            PageAnalysis first = PageAnalyser.analyse(page);
            PageAnalysis settled = first.uprightDegrees() == 0
                    ? first
                    : new Tesseract()
                            .orientation(page)
                            .map(second -> second.settle(first))
                            .orElse(first);
            int right = (360 - turn) % 360;
            assertTrue(
                    settled.uprightDegrees() == right || settled.uprightDegrees() == 0,
                    turn + ": " + settled.uprightDegrees());
            turnedRight += settled.uprightDegrees() == right ? 1 : 0;
        }
        assertTrue(turnedRight >= 2, "turned right: " + turnedRight);
    }

    @Test
    void whatTheProgramSaysIsRead() {
        String said = """
                Page number: 0
                Orientation in degrees: 180
                Rotate: 180
                Orientation confidence: 8.42
                Script: Hangul
                Script confidence: 3.33
                """;
        assertEquals(
                new Orientation(180, 8.42, "Hangul"),
                Tesseract.orientation(said).orElseThrow());
        assertTrue(Tesseract.orientation("Warning. Invalid resolution").isEmpty());
    }

    private static PageRaster arabic() {
        BufferedImage image = new BufferedImage(1654, 2339, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        g.setColor(Color.BLACK);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setFont(new Font("DejaVu Sans", Font.PLAIN, 34));
        int next = 0;
        for (int y = 200; y < 2100; y += 64) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < 9; i++) {
                line.append(WORDS[next++ * 7 % WORDS.length]).append(' ');
            }
            int width = g.getFontMetrics().stringWidth(line.toString());
            g.drawString(line.toString(), 1500 - width, y);
        }
        g.dispose();
        byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        return new PageRaster(
                image.getWidth(), image.getHeight(), 1, new Resolution(200), Arrays.copyOf(samples, samples.length));
    }
}
