package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a feeder takes less than a usual stack. */
final class SmallFeederCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.scanners()
                .filter(device -> at.around().abilities(device.id()).feeder())
                .filter(device -> at.around().abilities(device.id()).feederSheets() > 0)
                .filter(device -> at.around().abilities(device.id()).feederSheets() < Preflight.USUAL_PAGES)
                .map(device -> Finding.of("device.small-feeder", Severity.CARE, device)
                        .with("n", at.around().abilities(device.id()).feederSheets())
                        .with("usual", Preflight.USUAL_PAGES));
    }
}
