package inky.courier.job;

import inky.courier.destination.WhenTooLarge;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

@Entity
@Table(name = "one_touch_job")
class Job {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;
    String icon;
    UUID profileId;
    UUID templateId;
    String subject;
    String body;
    Instant createdAt;

    @ElementCollection
    @CollectionTable(name = "job_destination", joinColumns = @JoinColumn(name = "job_id"))
    @OrderColumn(name = "position")
    List<JobTarget> targets = new ArrayList<>();

    @Enumerated(EnumType.STRING)
    WhenTooLarge whenTooLarge = WhenTooLarge.REFUSE;

    @Enumerated(EnumType.STRING)
    Notify notifyWhen = Notify.NEVER;

    /** Whether a folder below the destination's own is chosen at the device. */
    boolean askFolder;
}
