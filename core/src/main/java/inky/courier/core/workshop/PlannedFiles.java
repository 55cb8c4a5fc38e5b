package inky.courier.core.workshop;

import inky.courier.core.profile.ScanProfile;
import java.util.ArrayList;
import java.util.List;

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

    /** @return how many pages each file has, in their order */
    public static List<Integer> of(ScanProfile profile, List<Page> pages) {
        Splits splits = new Splits(profile.grouping());
        List<Integer> files = new ArrayList<>();
        for (Page page : pages) {
            switch (page.use) {
                case SEPARATOR -> splits.separatorSheet();
                case BLANK -> splits.blankSide();
                case LEFT_OUT -> {
                    // As if it had never been there, with the split before it.
                }
                case IN_A_FILE -> {
                    boolean begins =
                            splits.page(page.splitBefore) || profile.files().onePageEach();
                    if (begins) {
                        files.add(1);
                    } else {
                        files.set(files.size() - 1, files.get(files.size() - 1) + 1);
                    }
                }
            }
        }
        return files;
    }
}
