package inky.courier.shelf;

import inky.courier.web.Access;
import inky.courier.web.Who;
import java.util.Optional;
import java.util.UUID;

/**
 * Who looks at the shelf.
 *
 * @param holder for whom a passcode counts that was given
 * @param name as what is done is written down
 * @param person whose own documents are seen; empty for an account of the desk, which sees nobody's
 * @param device at which they stand; empty for all that the account may see
 */
public record ShelfVisitor(String holder, String name, Optional<UUID> person, Optional<UUID> device) {
    static ShelfVisitor atTheDesk() {
        return new ShelfVisitor("desk:" + Who.name(), Who.name(), Optional.empty(), Optional.empty());
    }

    /** A person who is signed in at a device. */
    public static ShelfVisitor at(UUID device, UUID person, String name) {
        return new ShelfVisitor("panel:" + device + ":" + person, name, Optional.of(person), Optional.of(device));
    }

    /** Whether they see the shelf of a device. @param place where it stands; empty for the office's */
    boolean sees(Optional<UUID> shelf, String place) {
        return device.map(here -> shelf.isEmpty() || shelf.get().equals(here))
                .orElseGet(() -> shelf.isEmpty() || Access.sees(place));
    }
}
