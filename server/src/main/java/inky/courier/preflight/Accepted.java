package inky.courier.preflight;

import inky.courier.core.office.ItemKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;

/** A finding that somebody knows of and lives with, for a while. */
@Entity
@Table(name = "accepted_finding")
class Accepted {
    @Id
    UUID id;

    String code;

    @Enumerated(EnumType.STRING)
    ItemKind subjectKind;

    UUID subjectId;
    String reason;
    String acceptedBy;
    Instant at;

    /** The last day on which it counts. */
    LocalDate until;
}
