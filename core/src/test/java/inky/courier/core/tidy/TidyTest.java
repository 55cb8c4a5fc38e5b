package inky.courier.core.tidy;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PaperWhite;
import inky.courier.core.truth.Truth;
import inky.courier.core.truth.TruthPages;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TidyTest {
    private static final Resolution DPI = new Resolution(150);

    @ParameterizedTest
    @ValueSource(ints = {90, 180, 270})
    void quartersAndTheirOppositeGiveBackEveryPixel(int turn) {
        PageRaster page = noise(61, 37, 3);
        PageRaster back = Resample.quarters(Resample.quarters(page, turn), 360 - turn);
        assertArrayEquals(page.samples(), back.samples());
    }

    @Test
    void whatWasStraightenedIsStraight() {
        for (long seed = 1; seed < 7; seed++) {
            Truth page = TruthPages.askew(seed, 150);
            double measured = PageAnalyser.skew(page.raster());
            PageRaster straight = Resample.turned(page.raster(), -measured, 250);
            assertEquals(0, PageAnalyser.skew(straight), 0.06, page.what());
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.25, 0.5, 0.71, 1.41, 2, 4})
    void scalingKeepsThePagesMeanTone(double share) {
        PageRaster page = TruthPages.colourLetter(2, 75).raster();
        PageRaster scaled =
                Resample.scaled(page, (int) (page.width() * share), (int) (page.height() * share), page.resolution());
        assertEquals(mean(page), mean(scaled), 0.6);
    }

    // ISO 216: A4; the paper lies askew on a grey bed
    @Test
    void croppedPaperHasItsOwnSize() {
        Truth page = TruthPages.sized(12, 150);
        PageAnalysis found = PageAnalyser.analyse(page.raster());
        PageRaster cut = Resample.cut(page.raster(), found.paper().outline());
        assertEquals(DPI.pixels(MediaSizes.A4.width()), cut.width(), 6);
        assertEquals(DPI.pixels(MediaSizes.A4.height()), cut.height(), 6);
        assertTrue(Edges.lightAt(cut, 20, 20) > 200, "no bed in the corner");
    }

    @Test
    void darkBordersGoAndPrintStays() {
        PageRaster page = TruthPages.text(3, 150, 1).raster();
        int before = darkPixels(page);
        for (int y = 0; y < page.height(); y++) {
            for (int x = 0; x < 25; x++) {
                java.util.Arrays.fill(
                        page.samples(), (y * page.width() + x) * 3, (y * page.width() + x) * 3 + 3, (byte) 20);
            }
        }
        assertEquals(before, darkPixels(Edges.found(page)), before / 200.0);
        assertEquals(before, darkPixels(Edges.margins(page, 6)), before / 200.0);
    }

    // Print is drawn four times as high, so lines that are a quarter apart are known exactly
    @ParameterizedTest
    @ValueSource(ints = {-4, -2, -1, 1, 3})
    void theRimsOfColourLinesThatDoNotMeetAreTakenOutAndColourStays(int quarters) {
        PageRaster meets = lines(0);
        PageRaster apart = lines(quarters);
        PageRaster clean = ColourFringe.removed(apart).orElseThrow();
        assertTrue(rims(clean) < rims(apart) / 2, rims(apart) + " before, " + rims(clean) + " after");
        assertEquals(rims(meets), 0, 0.01);
        assertEquals(Optional.empty(), ColourFringe.removed(meets), "nothing to take out");
        int mark = (300 * clean.width() + 420) * 3;
        for (int c = 0; c < 3; c++) {
            assertEquals(meets.samples()[mark + c] & 0xff, clean.samples()[mark + c] & 0xff, 2, "a red mark");
        }
    }

    /** Black letters and a red mark, red behind green by so many quarters of a pixel, blue before it by half as much. */
    private static PageRaster lines(int quarters) {
        BufferedImage high = new BufferedImage(500, 2000, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = high.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, 500, 2000);
        g.setColor(new Color(190, 30, 40));
        g.fillRect(380, 1080, 90, 240);
        g.setColor(Color.BLACK);
        g.scale(1, 4);
        g.setFont(new Font(Font.SERIF, Font.PLAIN, 22));
        for (int line = 0; line < 14; line++) {
            g.drawString("Berth " + line + ", crates and barrels", 30, 40 + line * 32);
        }
        byte[] samples = new byte[500 * 500 * 3];
        int[] behind = {quarters, 0, -quarters / 2};
        for (int y = 0; y < 500; y++) {
            for (int x = 0; x < 500; x++) {
                for (int c = 0; c < 3; c++) {
                    int sum = 0;
                    for (int k = 0; k < 4; k++) {
                        int row = Math.max(0, Math.min(1999, y * 4 + k + behind[c]));
                        sum += high.getRGB(x, row) >> (16 - 8 * c) & 0xff;
                    }
                    samples[(y * 500 + x) * 3 + c] = (byte) (sum / 4);
                }
            }
        }
        return new PageRaster(500, 500, 3, DPI, samples);
    }

    /** Mean square of the difference of red and blue to green, where nothing but black is printed. */
    private static double rims(PageRaster page) {
        double sum = 0;
        for (int y = 10; y < 260; y++) {
            for (int at = y * page.width() * 3, end = at + page.width() * 3; at < end; at += 3) {
                int green = page.samples()[at + 1] & 0xff;
                sum += Math.pow((page.samples()[at] & 0xff) - green, 2)
                        + Math.pow((page.samples()[at + 2] & 0xff) - green, 2);
            }
        }
        return sum / (250 * page.width());
    }

    @Test
    void anOpenedBookBecomesTwoPagesInReadingOrder() {
        PageRaster scan = TruthPages.sampleBook(100).raster();
        List<PageRaster> western = OpenedBook.pages(scan, false);
        List<PageRaster> eastern = OpenedBook.pages(scan, true);
        assertEquals(2, western.size());
        assertEquals(scan.width() / 2.0, western.get(0).width(), scan.width() * 0.01);
        assertArrayEquals(western.get(0).samples(), eastern.get(1).samples());
        PageRaster upright = TruthPages.text(1, 75, 1).raster();
        assertEquals(List.of(upright), OpenedBook.pages(upright, false));
    }

    @Test
    void theGuttersShadowIsLifted() {
        PageRaster scan = TruthPages.sampleBook(100).raster();
        int middle = scan.width() / 2;
        assertTrue(Edges.lightAt(scan, middle, 20) < 150);
        assertTrue(Edges.lightAt(Edges.gutter(scan), middle, 20) > 225);
    }

    @Test
    void aLocalThresholdReadsWhereTheLampFailsAGlobalOne() {
        // Print of the same density on both halves, the right one lit at 40 percent.
        PageRaster page = TruthPages.text(6, 150, 1).raster().toGrey();
        byte[] dim = page.samples().clone();
        for (int i = 0; i < dim.length; i++) {
            double lamp = 1 - 0.6 * (i % page.width()) / page.width();
            dim[i] = (byte) ((dim[i] & 0xff) * lamp);
        }
        PageRaster uneven = new PageRaster(page.width(), page.height(), 1, DPI, dim);
        double wanted = ink(BlackAndWhite.local(page), page, true);
        assertEquals(wanted, ink(BlackAndWhite.local(uneven), page, true), wanted * 0.15);
        assertTrue(
                ink(BlackAndWhite.global(uneven), page, true) > wanted * 2, "the dim half is black with one threshold");
    }

    // R. W. Floyd, L. Steinberg, 1976: the dots' mean is the tone
    @ParameterizedTest
    @ValueSource(ints = {20, 64, 128, 200, 240})
    void dotsKeepTheTone(int tone) {
        byte[] samples = new byte[200 * 200];
        java.util.Arrays.fill(samples, (byte) tone);
        PageRaster page = new PageRaster(200, 200, 1, DPI, samples);
        assertEquals(1 - tone / 255.0, ink(BlackAndWhite.dots(page), page, false), 0.01);
    }

    @Test
    void dotsStandOnWhitePaperWhateverItsTintItsLampAndItsGrain() {
        PageRaster clean =
                TruthPages.text(TruthPages.HELD_BACK + 5, 200, 1).raster().toGrey();
        byte[] old = clean.samples().clone();
        Random grain = new Random(1976);
        for (int i = 0; i < old.length; i++) {
            double lamp = 1 - 0.15 * (i % clean.width()) / clean.width();
            double value = (old[i] & 0xff) * 0.84 * lamp + 4 * grain.nextGaussian();
            old[i] = (byte) Math.max(0, Math.min(255, Math.round(value)));
        }
        PageRaster yellowed = new PageRaster(clean.width(), clean.height(), 1, clean.resolution(), old);
        double wanted = ink(BlackAndWhite.dots(PaperWhite.of(clean)), clean, false);
        double found = ink(BlackAndWhite.dots(PaperWhite.of(yellowed)), clean, false);
        assertEquals(wanted, found, wanted * 0.15);
        assertTrue(
                ink(BlackAndWhite.dots(yellowed), clean, false) > 2 * wanted, "without it the paper is full of dots");
    }

    @Test
    void aPhotographIsNoPaperAndKeepsItsShades() {
        for (long seed = TruthPages.HELD_BACK + 3; seed < TruthPages.HELD_BACK + 35; seed += 4) {
            Truth photo = TruthPages.kind(seed, 100);
            PageRaster grey = photo.raster().toGrey();
            assertEquals(mean(grey), mean(PaperWhite.of(grey)), 4, photo.what());
        }
    }

    @Test
    void exposureMakesPalePagesReadable() {
        PageRaster page = TruthPages.text(2, 100, 1).raster().toGrey();
        byte[] pale = page.samples().clone();
        for (int i = 0; i < pale.length; i++) {
            pale[i] = (byte) (140 + (pale[i] & 0xff) * 70 / 255);
        }
        PageRaster dull = new PageRaster(page.width(), page.height(), 1, page.resolution(), pale);
        PageRaster better = Tones.apply(dull, Tones.automatic(dull));
        int[] histogram = better.histogram();
        assertTrue(histogram[255] > better.samples().length / 2, "paper is white");
        assertTrue(histogram[0] > 100, "ink is black");
        assertArrayEquals(dull.samples(), Tones.apply(dull, Tones.manual(0, 0)).samples());
        assertTrue(mean(Tones.apply(dull, Tones.manual(3, 0))) < mean(dull), "denser is darker");
    }

    @Test
    void aStampIsPrintedInItsCornerAndColour() {
        byte[] white = new byte[620 * 877];
        java.util.Arrays.fill(white, (byte) 255);
        PageRaster page = new PageRaster(620, 877, 1, new Resolution(75), white);
        PageRaster stamped =
                StampInk.print(page, "Seen 2026-11-25", StampInk.Corner.BOTTOM_RIGHT, StampInk.Ink.RED, 12);
        assertEquals(3, stamped.channels());
        assertTrue(darkPixels(Resample.part(stamped, 400, 800, 220, 77)) > 50);
        assertEquals(0, darkPixels(Resample.part(stamped, 0, 0, 620, 700)));
    }

    // ISO/IEC 7810 ID-1: 85.60 x 53.98 mm
    @Test
    void bothSidesOfACardStandOnOnePageInTheirOwnSize() {
        PageRaster card = TruthPages.kind(2, 150).raster();
        PageRaster sheet = CardSheet.of(card, Optional.of(card));
        assertEquals(MediaSizes.A4, sheet.mediaSize());
        int x = sheet.width() / 2;
        assertEquals(
                Edges.lightAt(card, card.width() / 2, card.height() / 2),
                Edges.lightAt(sheet, x, sheet.height() / 4),
                12);
        assertEquals(255, Edges.lightAt(sheet, x, sheet.height() / 2));
    }

    private static PageRaster noise(int width, int height, int channels) {
        byte[] samples = new byte[width * height * channels];
        new Random(5).nextBytes(samples);
        return new PageRaster(width, height, channels, DPI, samples);
    }

    private static double mean(PageRaster page) {
        long sum = 0;
        for (byte sample : page.samples()) {
            sum += sample & 0xff;
        }
        return (double) sum / page.samples().length;
    }

    private static int darkPixels(PageRaster page) {
        int dark = 0;
        for (int y = 0; y < page.height(); y++) {
            for (int x = 0; x < page.width(); x++) {
                dark += Edges.lightAt(page, x, y) < 170 ? 1 : 0;
            }
        }
        return dark;
    }

    /** Share of ink, of the right half alone if asked. */
    private static double ink(byte[] packed, PageRaster page, boolean rightHalf) {
        PageRaster seen = PageRaster.ofPacked(page, packed);
        int from = rightHalf ? page.width() / 2 : 0;
        int ink = 0;
        for (int y = 0; y < page.height(); y++) {
            for (int x = from; x < page.width(); x++) {
                ink += seen.samples()[y * page.width() + x] == 0 ? 1 : 0;
            }
        }
        return (double) ink / (page.height() * (page.width() - from));
    }
}
