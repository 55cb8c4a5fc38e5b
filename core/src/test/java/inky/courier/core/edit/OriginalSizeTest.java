package inky.courier.core.edit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.edit.OriginalSize.SizeChoice;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.Outline;
import inky.courier.core.page.Paper;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is asked of an original on the glass. Sizes: ISO 216 for A4, A5 and A6; ASME Y14.1 for Letter. */
class OriginalSizeTest {
    /** A glass for A4 and Letter, at 10 pixels a millimetre. */
    private static final int WIDTH = 21600;

    private static final int HEIGHT = 29700;

    private static final ScanProfile CROPPED = profile(true);
    private static final ScanProfile WHOLE = profile(false);

    @ParameterizedTest
    @CsvSource({
        // Standard sizes, upright and across, are told without anybody.
        "148, 210, false",
        "210, 148, false",
        "105, 148, false",
        "210, 297, false",
        // A receipt, a photograph of an odd cut, half of A5.
        "80, 200, true",
        "160, 190, true",
        "148, 105, false",
    })
    void onlyWhatHasNoStandardSizeIsAskedAbout(double wide, double high, boolean asked) {
        assertEquals(asked, asked(paper(20, 30, wide, high), CROPPED).isPresent());
    }

    @Test
    void paperLikeItsLidIsAskedAboutUnlessTheGlassHasAStandardSize() {
        Paper unseen = unseen(WIDTH, HEIGHT);
        OriginalSize question = asked(unseen, CROPPED).orElseThrow();
        assertEquals(Optional.empty(), question.found());
        assertEquals(List.of("", "A4", "Letter", "A5"), words(question));
        assertEquals(Optional.empty(), question.choices().get(0).part());
        assertEquals(Optional.empty(), OriginalSize.unknown(21000, 29700, 2100, unseen(21000, 29700), CROPPED));
    }

    @Test
    void aProfileThatKnowsTheSizeOrSeveralPapersAsksNothing() {
        Paper receipt = paper(20, 30, 80, 200);
        Tidy tidy = CROPPED.tidy();
        ScanProfile known = profile(new ScanInput(PaperSource.GLASS, "iso_a4_210x297mm"), tidy);
        ScanProfile several = CROPPED.withTidy(tidy.with(some -> some.eachPaper = true));
        ScanProfile card = CROPPED.withTidy(tidy.with(some -> some.card = true));
        assertEquals(Optional.empty(), asked(receipt, known));
        assertEquals(Optional.empty(), asked(receipt, several));
        assertEquals(Optional.empty(), asked(receipt, card));
    }

    @Test
    void whatBecomesOfItByTheProfileComesFirst() {
        Paper receipt = paper(20, 30, 80, 200);
        OriginalSize cut = asked(receipt, CROPPED).orElseThrow();
        assertEquals(List.of("80 x 200 mm", "A5", "Letter", "A4", ""), words(cut));
        assertEquals(Optional.empty(), cut.choices().get(0).part());
        assertEquals(Optional.of(Part.WHOLE), cut.choices().get(4).part());
        OriginalSize whole = asked(receipt, WHOLE).orElseThrow();
        assertEquals(List.of("", "80 x 200 mm", "A5", "Letter", "A4"), words(whole));
        Part around = whole.choices().get(1).part().orElseThrow();
        assertEquals(20 / 216.0, around.left(), 1e-9);
        assertEquals(230 / 297.0, around.bottom(), 1e-9);
    }

    /** Wherever paper lies: each part lies on the glass, has its size, and holds all of the paper. */
    @Test
    void everyPartHoldsThePaper() {
        Random random = new Random(16);
        for (int i = 0; i < 5_000; i++) {
            double wide = 30 + random.nextInt(180);
            double high = 30 + random.nextInt(260);
            Paper paper = paper(random.nextDouble() * (216 - wide), random.nextDouble() * (297 - high), wide, high);
            int quarters = random.nextInt(4);
            Optional<OriginalSize> question = asked(paper, WHOLE).map(some -> some.turned(quarters));
            if (question.isEmpty()) {
                continue;
            }
            List<SizeChoice> choices = question.get().choices();
            Part of = choices.get(1).part().orElseThrow();
            for (SizeChoice choice : choices.subList(2, choices.size())) {
                Part part = choice.part().orElseThrow();
                assertTrue(part.fitsAPage());
                assertTrue(part.left() <= of.left() + 1e-9);
                assertTrue(part.top() <= of.top() + 1e-9);
                assertTrue(part.right() >= of.right() - 1e-9);
                assertTrue(part.bottom() >= of.bottom() - 1e-9);
                double across = (part.right() - part.left()) * (quarters % 2 == 0 ? 216 : 297);
                double down = (part.bottom() - part.top()) * (quarters % 2 == 0 ? 297 : 216);
                String label = MediaSizes.snap((int) Math.round(across * 100), (int) Math.round(down * 100))
                        .label();
                assertEquals(Message.text(label), choice.words());
            }
        }
    }

    private static Optional<OriginalSize> asked(Paper paper, ScanProfile profile) {
        return OriginalSize.unknown(WIDTH, HEIGHT, WIDTH / 10, paper, profile);
    }

    /** The label of each size; nothing for the whole glass. */
    private static List<String> words(OriginalSize question) {
        return question.choices().stream()
                .map(choice -> choice.words().equals(Message.of("original.all-of-the-glass"))
                        ? ""
                        : choice.words().arguments().get("text").toString())
                .toList();
    }

    private static Paper paper(double left, double top, double wide, double high) {
        return new Paper(
                MediaSizes.snap((int) Math.round(wide * 100), (int) Math.round(high * 100)),
                wide,
                high,
                Outline.rectangle(left * 10, top * 10, wide * 10, high * 10),
                0,
                true);
    }

    private static Paper unseen(int width, int height) {
        return new Paper(
                MediaSizes.snap(width, height),
                width / 100.0,
                height / 100.0,
                Outline.rectangle(0, 0, width / 10.0, height / 10.0),
                0,
                false);
    }

    private static ScanProfile profile(boolean crop) {
        return profile(new ScanInput(PaperSource.GLASS, ""), Tidy.USUAL.with(tidy -> tidy.crop = crop));
    }

    private static ScanProfile profile(ScanInput input, Tidy tidy) {
        return new ScanProfile(
                ColourMode.AS_FOUND,
                new Resolution(200),
                Sides.ONE,
                input,
                Tone.USUAL,
                tidy,
                Grouping.ONE_FILE,
                FileSettings.PDF);
    }
}
