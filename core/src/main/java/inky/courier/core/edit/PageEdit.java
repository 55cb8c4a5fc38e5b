package inky.courier.core.edit;

import java.util.Optional;
import java.util.UUID;

/** One thing that a person did to one page of a scan; the page is known by its identity, wherever it stands. */
public sealed interface PageEdit {
    UUID page();

    /** @param quarters clockwise, 1 to 3 */
    record Turn(UUID page, int quarters) implements PageEdit {}

    /** @param part of the page as it is shown then */
    record Crop(UUID page, Part part) implements PageEdit {}

    /** The page goes into no file. */
    record LeaveOut(UUID page) implements PageEdit {}

    /** The page goes into a file, also where it was taken for blank. */
    record BringBack(UUID page) implements PageEdit {}

    /** @param before the page that it stands before from now on; empty for the end */
    record Move(UUID page, Optional<UUID> before) implements PageEdit {}

    /** @param begins whether a new file begins at it */
    record Split(UUID page, boolean begins) implements PageEdit {}

    /** @param by the page that was scanned in its stead, and takes its place */
    record Replace(UUID page, UUID by) implements PageEdit {}
}
