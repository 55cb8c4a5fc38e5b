package inky.courier.scan;

import inky.courier.core.Invalid;
import inky.courier.core.edit.PageEdit;
import inky.courier.core.edit.Part;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.UUID;

/**
 * An edit of a page as it is asked for, and as it is kept.
 *
 * @param quarters of a turn, clockwise
 * @param part of a crop
 * @param before of a move: the page that it stands before from now on; absent for the end
 * @param by of a replacement: the page that was scanned in its stead
 */
public record PageEditForm(
        Action action,
        UUID page,
        @Nullable Integer quarters,
        @Nullable Part part,
        @Nullable UUID before,
        @Nullable UUID by) {
    /** What is done. */
    public enum Action {
        TURN,
        CROP,
        LEAVE_OUT,
        BRING_BACK,
        MOVE,
        SPLIT,
        JOIN,
        REPLACE
    }

    static PageEditForm replacing(UUID page, UUID by) {
        return new PageEditForm(Action.REPLACE, page, null, null, null, by);
    }

    static PageEditForm moving(UUID page, @Nullable UUID before) {
        return new PageEditForm(Action.MOVE, page, null, null, before, null);
    }

    /** @throws Invalid when something is missing */
    PageEdit edit() {
        return switch (action) {
            case TURN -> new PageEdit.Turn(page, quarters == null ? 0 : quarters);
            case CROP -> {
                if (part == null) {
                    throw Invalid.of("page-edit.crop", "part");
                }
                yield new PageEdit.Crop(page, part);
            }
            case LEAVE_OUT -> new PageEdit.LeaveOut(page);
            case BRING_BACK -> new PageEdit.BringBack(page);
            case MOVE -> new PageEdit.Move(page, Optional.ofNullable(before));
            case SPLIT -> new PageEdit.Split(page, true);
            case JOIN -> new PageEdit.Split(page, false);
            case REPLACE -> {
                if (by == null) {
                    throw Invalid.of("page-edit.page", "by");
                }
                yield new PageEdit.Replace(page, by);
            }
        };
    }
}
