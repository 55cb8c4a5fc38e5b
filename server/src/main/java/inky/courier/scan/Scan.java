package inky.courier.scan;

import inky.courier.core.message.Message;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
class Scan {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    /** Null for pages that came from none. */
    UUID deviceId;

    UUID personId;
    UUID jobId;

    @Enumerated(EnumType.STRING)
    ScanState state = ScanState.SCANNING;

    Message trouble = Message.none();
    Message remedy = Message.none();
    Instant createdAt;
    Instant endedAt;

    /** When the instance that runs it showed last that it lives. */
    Instant aliveAt;

    /** When it was sent; from then on its pages are the delivery's. */
    Instant sentAt;

    /** It came without anybody's doing here, and waits for whom it belongs to. */
    boolean unclaimed;
}
