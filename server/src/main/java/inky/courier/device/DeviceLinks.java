package inky.courier.device;

import inky.courier.core.fleet.DeviceProtocol;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The links there are: for each protocol what it can do. A device says by which it is reached. */
@Component
public class DeviceLinks {
    private final Map<DeviceProtocol, DeviceStatus> statuses;
    private final Map<DeviceProtocol, DeviceScanner> scanners;
    private final Map<DeviceProtocol, DevicePrinter> printers;

    private final Map<DeviceProtocol, DeviceSetter> setters;
    private final Map<DeviceProtocol, DeviceUpdater> updaters;

    DeviceLinks(
            List<DeviceStatus> statuses,
            List<DeviceScanner> scanners,
            List<DevicePrinter> printers,
            List<DeviceSetter> setters,
            List<DeviceUpdater> updaters) {
        this.updaters = byProtocol(updaters);
        this.setters = byProtocol(setters);
        this.statuses = byProtocol(statuses);
        this.scanners = byProtocol(scanners);
        this.printers = byProtocol(printers);
    }

    private static <L extends DeviceLink> Map<DeviceProtocol, L> byProtocol(List<L> links) {
        Map<DeviceProtocol, L> found = new EnumMap<>(DeviceProtocol.class);
        for (L link : links) {
            if (found.put(link.protocol(), link) != null) {
                throw new IllegalStateException("two links for " + link.protocol());
            }
        }
        return found;
    }

    /** @throws DeviceTrouble when devices of this protocol are not asked */
    public DeviceStatus status(DeviceAddress device) throws DeviceTrouble {
        return able(statuses.get(device.protocol()));
    }

    /** @throws DeviceTrouble when devices of this protocol do not scan for us */
    public DeviceScanner scanner(DeviceAddress device) throws DeviceTrouble {
        return able(scanners.get(device.protocol()));
    }

    /** @throws DeviceTrouble when devices of this protocol do not print for us */
    public DevicePrinter printer(DeviceAddress device) throws DeviceTrouble {
        return able(printers.get(device.protocol()));
    }

    /** @throws DeviceTrouble when devices of this protocol are set by hand alone */
    public DeviceSetter setter(DeviceAddress device) throws DeviceTrouble {
        return able(setters.get(device.protocol()));
    }

    /** @throws DeviceTrouble when the firmware of devices of this protocol is not updated from here */
    public DeviceUpdater updater(DeviceAddress device) throws DeviceTrouble {
        return able(updaters.get(device.protocol()));
    }

    private static <L> L able(L link) throws DeviceTrouble {
        return Optional.ofNullable(link).orElseThrow(() -> DeviceTrouble.of("device.cannot"));
    }
}
