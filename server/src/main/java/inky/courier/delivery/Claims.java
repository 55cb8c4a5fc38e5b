package inky.courier.delivery;

import java.util.Map;
import java.util.UUID;

/** Names that legs are about to give their files, so that no two deliveries take the same one. */
interface Claims {
    /** Names taken by a leg, by the file's position. */
    Map<Integer, String> of(UUID legId);

    /** @return whether the name was free, or this leg's already */
    boolean claim(UUID legId, String folder, int position, String name);

    void unclaim(String folder, String name);

    /** Once the files are there, the far side itself knows their names. */
    void release(UUID legId);
}
