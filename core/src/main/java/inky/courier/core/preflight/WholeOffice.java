package inky.courier.core.preflight;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
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
        Set<UUID> placed = all(PanelItem.class)
                .flatMap(panel -> panel.places().values().stream())
                .collect(Collectors.toSet());
        return jobs().filter(job -> placed.contains(job.id()));
    }

    /** Where a job's files go. */
    Stream<DestinationItem> destinations(JobItem job) {
        Set<UUID> wanted =
                job.targets().stream().map(JobItem.Target::destinationId).collect(Collectors.toSet());
        return all(DestinationItem.class).filter(destination -> wanted.contains(destination.id()));
    }

    /** Devices whose abilities are known and that scan. */
    Stream<DeviceItem> scanners() {
        return all(DeviceItem.class)
                .filter(device -> around.abilities(device.id()).scans());
    }
}
