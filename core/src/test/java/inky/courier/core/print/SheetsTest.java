package inky.courier.core.print;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Which pages are printed, and on which sheets they come out. */
class SheetsTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1-3, 7      | 1-3, 7",
                "7;1-3       | 1-3, 7",
                "3-5, 1-4    | 1-5",
                "1,2,3       | 1-3",
                "12-         | 12-",
                "2 \u2013 4 | 2-4",
                "5-5         | 5"
            })
    void rangesAreAscendingAndApart(String written, String ranges) {
        assertEquals(ranges, PageRanges.parse(written).toString());
    }

    @ParameterizedTest
    @ValueSource(strings = {"0", "3-1", "a", "1,,2", "-3", "1-2-3", "99999", ",", "1 2"})
    void whatIsNoRangeIsRefused(String written) {
        assertThrows(Invalid.class, () -> PageRanges.parse(written));
    }

    /** Against a set of pages. RFC 8011 section 5.2.7: ascending, and none overlaps another. */
    @Test
    void asTheSetOfTheirPages() {
        Random random = new Random(7);
        for (int round = 0; round < 2_000; round++) {
            TreeSet<Integer> wanted = new TreeSet<>();
            List<String> written = new ArrayList<>();
            for (int n = 0; n < 1 + random.nextInt(6); n++) {
                int first = 1 + random.nextInt(40);
                int last = first + random.nextInt(8);
                written.add(first == last ? "" + first : first + "-" + last);
                IntStream.rangeClosed(first, last).forEach(wanted::add);
            }
            int pages = 1 + random.nextInt(50);
            PageRanges ranges = PageRanges.parse(String.join(", ", written));
            assertEquals(List.copyOf(wanted.headSet(pages, true)), ranges.of(pages), written.toString());
            PageRanges within = ranges.within(pages);
            assertEquals(ranges.of(pages), within.of(pages));
            assertEquals(ranges.of(pages).size() == pages, within.isAll());
            if (!ranges.of(pages).isEmpty()) {
                assertTrue(within.ranges().stream().allMatch(range -> range.last() <= pages));
            }
            for (int n = 1; n < ranges.ranges().size(); n++) {
                assertTrue(ranges.ranges().get(n).first()
                        > ranges.ranges().get(n - 1).last() + 1);
            }
            assertEquals(ranges, PageRanges.parse(ranges.toString()));
        }
    }

    @Test
    void eachPageLiesOnOneSideInItsOrder() {
        for (PagesPerSide perSide : PagesPerSide.values()) {
            for (boolean twoSided : new boolean[] {false, true}) {
                for (int pages = 0; pages < 70; pages++) {
                    List<Integer> all = PageRanges.ALL.of(pages);
                    SheetPlan plan = SheetPlan.of(all, perSide, twoSided);
                    List<Integer> there = new ArrayList<>();
                    plan.sheets().forEach(sheet -> {
                        assertTrue(sheet.front().size() <= perSide.pages());
                        assertTrue(twoSided || sheet.back().isEmpty());
                        there.addAll(sheet.front());
                        there.addAll(sheet.back());
                    });
                    assertEquals(all, there);
                    int onASheet = perSide.pages() * (twoSided ? 2 : 1);
                    assertEquals(
                            (pages + onASheet - 1) / onASheet, plan.sheets().size());
                }
            }
        }
    }

    @Test
    void fivePagesTwoOnASideOnBothSides() {
        assertEquals(
                List.of(
                        new SheetPlan.PrintedSheet(List.of(1, 2), List.of(3, 4)),
                        new SheetPlan.PrintedSheet(List.of(5), List.of())),
                SheetPlan.of(List.of(1, 2, 3, 4, 5), PagesPerSide.TWO, true).sheets());
    }
}
