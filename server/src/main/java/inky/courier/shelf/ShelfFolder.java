package inky.courier.shelf;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.core.office.ShelfFolderItem.Reach;
import inky.courier.setup.ItemRow;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.UUID;

@Entity
class ShelfFolder implements ItemRow<ShelfFolderItem> {
    static final String PASSCODE = "passcode";

    @Id
    UUID id;

    @Version
    Long version;

    String name;

    @Enumerated(EnumType.STRING)
    Reach reach;

    /** Null unless it is at one device alone. */
    UUID deviceId;

    boolean own;
    int keepDays;

    /** A slow hash, sealed; null for none. */
    byte[] passcode;

    Instant createdAt;

    static ShelfFolder of(UUID id, Instant now) {
        ShelfFolder folder = new ShelfFolder();
        folder.id = id;
        folder.createdAt = now;
        return folder;
    }

    static String context(UUID id) {
        return "shelf-folder:" + id;
    }

    @Override
    public ShelfFolderItem item() {
        return new ShelfFolderItem(id, name, reach, deviceId, own, keepDays);
    }

    @Override
    public void take(ShelfFolderItem item) {
        name = item.name();
        reach = item.reach();
        deviceId = item.deviceId().equals(DestinationItem.NOTHING) ? null : item.deviceId();
        own = item.own();
        keepDays = item.keepDays();
    }

    @Override
    public Map<String, byte[]> secrets() {
        return Collections.singletonMap(PASSCODE, passcode);
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        passcode = sealed.get(PASSCODE);
    }
}
