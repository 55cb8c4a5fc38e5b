package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.message.Message;
import inky.courier.device.snmp.SnmpReader;
import inky.courier.device.snmp.SnmpReport;
import inky.courier.settings.SettingsSecret;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Asks a device by SNMP in a way that may not have been saved yet. */
@Component
class SnmpTrials {
    private final DeviceService devices;
    private final SnmpReader snmp;

    SnmpTrials(DeviceService devices, SnmpReader snmp) {
        this.devices = devices;
        this.snmp = snmp;
    }

    /** @param secrets those that are missing are the ones that are kept */
    record SnmpForm(@Nullable SnmpAccess access, @Nullable Map<SettingsSecret, String> secrets) {}

    /** What a device told by SNMP, or why it did not. @param printer whether it tells how its printer is */
    record SnmpTrial(
            boolean answers,
            Message trouble,
            Message remedy,
            DeviceDetails details,
            boolean printer,
            DeviceSupplies supplies) {}

    SnmpTrial ask(UUID device, SnmpForm form) {
        SnmpAccess access = Objects.requireNonNullElse(form.access, SnmpAccess.OFF);
        if (!access.asks()) {
            throw Invalid.of("settings.snmp-version", "snmp.version");
        }
        List<Problem> problems = access.problems();
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        String host = devices.addressOf(devices.get(device).id()).host();
        try {
            SnmpReport report = snmp.ask(host, access, Objects.requireNonNullElse(form.secrets, Map.of()));
            return new SnmpTrial(
                    true,
                    Message.none(),
                    Message.none(),
                    report.details(),
                    report.state().isPresent(),
                    report.supplies());
        } catch (DeviceTrouble e) {
            return new SnmpTrial(false, e.sentence(), e.remedy(), DeviceDetails.NONE, false, DeviceSupplies.UNKNOWN);
        }
    }
}
