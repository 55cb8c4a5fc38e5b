package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;

/**
 * A folder of the shelf, where documents stay until somebody takes or deletes them; its passcode is kept apart.
 *
 * @param reach at which devices it is
 * @param deviceId the device where alone it is; {@link DestinationItem#NOTHING} otherwise
 * @param own whether each person finds there only what is theirs
 * @param keepDays after how many days a document is deleted, up to 3,650; 0 for never
 */
public record ShelfFolderItem(UUID id, String name, Reach reach, UUID deviceId, boolean own, int keepDays)
        implements Item {
    public static final int LONGEST_NAME = 40;
    public static final int MOST_DAYS = 3_650;

    /** At which devices a folder is. */
    public enum Reach {
        /** One folder, the same at all. */
        OFFICE,
        /** One of this name at each, with documents of its own. */
        EACH_DEVICE,
        ONE_DEVICE
    }

    public ShelfFolderItem {
        name = Required.value(name, "name").strip();
        reach = Objects.requireNonNullElse(reach, Reach.OFFICE);
        deviceId = reach == Reach.ONE_DEVICE
                ? Objects.requireNonNullElse(deviceId, DestinationItem.NOTHING)
                : DestinationItem.NOTHING;
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.SHELF_FOLDER;
    }

    @Override
    public List<Need> needs() {
        return reach == Reach.ONE_DEVICE
                ? List.of(new Need(new Reference(ItemKind.DEVICE, deviceId), "deviceId"))
                : List.of();
    }

    /** Whether it is found at a device. */
    public boolean isAt(UUID device) {
        return reach != Reach.ONE_DEVICE || deviceId.equals(device);
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(Problem.of("shelf.folder-name", "name"));
        }
        // Two of a name that stand beside each other somewhere cannot be told apart there.
        if (office.all(ShelfFolderItem.class).stream()
                .anyMatch(other -> !other.id.equals(id) && other.name.equalsIgnoreCase(name) && meets(other))) {
            problems.add(Problem.of("shelf.folder-twice", "name"));
        }
        if (keepDays < 0 || keepDays > MOST_DAYS) {
            problems.add(Problem.of("shelf.keep-days", "keepDays"));
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private boolean meets(ShelfFolderItem other) {
        return reach != Reach.ONE_DEVICE || other.reach != Reach.ONE_DEVICE || deviceId.equals(other.deviceId);
    }
}
