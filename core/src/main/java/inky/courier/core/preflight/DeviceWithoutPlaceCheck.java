package inky.courier.core.preflight;

import inky.courier.core.office.DeviceItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether nobody knows where a device stands; operators who are limited to places do not see it. */
final class DeviceWithoutPlaceCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(DeviceItem.class)
                .filter(device -> device.place().isBlank())
                .map(device -> Finding.of("device.no-place", Severity.CARE, device));
    }
}
