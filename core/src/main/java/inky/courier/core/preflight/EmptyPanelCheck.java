package inky.courier.core.preflight;

import inky.courier.core.office.PanelItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a device that scans has no job. */
final class EmptyPanelCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.scanners()
                .filter(device -> at.all(PanelItem.class)
                        .noneMatch(panel -> panel.id().equals(device.id())
                                && !panel.places().isEmpty()))
                .map(device -> Finding.of("device.no-jobs", Severity.CARE, device));
    }
}
