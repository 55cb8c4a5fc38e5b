package inky.courier.job;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
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
    @Column(name = "destination_id")
    List<UUID> destinations = new ArrayList<>();
}
