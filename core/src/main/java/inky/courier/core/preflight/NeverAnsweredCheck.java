package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a device has never said what it can do. */
final class NeverAnsweredCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(DeviceItem.class)
                .filter(device -> at.around().abilities(device.id()).equals(DeviceAbilities.UNKNOWN))
                .map(device -> Finding.of("device.never-answered", Severity.STOPS, device));
    }
}
