package inky.courier.core.workshop;

import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import java.util.List;
import java.util.Optional;

/**
 * What became of one scanned page.
 *
 * @param number from 1, as scanned
 * @param analysis what it is; empty when the profile asks nothing that needs it
 * @param done what was done to it and why, in order
 * @param asScanned the page as it came; empty where nobody looks
 * @param views what became of it, as it goes into the file; none where it is left out or on another's page
 */
public record PageReport(
        int number,
        Fate fate,
        Optional<PageAnalysis> analysis,
        List<Message> done,
        Optional<View> asScanned,
        List<View> views) {
    PageReport(int number, Fate fate, Optional<PageAnalysis> analysis, List<Message> done) {
        this(number, fate, analysis, done, Optional.empty(), List.of());
    }

    /** The same, to be looked at. */
    PageReport seen(View asScanned, List<View> views) {
        return new PageReport(number, fate, analysis, done, Optional.of(asScanned), views);
    }

    /** What somebody keeps of a page to look at it: a small picture, or all of its samples. */
    public interface View extends PageMemory.Remembered {}

    /** Makes views; equal to another that makes the same. Called from several threads. */
    public interface Viewer {
        View view(PageRaster page);
    }

    /** Whether the page is in a file. */
    public enum Fate {
        KEPT,
        SKIPPED_BLANK,
        SEPARATOR
    }
}
