package inky.courier.device.escl;

import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceStatus;
import inky.courier.device.DeviceTrouble;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a scanner says of itself by ScannerCapabilities and ScannerStatus. */
@Component
class EsclStatus implements DeviceStatus {
    private final EsclClient client;

    EsclStatus(EsclClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.ESCL;
    }

    @Override
    public Report look(DeviceAddress device) throws DeviceTrouble {
        EsclCapabilities capabilities = client.capabilities(device);
        EsclState state = client.state(device);
        return new Report(
                capabilities.abilities(),
                state.condition(),
                DeviceSupplies.UNKNOWN,
                new DeviceSettings(Map.of(), List.of(), device.ownPage(capabilities.adminPage())),
                DeviceFirmware.UNKNOWN,
                Optional.empty(),
                Optional.empty(),
                state.isFeederLoaded() ? 1 : 0);
    }
}
