package inky.courier.device.snmp;

import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.PrinterMib;
import java.util.Optional;

/** What a device tells by SNMP. @param state of its printer; empty where it tells of none */
public record SnmpReport(
        Optional<PrinterMib.State> state, DeviceSupplies supplies, DeviceDetails details, DeviceSettings settings) {}
