package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
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

    /** The folder that belongs to a person. */
    @Transactional(readOnly = true)
    public Optional<FolderAccess> ofPerson(UUID person) {
        return destinations.findFirstByOwnerIdOrderByName(person).map(this::access);
    }

    @Transactional(readOnly = true)
    public LinkSettings link(UUID id) {
        return destinations
                .findById(id)
                .filter(d -> d.kind == DestinationKind.LINK)
                .map(d -> Json.read(d.settings, LinkSettings.class))
                .orElse(LinkSettings.USUAL);
    }

    @Transactional(readOnly = true)
    public MailSettings mail(UUID id) {
        return destinations.findById(id).map(this::mail).orElse(MailSettings.USUAL);
    }

    MailSettings mail(Destination d) {
        return d.kind.isMail() ? d.mailSettings() : MailSettings.USUAL;
    }

    @Transactional(readOnly = true)
    public Optional<String> nameOf(UUID id) {
        return destinations.findById(id).map(d -> d.name);
    }

    FolderAccess access(Destination d) {
        String secret = d.secret == null ? "" : vault.openText(d.secret, context(d.id));
        return new FolderAccess(d.id, d.name, d.kind, Json.read(d.settings, FolderSettings.class), secret);
    }

    /** As {@link Vault#change}. */
    @Nullable
    byte[] change(UUID id, @Nullable byte[] kept, @Nullable String given) {
        return vault.change(kept, given, context(id));
    }

    byte[] seal(UUID id, String secret) {
        return vault.sealText(secret, context(id));
    }

    private static String context(UUID id) {
        return "destination:" + id;
    }
}
