package inky.courier.core.profile;

import inky.courier.core.Invalid;
import java.util.ArrayList;
import java.util.List;

/**
 * Where one file ends and the next begins. Splits set by hand at the device count beside these.
 *
 * @param everyPages a new file after so many pages; 0 never
 * @param atBlank a blank side ends a file and belongs to none
 * @param atSeparator a separator sheet ends a file, belongs to none, and names the next
 * @param byKind documents, receipts, cards and photographs each into files of their own
 */
public record Grouping(int everyPages, boolean atBlank, boolean atSeparator, boolean byKind) {
    public static final Grouping ONE_FILE = new Grouping(0, false, false, false);

    public Grouping {
        if (everyPages < 0 || everyPages > 999) {
            throw new Invalid(
                    "profile.everyPages",
                    "grouping.everyPages",
                    "A new file begins after 1 to 999 pages, or 0 for never.",
                    "Two is usual for forms with a back side.");
        }
    }

    public List<String> words() {
        List<String> words = new ArrayList<>();
        if (everyPages > 0) {
            words.add("new file every " + (everyPages == 1 ? "page" : everyPages + " pages"));
        }
        if (atBlank) {
            words.add("new file at blank sides");
        }
        if (atSeparator) {
            words.add("new file at separator sheets");
        }
        if (byKind) {
            words.add("a file for each kind");
        }
        return words;
    }
}
