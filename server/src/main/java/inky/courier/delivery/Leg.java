package inky.courier.delivery;

import inky.courier.core.delivery.LegState;
import inky.courier.destination.DestinationKind;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A delivery on its way to one destination. */
@Entity
class Leg {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    @Column(name = "delivery_id", insertable = false, updatable = false)
    UUID deliveryId;

    int position;

    @Enumerated(EnumType.STRING)
    DestinationKind kind;

    UUID routeId;
    String routeName;
    String label;
    String recipients;
    String messageId;

    @Enumerated(EnumType.STRING)
    LegState state = LegState.WAITING;

    String cause = "";
    String sentence = "";
    String remedy = "";
    String reply = "";
    int tries;
    Instant firstTryAt;
    Instant nextTryAt;

    /** Set when everything was sent and only the far side's word was missing; cleared by its word. */
    Instant handedOverAt;

    Instant sentAt;
    Instant acceptedAt;
    boolean possiblyTwice;
    long sentBytes;
}
