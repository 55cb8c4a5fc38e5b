package inky.courier.core.destination;

import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.naming.NameRules;

/** What the parts of a device that keep files have in common. */
abstract class StorageRules extends FolderRules {
    static final Field PATH_THERE = PATH.called("path-at-device");
    static final Field WHICH_DEVICE = Field.note("which-device");

    StorageRules() {
        super(Family.DEVICE_STORAGE, FolderSettings.BLANK);
    }

    @Override
    NameRules names() {
        return NameRules.WINDOWS;
    }
}
