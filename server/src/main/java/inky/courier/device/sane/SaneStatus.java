package inky.courier.device.sane;

import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceStatus;
import inky.courier.device.DeviceTrouble;
import inky.courier.device.sane.SaneScanners.Options;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a scanner says of itself by its options; how it is, the protocol has no word for. */
@Component
class SaneStatus implements DeviceStatus {
    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.SANE;
    }

    @Override
    public Report look(DeviceAddress device) throws DeviceTrouble {
        try (SaneLine line = SaneScanners.line(device, SaneScanners.patience(false))) {
            SaneLine.Scanner scanner = SaneScanners.scanner(line);
            int handle = SaneScanners.with(() -> line.open(scanner));
            Options options = Options.of(SaneScanners.with(() -> line.options(handle)));
            line.end(handle);
            return new Report(
                    options.abilities(scanner),
                    DeviceCondition.of(3, List.of(), true),
                    DeviceSupplies.UNKNOWN,
                    DeviceSettings.UNKNOWN,
                    DeviceFirmware.UNKNOWN,
                    Optional.empty(),
                    Optional.empty(),
                    0);
        } catch (IOException e) {
            throw DeviceTrouble.of("device.line");
        }
    }
}
