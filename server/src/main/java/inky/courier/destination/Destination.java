package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.office.DestinationItem;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

@Entity
class Destination implements ItemRow<DestinationItem> {
    static final String PASSWORD = "password";

    @Id
    UUID id;

    @Version
    Long version;

    String name;

    @Enumerated(EnumType.STRING)
    DestinationKind kind;

    UUID routeId;
    String recipients;
    String settings = "{}";

    /** Password or key, sealed. */
    byte[] secret;

    /** The person whose desktop folder it is; null for the office's. */
    UUID ownerId;

    Instant createdAt;

    static Destination of(UUID id, Instant now) {
        Destination destination = new Destination();
        destination.id = id;
        destination.createdAt = now;
        return destination;
    }

    @Override
    public DestinationItem item() {
        return new DestinationItem(
                id,
                name,
                kind,
                routeId,
                Json.read(recipients, new TypeReference<List<String>>() {}),
                kind.hasFolderSettings() ? Json.read(settings, FolderSettings.class) : FolderSettings.BLANK,
                kind == DestinationKind.LINK ? Json.read(settings, LinkSettings.class) : LinkSettings.USUAL,
                kind.isMail() ? mailSettings() : MailSettings.USUAL,
                ownerId == null ? DestinationItem.NOTHING : ownerId);
    }

    /** Those that were kept before there was anything to say have the usual. */
    MailSettings mailSettings() {
        return settings.equals("{}") ? MailSettings.USUAL : Json.read(settings, MailSettings.class);
    }

    @Override
    public void take(DestinationItem item) {
        name = item.name();
        kind = item.kind();
        // A server is its own route, a part of the device that scans has none.
        routeId = kind.isServer() ? id : item.through();
        recipients = Json.write(item.recipients());
        ownerId = item.owner().orElse(null);
        if (kind.hasFolderSettings()) {
            settings = Json.write(item.folder());
        } else if (kind == DestinationKind.LINK) {
            settings = Json.write(item.link());
        } else {
            settings = kind.isMail() ? Json.write(item.mail()) : "{}";
        }
    }

    @Override
    public Map<String, byte[]> secrets() {
        return Collections.singletonMap(PASSWORD, secret);
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        secret = sealed.get(PASSWORD);
    }
}
