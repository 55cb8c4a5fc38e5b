package inky.courier.core.edit;

import java.util.UUID;

/**
 * A page as it stands after all edits.
 *
 * @param presence whether it goes into a file
 * @param splitBefore whether a person began a new file at it
 */
public record EditedPage(UUID id, Presence presence, boolean splitBefore, Shape shape) {
    public enum Presence {
        /** As the profile decides. */
        AS_FOUND,
        /** A person wants it, blank or not. */
        WANTED,
        /** A person does not want it. */
        LEFT_OUT
    }

    static EditedPage asScanned(UUID id) {
        return new EditedPage(id, Presence.AS_FOUND, false, Shape.AS_SCANNED);
    }

    EditedPage with(Presence other) {
        return new EditedPage(id, other, splitBefore, shape);
    }

    EditedPage with(boolean begins) {
        return new EditedPage(id, presence, begins, shape);
    }

    EditedPage with(Shape other) {
        return new EditedPage(id, presence, splitBefore, other);
    }

    public boolean isLeftOut() {
        return presence == Presence.LEFT_OUT;
    }
}
