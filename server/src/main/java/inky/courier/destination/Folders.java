package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.FolderPath;
import java.time.Instant;
import java.util.List;

/** What a destination with folders can show; never outside its root. */
public interface Folders {
    /** Entries of one page; a page is enough to look at and small enough to be quick. */
    int PAGE = 100;

    /** @param bytes 0 for a folder */
    record FolderEntry(String name, boolean folder, long bytes, Instant changedAt) {}

    /** @param more whether others follow; ask again with the last name as {@code after} */
    record FolderListing(String path, List<FolderEntry> entries, boolean more) {}

    /** The folder that a destination is for a visitor. @throws inky.courier.web.Refusal when it is none */
    FolderAccess open(DestinationKind kind, Visitor visitor);

    /** Folders first, then by name. @param after the name after which to go on; empty for the beginning */
    FolderListing list(FolderAccess access, FolderPath folder, String after);

    void make(FolderAccess access, FolderPath folder);
}
