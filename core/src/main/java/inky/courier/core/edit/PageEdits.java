package inky.courier.core.edit;

import inky.courier.core.Invalid;
import inky.courier.core.edit.EditedPage.Presence;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.UUID;

/** The pages of a scan with what was done to them. Undo is the same list without its last edit. */
public final class PageEdits {
    /** More than anybody does to a stack by hand; bounds what is kept. */
    public static final int MOST = 5_000;

    private PageEdits() {}

    /**
     * @param arrived identities in the order in which the pages came
     * @return the pages in their order now; those that were replaced are not among them
     */
    public static List<EditedPage> of(List<UUID> arrived, List<PageEdit> edits) {
        List<EditedPage> pages =
                new ArrayList<>(arrived.stream().map(EditedPage::asScanned).toList());
        edits.forEach(edit -> apply(pages, edit));
        return List.copyOf(pages);
    }

    private static void apply(List<EditedPage> pages, PageEdit edit) {
        OptionalInt found = placeOf(pages, edit.page());
        if (found.isEmpty()) {
            // It was replaced before: what was done to it then has no effect.
            return;
        }
        int at = found.getAsInt();
        EditedPage page = pages.get(at);
        if (edit instanceof PageEdit.Turn turn) {
            pages.set(at, page.with(page.shape().turned(turn.quarters())));
        } else if (edit instanceof PageEdit.Crop crop) {
            pages.set(at, page.with(page.shape().cropped(crop.part())));
        } else if (edit instanceof PageEdit.LeaveOut) {
            pages.set(at, page.with(Presence.LEFT_OUT));
        } else if (edit instanceof PageEdit.BringBack) {
            pages.set(at, page.with(Presence.WANTED));
        } else if (edit instanceof PageEdit.Split split) {
            pages.set(at, page.with(split.begins()));
        } else if (edit instanceof PageEdit.Move move) {
            move(pages, page, move.before());
        } else if (edit instanceof PageEdit.Replace replace) {
            replace(pages, page, replace.by());
        }
    }

    private static void move(List<EditedPage> pages, EditedPage page, Optional<UUID> before) {
        pages.remove(page);
        pages.add(before.map(id -> placeOf(pages, id).orElse(pages.size())).orElse(pages.size()), page);
    }

    private static void replace(List<EditedPage> pages, EditedPage page, UUID by) {
        OptionalInt found = placeOf(pages, by);
        if (found.isEmpty() || by.equals(page.id())) {
            return;
        }
        EditedPage instead = pages.remove(found.getAsInt());
        pages.set(pages.indexOf(page), instead.with(page.splitBefore()));
    }

    private static OptionalInt placeOf(List<EditedPage> pages, UUID id) {
        for (int i = 0; i < pages.size(); i++) {
            if (pages.get(i).id().equals(id)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }

    /** @throws Invalid when an edit cannot be made to these pages */
    public static void check(List<EditedPage> pages, List<PageEdit> made, PageEdit edit) {
        if (made.size() >= MOST) {
            throw Invalid.of("page-edit.most", "edit");
        }
        if (placeOf(pages, edit.page()).isEmpty()) {
            throw Invalid.of("page-edit.page", "page");
        }
        if (edit instanceof PageEdit.Turn turn && (turn.quarters() < 1 || turn.quarters() > 3)) {
            throw Invalid.of("page-edit.turn", "quarters");
        }
        if (edit instanceof PageEdit.Crop crop && !crop.part().fitsAPage()) {
            throw Invalid.of("page-edit.crop", "part");
        }
        if (edit instanceof PageEdit.Move move
                && move.before().isPresent()
                && (move.before().get().equals(edit.page())
                        || placeOf(pages, move.before().get()).isEmpty())) {
            throw Invalid.of("page-edit.page", "before");
        }
        if (edit instanceof PageEdit.LeaveOut
                && pages.stream().allMatch(page -> page.isLeftOut() || page.id().equals(edit.page()))) {
            throw Invalid.of("page-edit.last", "page");
        }
    }
}
