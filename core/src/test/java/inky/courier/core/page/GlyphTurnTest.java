package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.truth.Truth;
import inky.courier.core.truth.TruthPages;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class GlyphTurnTest {
    // A turn of the picture is a turn of the answer, whatever the picture shows: nothing else may decide.
    @Test
    void aTurnedPictureHasTheSameSharesAQuarterOn() {
        Random random = new Random(360);
        for (int i = 0; i < 50; i++) {
            float[] picture = new float[GlyphTurn.INPUTS];
            for (int k = 0; k < picture.length; k++) {
                picture[k] = random.nextInt(3) == 0 ? random.nextFloat() : 0;
            }
            double[] shares = GlyphTurn.learned().shares(picture);
            double[] turned = GlyphTurn.learned().shares(GlyphTurn.turned(picture));
            assertEquals(1, Arrays.stream(shares).sum(), 1e-9);
            assertArrayEquals(new double[] {shares[1], shares[2], shares[3], shares[0]}, turned, 1e-9);
        }
    }

    @Test
    void fourQuartersAreNoTurn() {
        float[] picture = new float[GlyphTurn.INPUTS];
        for (int k = 0; k < picture.length; k++) {
            picture[k] = k;
        }
        float[] once = GlyphTurn.turned(picture);
        // What lay in the top left corner lies in the top right one after a quarter clockwise.
        assertEquals(picture[0], once[Glyphs.SIDE - 1]);
        assertArrayEquals(picture, GlyphTurn.turned(GlyphTurn.turned(GlyphTurn.turned(once))));
    }

    @Test
    void withoutLettersThereIsNoVote() {
        GlyphTurn.Vote vote = GlyphTurn.learned().vote(List.of());
        assertEquals(0, vote.sure());
        assertEquals(0, vote.each());
        // A picture that is the same in every turn says nothing either.
        float[] full = new float[GlyphTurn.INPUTS];
        Arrays.fill(full, 1);
        assertEquals(0, GlyphTurn.learned().vote(List.of(full, full, full)).sure(), 1e-9);
    }

    @Test
    void eachLetterOfAPageComesOnceAndFromAllOverIt() {
        Truth page = TruthPages.text(TruthPages.HELD_BACK + 3, 200, 1);
        Survey survey = Survey.of(page.raster());
        Ground ground = Ground.of(survey, PaperFinder.find(survey, page.raster()), 3);
        Bits ink = UprightFinder.ink(ground, 0);
        int before = ink.count();
        List<float[]> all = Glyphs.of(ground, 0, ink, 10_000);
        List<float[]> some = Glyphs.of(ground, 0, ink, 80);
        assertEquals(before, ink.count(), "the page's ink is left as it was");
        assertTrue(all.size() > 400, all.size() + " letters");
        assertTrue(some.size() >= 64 && some.size() <= 96, some.size() + " letters");
        for (float[] picture : all) {
            float darkest = 0;
            for (float value : picture) {
                assertTrue(value >= 0 && value <= 1);
                darkest = Math.max(darkest, value);
            }
            assertEquals(1, darkest, 1e-6);
        }
    }
}
