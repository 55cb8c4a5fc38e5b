package inky.courier.core.preflight;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/** The whole set-up, and what is known around it. */
public record WholeOffice(Office office, Surroundings around) {
    <T extends Item> Stream<T> all(Class<T> type) {
        return office.all(type).stream();
    }

    Stream<JobItem> jobs() {
        return all(JobItem.class);
    }

    /** On some panel. */
    Stream<JobItem> placedJobs() {
        Set<UUID> placed = office.placedJobs();
        return jobs().filter(job -> placed.contains(job.id()));
    }

    /** Where a job's files go. */
    Stream<DestinationItem> destinations(JobItem job) {
        return job.targets().stream()
                .map(JobItem.Target::destinationId)
                .distinct()
                .flatMap(id -> office.find(new Reference(ItemKind.DESTINATION, id)).stream())
                .map(DestinationItem.class::cast);
    }

    /** Devices whose abilities are known and that scan. */
    Stream<DeviceItem> scanners() {
        return all(DeviceItem.class)
                .filter(device -> around.abilities(device.id()).scans());
    }
}
