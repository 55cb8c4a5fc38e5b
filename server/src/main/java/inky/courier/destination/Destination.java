package inky.courier.destination;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
class Destination {
    @Id
    UUID id = UUID.randomUUID();

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
}
