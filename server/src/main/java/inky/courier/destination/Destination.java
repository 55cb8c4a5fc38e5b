package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
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
import java.util.Map;
import java.util.UUID;

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
        return new DestinationItem(id, name, kind, routeId, settings(), ownerId);
    }

    DestinationSettings settings() {
        return Json.read(settings, kind.settingsType());
    }

    @Override
    public void take(DestinationItem item) {
        name = item.name();
        kind = item.kind();
        // A server is its own route, a part of the device that scans has none.
        routeId = kind.isServer() ? id : item.through();
        ownerId = item.owner().orElse(null);
        settings = Json.write(item.settings());
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
