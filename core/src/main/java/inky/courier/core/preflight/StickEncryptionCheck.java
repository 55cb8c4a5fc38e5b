package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.List;
import java.util.Optional;

/** Files on a stick can be read by whoever finds it, unless the profile encrypts them; some sticks take no others. */
final class StickEncryptionCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        List<DestinationItem> sticks = at.destinations(DestinationKind.USB).toList();
        if (sticks.isEmpty() || !at.device().usbPort() || at.profile().encryptsFiles()) {
            return Optional.empty();
        }
        boolean refused = sticks.stream()
                .flatMap(stick -> stick.settings(FolderSettings.class).stream())
                .anyMatch(FolderSettings::mustEncrypt);
        Finding open = Finding.of("job.stick-open", refused ? Severity.STOPS : Severity.CARE, at.job());
        return Optional.of(refused ? open.saying(Message.of("job.stick-open.refused"), open.remedy()) : open);
    }
}
