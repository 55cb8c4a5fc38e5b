package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.message.Message;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A device that only sends: there is nothing to ask, and what it is known by is where its mail comes from. */
@Component
class SendingDevice implements DeviceStatus {
    private static final Report REPORT = new Report(
            DeviceAbilities.SENDS,
            new DeviceCondition(DeviceCondition.State.READY, Message.of("device.sends")),
            DeviceSupplies.UNKNOWN,
            DeviceSettings.UNKNOWN,
            DeviceFirmware.UNKNOWN,
            Optional.empty(),
            Optional.empty(),
            0);

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.MAIL;
    }

    @Override
    public Report look(DeviceAddress device) {
        return REPORT;
    }
}
