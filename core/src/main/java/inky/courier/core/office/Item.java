package inky.courier.core.office;

import inky.courier.core.Invalid;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** One thing that an administrator sets up. */
public sealed interface Item
        permits DeviceItem,
                MailServerItem,
                DestinationItem,
                ProfileItem,
                NameItem,
                JobItem,
                PanelPlanItem,
                PanelItem,
                DirectoryItem,
                InboxItem,
                FirmwareItem,
                ShelfFolderItem,
                OfficeSettings {
    UUID id();

    ItemKind itemKind();

    /** What people call it; empty for what is only a part of another item. */
    String name();

    /** What it does not work without. */
    default List<Need> needs() {
        return List.of();
    }

    /** The item with which it goes. */
    default Optional<Reference> partOf() {
        return Optional.empty();
    }

    /**
     * Holds it to its rules.
     *
     * @param office in which it is to stand, with all else
     * @throws Invalid with every problem found, by the fields of its form
     */
    void check(Office office);

    default Reference reference() {
        return new Reference(itemKind(), id());
    }
}
