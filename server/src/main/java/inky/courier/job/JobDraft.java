package inky.courier.job;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A job that is being composed and is not in the set-up yet, or not so. */
@Entity
@Table(name = "job_draft")
class JobDraft {
    /** Of the job; a new one will have it. */
    @Id
    UUID id;

    /** What stands in the form, as JSON. */
    String form;

    /** The version of the job that it began from; empty for a new one. */
    String base;

    boolean isNew;
    String who;
    Instant at;
}
