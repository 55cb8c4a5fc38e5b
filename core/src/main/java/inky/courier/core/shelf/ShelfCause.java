package inky.courier.core.shelf;

import static inky.courier.core.delivery.Lasting.FOR_GOOD;
import static inky.courier.core.delivery.Lasting.UNTIL_MENDED;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a document does not get onto the shelf. */
public enum ShelfCause implements Cause {
    FULL(UNTIL_MENDED),
    /** The folder is one of each device, and the document came from none. */
    NO_DEVICE(FOR_GOOD),
    FOLDER_GONE(FOR_GOOD);

    private final Lasting lasting;

    ShelfCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "shelf";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }

    /** Other shelves have room of their own. */
    @Override
    public Scope scope() {
        return Scope.THIS_ONE;
    }
}
