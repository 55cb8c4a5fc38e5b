package inky.courier.destination;

import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.destination.FolderSettings;
import inky.courier.vault.Vault;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What connectors need of saved destinations, secrets opened. */
@Component
public class FolderAccounts {
    private final DestinationRepository destinations;
    private final Vault vault;

    FolderAccounts(DestinationRepository destinations, Vault vault) {
        this.destinations = destinations;
        this.vault = vault;
    }

    @Transactional(readOnly = true)
    public Optional<FolderAccess> access(UUID id) {
        return destinations.findById(id).filter(d -> d.kind.hasFolderSettings()).map(this::access);
    }

    /** A folder that belongs to a person. @param which of several; empty for the first by name */
    @Transactional(readOnly = true)
    public Optional<FolderAccess> ofPerson(UUID person, Optional<UUID> which) {
        Optional<Destination> found = which.isPresent()
                ? destinations.findById(which.get()).filter(one -> person.equals(one.ownerId))
                : destinations.findFirstByOwnerIdOrderByName(person);
        return found.map(this::access);
    }

    /** Settings of a destination that is still there, where they are of this sort. */
    @Transactional(readOnly = true)
    public <S extends DestinationSettings> Optional<S> settings(UUID id, Class<S> sort) {
        return destinations.findById(id).flatMap(d -> d.item().settings(sort));
    }

    @Transactional(readOnly = true)
    public Optional<String> nameOf(UUID id) {
        return destinations.findById(id).map(d -> d.name);
    }

    FolderAccess access(Destination d) {
        String secret = d.secret == null ? "" : vault.openText(d.secret, context(d.id));
        return new FolderAccess(d.id, d.name, d.kind, (FolderSettings) d.settings(), secret);
    }

    /** As {@link Vault#change}. */
    @Nullable
    byte[] change(UUID id, @Nullable byte[] kept, @Nullable String given) {
        return vault.change(kept, given, context(id));
    }

    byte[] seal(UUID id, String secret) {
        return vault.sealText(secret, context(id));
    }

    static String context(UUID id) {
        return "destination:" + id;
    }
}
