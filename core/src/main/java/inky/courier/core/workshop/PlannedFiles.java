package inky.courier.core.workshop;

import inky.courier.core.profile.ScanProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * Which files scanned pages become, before any is made. A page counts as it came: that an opened book becomes two, or several receipts
 * files of their own, is not foreseen, nor what kind of paper each is.
 */
public final class PlannedFiles {
    private PlannedFiles() {}

    /** What a page is to the files. */
    public enum Use {
        IN_A_FILE,
        /** Left out by a person: as if it had never been scanned. */
        LEFT_OUT,
        /** Left out since there is nothing on it. */
        BLANK,
        /** A separator sheet. */
        SEPARATOR
    }

    /** @param splitBefore whether a person has begun a new file here */
    public record Page(Use use, boolean splitBefore) {}

    /**
     * @param pages where the file's pages stand in the scan, from 0; never empty
     * @param separator where the last separator sheet before it stands
     */
    public record Planned(List<Integer> pages, OptionalInt separator) {
        public Planned {
            pages = List.copyOf(pages);
        }
    }

    /** @return in their order */
    public static List<Planned> of(ScanProfile profile, List<Page> pages) {
        Splits splits = new Splits(profile.grouping());
        List<List<Integer>> files = new ArrayList<>();
        List<OptionalInt> separators = new ArrayList<>();
        OptionalInt separator = OptionalInt.empty();
        for (int i = 0; i < pages.size(); i++) {
            Page page = pages.get(i);
            switch (page.use) {
                case SEPARATOR -> {
                    splits.separatorSheet();
                    separator = OptionalInt.of(i);
                }
                case BLANK -> splits.blankSide();
                case LEFT_OUT -> {
                    // As if it had never been there, with the split before it.
                }
                case IN_A_FILE -> {
                    boolean begins =
                            splits.page(page.splitBefore) || profile.files().onePageEach();
                    if (begins) {
                        files.add(new ArrayList<>());
                        separators.add(separator);
                    }
                    files.get(files.size() - 1).add(i);
                }
            }
        }
        return IntStream.range(0, files.size())
                .mapToObj(file -> new Planned(files.get(file), separators.get(file)))
                .toList();
    }
}
