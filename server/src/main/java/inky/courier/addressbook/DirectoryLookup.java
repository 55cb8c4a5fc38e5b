package inky.courier.addressbook;

import java.util.Collection;
import java.util.List;

/** Where recipients are found beside the address book. Never keeps who asks waiting for longer than half a second. */
public interface DirectoryLookup {
    /** @param late whether a directory did not answer in time, so that there may be others */
    record Answer(List<BookEntry> entries, boolean late) {
        static final Answer NONE = new Answer(List.of(), false);
    }

    /** Something that is asked while the rest goes on. */
    interface Pending {
        Answer get();
    }

    /** Whom letters find; of none, nobody. */
    Pending find(String letters, int most);

    /** Those of some addresses that a directory has. */
    Answer known(Collection<String> addresses);
}
