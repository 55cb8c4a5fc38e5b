package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import java.util.Optional;

/** Asks a device what it can, and how it is. */
public interface DeviceStatus extends DeviceLink {
    /**
     * What a device says of itself.
     *
     * @param supplies {@link DeviceSupplies#UNKNOWN} where its protocol does not tell them
     * @param settings {@link DeviceSettings#UNKNOWN} where its protocol does not tell them
     * @param firmware {@link DeviceFirmware#UNKNOWN} where its protocol does not tell it
     * @param storageUri below which its stick and its shelf are reached by WebDAV
     */
    record Report(
            DeviceAbilities abilities,
            DeviceCondition condition,
            DeviceSupplies supplies,
            DeviceSettings settings,
            DeviceFirmware firmware,
            Optional<String> standInUri,
            Optional<String> storageUri,
            int sheetsInFeeder) {}

    Report look(DeviceAddress device) throws DeviceTrouble;
}
