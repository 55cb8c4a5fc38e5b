package inky.courier.core.workshop;

import inky.courier.core.profile.Grouping;

/** Decides where a new file begins. Ten pages, a new file every two: five files. */
final class Splits {
    private final Grouping grouping;
    private boolean pending;
    private int pages;

    Splits(Grouping grouping) {
        this.grouping = grouping;
    }

    void blankSide() {
        pending |= grouping.atBlank();
    }

    void separatorSheet() {
        pending |= grouping.atSeparator();
    }

    /** Counts a page. @return whether it begins a new file */
    boolean page(boolean splitByHand) {
        boolean full = grouping.everyPages() > 0 && pages >= grouping.everyPages();
        boolean begins = pages == 0 || pending || splitByHand || full;
        pending = false;
        pages = begins ? 1 : pages + 1;
        return begins;
    }
}
