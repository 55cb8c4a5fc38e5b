package inky.courier.core.print;

import inky.courier.core.destination.PrintSettings.PagesPerSide;
import java.util.ArrayList;
import java.util.List;

/**
 * The sheets of one copy of a document as they come out.
 *
 * @param columns in which the pages of a side lie, read from left to right and then down
 */
public record SheetPlan(List<PrintedSheet> sheets, int columns) {
    /** @param front pages from 1, in the order in which they lie @param back empty where nothing is on it */
    public record PrintedSheet(List<Integer> front, List<Integer> back) {}

    /** @param pages that are printed, from 1 */
    public static SheetPlan of(List<Integer> pages, PagesPerSide perSide, boolean twoSided) {
        List<List<Integer>> sides = new ArrayList<>();
        for (int n = 0; n < pages.size(); n += perSide.pages()) {
            sides.add(List.copyOf(pages.subList(n, Math.min(pages.size(), n + perSide.pages()))));
        }
        List<PrintedSheet> sheets = new ArrayList<>();
        for (int n = 0; n < sides.size(); n += twoSided ? 2 : 1) {
            boolean hasBack = twoSided && n + 1 < sides.size();
            sheets.add(new PrintedSheet(sides.get(n), hasBack ? sides.get(n + 1) : List.of()));
        }
        return new SheetPlan(List.copyOf(sheets), perSide.columns());
    }
}
