package inky.courier.destination;

import java.nio.charset.StandardCharsets;
import java.util.UUID;

/** The route to a device's stick and shelf: another than to its paper, which may run out without concerning them. */
public final class StorageRoute {
    private StorageRoute() {}

    public static UUID of(UUID deviceId) {
        return UUID.nameUUIDFromBytes(("storage of " + deviceId).getBytes(StandardCharsets.UTF_8));
    }
}
