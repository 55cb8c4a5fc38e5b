package inky.courier.drift;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** Somebody had settings sent to devices. */
@Entity
class SettingRun {
    @Id
    UUID id;

    String orderedBy;
    Instant orderedAt;

    /** Not before. */
    Instant dueAt;
}
