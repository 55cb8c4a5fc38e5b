package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
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
            throw Invalid.of("profile.everyPages", "grouping.everyPages");
        }
    }

    /** What of it a page itself shows: blank sides and separator sheets belong to no file. */
    public Grouping ofPages() {
        return new Grouping(0, atBlank, atSeparator, false);
    }

    public List<Message> words() {
        List<Message> words = new ArrayList<>();
        if (everyPages > 0) {
            words.add(Message.of("profile.split.pages").with("n", everyPages));
        }
        if (atBlank) {
            words.add(Message.of("profile.split.blank"));
        }
        if (atSeparator) {
            words.add(Message.of("profile.split.separator"));
        }
        if (byKind) {
            words.add(Message.of("profile.split.kind"));
        }
        return words;
    }
}
