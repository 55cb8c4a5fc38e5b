package inky.courier.core.preflight;

import inky.courier.core.office.PanelItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether a device that scans has no job. */
final class EmptyPanelCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Set<UUID> planned = at.all(PanelItem.class)
                .filter(panel -> !panel.places().isEmpty())
                .map(PanelItem::id)
                .collect(Collectors.toSet());
        return at.scanners()
                .filter(device -> !planned.contains(device.id()))
                .map(device -> Finding.of("device.no-jobs", Severity.CARE, device));
    }
}
