package inky.courier.core.destination;

import java.util.List;

/** The storage of the device that scans. */
final class DeviceShelf extends StorageRules {
    @Override
    List<Field> fields() {
        return List.of(PATH_THERE, MAKE_FOLDERS, WHEN_TAKEN, SIDECAR, WHICH_DEVICE);
    }

    @Override
    String place(FolderSettings folder) {
        return "the storage of the device" + below(folder.path(), ", ");
    }
}
