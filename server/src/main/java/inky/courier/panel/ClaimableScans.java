package inky.courier.panel;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** What a device sent by itself and that names nobody, for whoever stands there and says that it is theirs. */
public interface ClaimableScans {
    /** @param name what it says of itself: a subject, a file's name @param job by which it goes */
    record ClaimableScan(UUID id, String name, Instant at, int pages, String job) {}

    /** The latest first; none where the office does not want that. */
    List<ClaimableScan> at(UUID device);

    /**
     * It is sent as theirs.
     *
     * @throws inky.courier.web.Refusal where it is not there for them to claim, or its job is not for them
     * @throws inky.courier.core.Invalid where its job asks for more than can be known
     */
    void claim(UUID device, UUID id, UUID person);
}
