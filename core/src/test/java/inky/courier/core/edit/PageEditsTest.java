package inky.courier.core.edit;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.edit.EditedPage.Presence;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Any order of edits and undo gives what the list says. */
class PageEditsTest {
    private static final int ROUNDS = 400;

    private static List<UUID> pages(int count) {
        return IntStream.range(0, count).mapToObj(i -> new UUID(8, i)).toList();
    }

    private static PageEdit random(Random random, List<UUID> pages) {
        UUID page = pages.get(random.nextInt(pages.size()));
        UUID other = pages.get(random.nextInt(pages.size()));
        double left = random.nextDouble() / 2;
        double top = random.nextDouble() / 2;
        return switch (random.nextInt(7)) {
            case 0 -> new PageEdit.Turn(page, 1 + random.nextInt(3));
            case 1 -> new PageEdit.Crop(page, new Part(left, top, left + 0.4, top + 0.3));
            case 2 -> new PageEdit.LeaveOut(page);
            case 3 -> new PageEdit.BringBack(page);
            case 4 -> new PageEdit.Split(page, random.nextBoolean());
            case 5 -> new PageEdit.Replace(page, other);
            default -> new PageEdit.Move(page, random.nextInt(4) == 0 ? Optional.empty() : Optional.of(other));
        };
    }

    /** No page is lost or doubled but those that were replaced, whatever is done. */
    @Test
    void everyPageStandsOnceOrWasReplaced() {
        Random random = new Random(81);
        for (int i = 0; i < ROUNDS; i++) {
            List<UUID> arrived = pages(1 + random.nextInt(9));
            List<PageEdit> edits = new ArrayList<>();
            List<List<EditedPage>> states = new ArrayList<>(List.of(PageEdits.of(arrived, edits)));
            Set<UUID> gone = new HashSet<>();
            for (int k = 0; k < 12; k++) {
                Set<UUID> before = ids(states.get(states.size() - 1));
                edits.add(random(random, arrived));
                List<EditedPage> now = PageEdits.of(arrived, edits);
                Set<UUID> missing = new HashSet<>(before);
                missing.removeAll(ids(now));
                assertEquals(now.size(), ids(now).size(), "each once");
                if (!missing.isEmpty()) {
                    PageEdit.Replace last = (PageEdit.Replace) edits.get(edits.size() - 1);
                    assertEquals(Set.of(last.page()), missing);
                    gone.addAll(missing);
                }
                states.add(now);
            }
            assertEquals(arrived.size(), states.get(states.size() - 1).size() + gone.size());
            // Undo: the same list without its last, back to the first.
            for (int k = edits.size(); k >= 0; k--) {
                assertEquals(states.get(k), PageEdits.of(arrived, edits.subList(0, k)));
            }
        }
    }

    private static Set<UUID> ids(List<EditedPage> pages) {
        Set<UUID> ids = new HashSet<>();
        pages.forEach(page -> ids.add(page.id()));
        return ids;
    }

    /** Edits of different pages do not touch each other, so their order does not matter but for places. */
    @Test
    void whatIsDoneToOnePageLeavesTheOthersAsTheyWere() {
        Random random = new Random(82);
        List<UUID> arrived = pages(6);
        for (int i = 0; i < ROUNDS; i++) {
            PageEdit edit = random(random, arrived);
            List<EditedPage> after = PageEdits.of(arrived, List.of(edit));
            after.stream()
                    .filter(page -> !page.id().equals(edit.page()))
                    .filter(page -> !(edit instanceof PageEdit.Replace))
                    .forEach(page -> assertEquals(EditedPage.asScanned(page.id()), page));
        }
    }

    /** Turned and cropped step by step, or as the shape says at once: the same samples. */
    @Test
    void theShapeOfManyStepsIsTheStepsOneAfterTheOther() {
        Random random = new Random(83);
        UUID page = new UUID(8, 0);
        for (int i = 0; i < ROUNDS; i++) {
            // Sizes and parts that fall between no samples
            PageRaster scanned = raster(random, 64, 128);
            PageRaster stepwise = scanned;
            List<PageEdit> edits = new ArrayList<>();
            for (int k = 0; k < 5; k++) {
                if (random.nextInt(3) > 0 || stepwise.width() < 8 || stepwise.height() < 8) {
                    int quarters = 1 + random.nextInt(3);
                    edits.add(new PageEdit.Turn(page, quarters));
                    stepwise = Resample.quarters(stepwise, quarters * 90);
                } else {
                    edits.add(new PageEdit.Crop(page, new Part(0.25, 0, 0.75, 0.5)));
                    stepwise = Resample.part(
                            stepwise, stepwise.width() / 4, 0, stepwise.width() / 2, stepwise.height() / 2);
                }
            }
            PageRaster atOnce =
                    PageEdits.of(List.of(page), edits).get(0).shape().of(scanned);
            assertEquals(stepwise.width(), atOnce.width());
            assertEquals(stepwise.height(), atOnce.height());
            assertArrayEquals(stepwise.samples(), atOnce.samples());
        }
    }

    private static PageRaster raster(Random random, int width, int height) {
        byte[] samples = new byte[width * height * 3];
        random.nextBytes(samples);
        return new PageRaster(width, height, 3, new Resolution(100), samples);
    }

    @Test
    void aRescanTakesThePlaceAndBeginsTheFileThere() {
        List<UUID> arrived = pages(4);
        UUID spoiled = arrived.get(1);
        UUID again = arrived.get(3);
        List<EditedPage> pages = PageEdits.of(
                arrived,
                List.of(
                        new PageEdit.Split(spoiled, true),
                        new PageEdit.Turn(spoiled, 2),
                        new PageEdit.Replace(spoiled, again),
                        new PageEdit.Turn(spoiled, 1)));
        assertEquals(
                List.of(arrived.get(0), again, arrived.get(2)),
                pages.stream().map(EditedPage::id).toList());
        assertEquals(new EditedPage(again, Presence.AS_FOUND, true, Shape.AS_SCANNED), pages.get(1));
    }

    @Test
    void whatCannotBeDoneIsRefused() {
        List<UUID> arrived = pages(2);
        List<EditedPage> pages = PageEdits.of(arrived, List.of());
        UUID first = arrived.get(0);
        for (PageEdit wrong : List.of(
                new PageEdit.Turn(first, 0),
                new PageEdit.Turn(first, 4),
                new PageEdit.Turn(new UUID(9, 9), 1),
                new PageEdit.Crop(first, new Part(0.5, 0, 0.5, 1)),
                new PageEdit.Crop(first, new Part(-0.1, 0, 0.5, 1)),
                new PageEdit.Crop(first, new Part(Double.NaN, 0, 0.5, 1)),
                new PageEdit.Move(first, Optional.of(first)),
                new PageEdit.Move(first, Optional.of(new UUID(9, 9))))) {
            assertThrows(Invalid.class, () -> PageEdits.check(pages, List.of(), wrong), wrong.toString());
        }
        PageEdit one = new PageEdit.LeaveOut(first);
        PageEdits.check(pages, List.of(), one);
        List<EditedPage> left = PageEdits.of(arrived, List.of(one));
        assertTrue(left.get(0).isLeftOut());
        assertThrows(
                Invalid.class,
                () -> PageEdits.check(left, List.of(one), new PageEdit.LeaveOut(arrived.get(1))),
                "a scan of no pages");
    }
}
