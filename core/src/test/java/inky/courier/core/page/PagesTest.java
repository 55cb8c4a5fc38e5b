package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ij.process.AutoThresholder;
import inky.courier.core.media.Resolution;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PagesTest {
    private static final Resolution DPI = new Resolution(150);
    private static final int WIDTH = 620;
    private static final int HEIGHT = 877;

    // N. Otsu 1979; the reference is ImageJ (net.imagej:ij), which takes values above its threshold for paper as we do
    @Test
    void thresholdsAreThoseOfTheReference() {
        Random random = new Random(1979);
        AutoThresholder reference = new AutoThresholder();
        for (int i = 0; i < 300; i++) {
            int[] histogram = new int[256];
            int ink = random.nextInt(120);
            int paper = 130 + random.nextInt(120);
            for (int n = 0; n < 20_000; n++) {
                double value =
                        random.nextInt(100) < 12 ? ink + random.nextGaussian() * 14 : paper + random.nextGaussian() * 6;
                histogram[(int) Math.max(0, Math.min(255, Math.round(value)))]++;
            }
            assertEquals(
                    reference.getThreshold(AutoThresholder.Method.Otsu, histogram.clone()),
                    Bitonal.otsuThreshold(histogram),
                    "page " + i);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "white paper with text, 250, 250, 250, 0, BITONAL",
        "yellowed paper with text, 235, 222, 190, 0, BITONAL",
        "a blue cast of the lamp, 225, 230, 248, 0, BITONAL",
        "a red stamp of 6 mm, 250, 250, 250, 6, COLOUR",
        "a red stamp on yellowed paper, 235, 222, 190, 6, COLOUR",
        "a red dot of half a millimetre, 250, 250, 250, 0.5, BITONAL",
    })
    void aPageIsColouredByItsContentAndNotByItsPaper(
            String what, int red, int green, int blue, double stampMm, PageColour expected) {
        assertEquals(expected, colourOf(page(red, green, blue, stampMm)), what);
    }

    @Test
    void aGreyWashIsGrey() {
        PageRaster page = page(250, 250, 250, 0);
        Random random = new Random(8);
        // Away from the rim: a whole end of the scan in one grey is the bed beside a short sheet.
        for (int y = 100; y < 400; y++) {
            for (int x = 60; x < 560; x++) {
                byte wash = value(150, (int) Math.round(random.nextGaussian() * 4));
                int at = (y * WIDTH + x) * 3;
                java.util.Arrays.fill(page.samples(), at, at + 3, wash);
            }
        }
        assertEquals(PageColour.GREY, colourOf(page));
    }

    /** Paper of a tint with lines of dark text, the noise of a scanner and maybe a stamp. */
    private static PageRaster page(int red, int green, int blue, double stampMm) {
        byte[] samples = new byte[WIDTH * HEIGHT * 3];
        Random random = new Random(7);
        int stamp = (int) Math.round(stampMm * DPI.dpi() / 25.4);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                boolean text = y % 24 < 3 && y > 80 && x > 60 && x < 560 && x % 9 < 6;
                boolean inStamp = x >= 400 && x < 400 + stamp && y >= 40 && y < 40 + stamp;
                int at = (y * WIDTH + x) * 3;
                int noise = (int) Math.round(random.nextGaussian() * 2);
                samples[at] = value(inStamp ? 180 : text ? red * 0.15 : red, noise);
                samples[at + 1] = value(inStamp ? 40 : text ? green * 0.15 : green, noise);
                samples[at + 2] = value(inStamp ? 55 : text ? blue * 0.15 : blue, noise);
            }
        }
        return new PageRaster(WIDTH, HEIGHT, 3, DPI, samples);
    }

    private static byte value(double value, int noise) {
        return (byte) Math.max(0, Math.min(255, Math.round(value) + noise));
    }

    private static PageColour colourOf(PageRaster page) {
        return PageAnalyser.analyse(page).colour();
    }
}
