package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ScanProfile;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/** A job of an office at a device. @param device what it said that it can do */
public record JobAtDevice(Office office, JobItem job, UUID deviceId, DeviceAbilities device) {
    ScanProfile profile() {
        return job.profile(office);
    }

    NameTemplate template() {
        return find(ItemKind.NAME, job.templateId(), NameItem.class)
                .orElseThrow()
                .parsed();
    }

    /** The same job, going to one of its destinations. */
    public JobAtDevice to(UUID destination) {
        return new JobAtDevice(office, job.to(Set.of(destination)), deviceId, device);
    }

    /** Where its files go. */
    Stream<DestinationItem> destinations() {
        return job.targets().stream()
                .flatMap(target -> find(ItemKind.DESTINATION, target.destinationId(), DestinationItem.class).stream());
    }

    /** What its mail goes through. */
    Stream<MailServerItem> mailServers() {
        return destinations()
                .flatMap(
                        destination -> find(ItemKind.MAIL_SERVER, destination.through(), MailServerItem.class).stream())
                .distinct();
    }

    /** Those of a kind. */
    Stream<DestinationItem> destinations(DestinationKind kind) {
        return destinations().filter(destination -> destination.kind() == kind);
    }

    private <T extends Item> Optional<T> find(ItemKind kind, UUID id, Class<T> type) {
        return office.find(new Reference(kind, id)).map(type::cast);
    }
}
