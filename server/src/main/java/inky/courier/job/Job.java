package inky.courier.job;

import inky.courier.core.job.Asking;
import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.job.Zone;
import inky.courier.core.office.JobItem;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
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
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import tools.jackson.core.type.TypeReference;

@Entity
@Table(name = "one_touch_job")
class Job implements ItemRow<JobItem> {
    @Id
    UUID id;

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
    @Fetch(FetchMode.SUBSELECT)
    List<JobTarget> targets = new ArrayList<>();

    @Enumerated(EnumType.STRING)
    WhenTooLarge whenTooLarge = WhenTooLarge.REFUSE;

    @Enumerated(EnumType.STRING)
    Notify notifyWhen = Notify.NEVER;

    /** Whether a folder below the destination's own is chosen at the device. */
    boolean askFolder;

    /** {@link ProfileDifference} as JSON. */
    String changes = "{}";

    /** {@link Asking} as JSON. */
    String asks = "{}";

    /** Names of groups as JSON. */
    String groups = "[]";

    /** {@link Zone}s as JSON. */
    String zones = "[]";

    /** By language, as JSON. */
    String labels = "{}";

    /** A small PNG in base64; empty for none. */
    String picture = "";

    /** Ids as JSON. */
    String people = "[]";

    String description = "";

    boolean guests;

    static Job of(UUID id, Instant now) {
        Job job = new Job();
        job.id = id;
        job.createdAt = now;
        return job;
    }

    @Override
    public JobItem item() {
        return new JobItem(
                id,
                name,
                icon,
                profileId,
                templateId,
                targets.stream().map(JobTarget::value).toList(),
                subject,
                body,
                whenTooLarge,
                notifyWhen,
                askFolder,
                Json.read(changes, ProfileDifference.class),
                Json.read(asks, Asking.class),
                Json.read(groups, new TypeReference<List<String>>() {}),
                Json.read(zones, new TypeReference<List<Zone>>() {}),
                Json.read(labels, new TypeReference<Map<String, String>>() {}),
                picture,
                Json.read(people, new TypeReference<List<UUID>>() {}),
                description,
                guests);
    }

    @Override
    public void take(JobItem item) {
        name = item.name();
        icon = item.icon();
        profileId = item.profileId();
        templateId = item.templateId();
        subject = item.subject();
        body = item.body();
        whenTooLarge = item.whenTooLarge();
        notifyWhen = item.notifyWhen();
        askFolder = item.askFolder();
        changes = Json.write(item.changes());
        asks = Json.write(item.asks());
        groups = Json.write(item.groups());
        zones = Json.write(item.zones());
        labels = Json.write(item.labels());
        picture = item.picture();
        people = Json.write(item.people());
        description = item.description();
        guests = item.guests();
        List<JobTarget> wanted = item.targets().stream().map(JobTarget::of).toList();
        if (!targets.equals(wanted)) {
            targets.clear();
            targets.addAll(wanted);
        }
    }
}
