package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.device.snmp.SnmpReport;
import java.time.Instant;
import java.util.Optional;

/**
 * What a device says of itself, by its own protocol and by SNMP.
 *
 * @param detailsAt when it last answered by SNMP; empty where it does not
 */
record DeviceReport(
        DeviceAbilities abilities,
        DeviceCondition condition,
        DeviceSupplies supplies,
        DeviceDetails details,
        DeviceSettings settings,
        DeviceFirmware firmware,
        Optional<Instant> detailsAt,
        Optional<String> standInUri,
        Optional<String> storageUri) {
    static DeviceReport of(DeviceStatus.Report report) {
        return new DeviceReport(
                report.abilities(),
                report.firmware().updating() ? DeviceCondition.UPDATING : report.condition(),
                report.supplies(),
                DeviceDetails.NONE,
                report.settings(),
                report.firmware(),
                Optional.empty(),
                report.standInUri(),
                report.storageUri());
    }

    /** @param isOfScanner whether what its own protocol says is known to be how it is */
    DeviceReport with(SnmpReport told, boolean isOfScanner, Instant now) {
        DeviceCondition both = told.state()
                .filter(printer -> !firmware.updating())
                .map(printer -> condition.with(printer, abilities.scans(), isOfScanner))
                .orElse(condition);
        DeviceSupplies stock = supplies.equals(DeviceSupplies.UNKNOWN) ? told.supplies() : supplies;
        return new DeviceReport(
                abilities,
                both,
                stock,
                told.details(),
                settings.or(told.settings()),
                firmware,
                Optional.of(now),
                standInUri,
                storageUri);
    }

    /** The same, with what was told before. */
    DeviceReport as(DeviceSupplies before, DeviceDetails details, DeviceSettings known, Instant detailsAt) {
        DeviceSupplies stock = supplies.equals(DeviceSupplies.UNKNOWN) ? before : supplies;
        return new DeviceReport(
                abilities,
                condition,
                stock,
                details,
                settings.or(known),
                firmware,
                Optional.of(detailsAt),
                standInUri,
                storageUri);
    }
}
