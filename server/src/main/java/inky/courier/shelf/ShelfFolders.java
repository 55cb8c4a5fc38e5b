package inky.courier.shelf;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.core.office.ShelfFolderItem.Reach;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.LongList;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Folders of the shelf as they are set up. */
@Service
public class ShelfFolders {
    private final SetUp setUp;
    private final ShelfDoors doors;

    ShelfFolders(SetUp setUp, ShelfDoors doors) {
        this.setUp = setUp;
        this.doors = doors;
    }

    /**
     * @param deviceId where alone it is; absent otherwise
     * @param own whether each person finds only what is theirs; absent for no
     * @param keepDays absent for never
     * @param passcode absent to keep what is there, empty to take it away
     */
    public record ShelfFolderForm(
            @Nullable String name,
            @Nullable Reach reach,
            @Nullable UUID deviceId,
            @Nullable Boolean own,
            @Nullable Integer keepDays,
            @Nullable String passcode) {}

    /** @param deviceId where alone it is; absent otherwise @param version by which somebody else's change is noticed */
    public record ShelfFolderView(
            UUID id,
            String name,
            Reach reach,
            @Nullable UUID deviceId,
            boolean own,
            int keepDays,
            boolean hasPasscode,
            String version) {}

    @Transactional(readOnly = true)
    public List<ShelfFolderView> list() {
        Set<UUID> locked = setUp.withSecret(ItemKind.SHELF_FOLDER);
        return LongList.ordered(
                setUp.office().all(ShelfFolderItem.class).stream().map(item -> view(item, locked)),
                ShelfFolderView::name);
    }

    @Transactional(readOnly = true)
    public ShelfFolderView get(UUID id) {
        return view(setUp.get(ShelfFolderItem.class, id), setUp.withSecret(ItemKind.SHELF_FOLDER));
    }

    @Transactional
    public ShelfFolderView add(ShelfFolderForm form) {
        return save(UUID.randomUUID(), form, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public ShelfFolderView change(UUID id, ShelfFolderForm form, String version) {
        setUp.get(ShelfFolderItem.class, id);
        return save(id, form, version);
    }

    /** @throws inky.courier.web.Refusal while documents are in it */
    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.SHELF_FOLDER, id)));
    }

    private ShelfFolderView save(UUID id, ShelfFolderForm form, String version) {
        ShelfFolderItem item = new ShelfFolderItem(
                id,
                form.name() == null ? "" : form.name(),
                form.reach(),
                form.deviceId(),
                Boolean.TRUE.equals(form.own()),
                form.keepDays() == null ? 0 : form.keepDays());
        Wish wish = Wish.put(item).of(version);
        if (form.passcode() != null) {
            wish = wish.with(Map.of(ShelfFolder.PASSCODE, doors.seal(id, form.passcode())));
            doors.closeToAll(id);
        }
        setUp.change(wish);
        return get(id);
    }

    private static ShelfFolderView view(ShelfFolderItem item, Set<UUID> locked) {
        return new ShelfFolderView(
                item.id(),
                item.name(),
                item.reach(),
                item.deviceId().equals(DestinationItem.NOTHING) ? null : item.deviceId(),
                item.own(),
                item.keepDays(),
                locked.contains(item.id()),
                SetUp.versionOf(item));
    }
}
