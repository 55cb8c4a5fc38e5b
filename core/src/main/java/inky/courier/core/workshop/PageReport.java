package inky.courier.core.workshop;

import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import java.util.List;
import java.util.Optional;

/**
 * What became of one scanned page.
 *
 * @param number from 1, as scanned
 * @param analysis what it is; empty when the profile asks nothing that needs it
 * @param done what was done to it and why, in order
 */
public record PageReport(int number, Fate fate, Optional<PageAnalysis> analysis, List<Message> done) {
    /** Whether the page is in a file. */
    public enum Fate {
        KEPT,
        SKIPPED_BLANK,
        SEPARATOR
    }
}
