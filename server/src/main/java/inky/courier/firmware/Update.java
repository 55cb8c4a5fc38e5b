package inky.courier.firmware;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** Somebody had devices updated, in stages. */
@Entity
@Table(name = "firmware_update")
class Update {
    @Id
    UUID id;

    String orderedBy;
    Instant orderedAt;

    /** Not before. */
    Instant dueAt;

    /** How many together, once one has come back well. */
    int atOnce;

    /** After how many failures somebody let it go on. */
    int looked;
}
