package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceProtocol;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Finds out by which protocol the device at an address is reached. */
@Component
class DeviceFinder {
    private final DeviceLinks links;
    private final int usualPort;

    DeviceFinder(DeviceLinks links, @Value("${courier.device-port}") int usualPort) {
        this.links = links;
        this.usualPort = usualPort;
    }

    record Found(DeviceAddress address, DeviceStatus.Report report) {}

    /**
     * @param protocol empty to find it out
     * @throws Invalid when there is no device, with what comes nearest to one
     */
    Found find(String address, Optional<DeviceProtocol> protocol) {
        Optional<DeviceTrouble> nearest = Optional.empty();
        for (DeviceAddress candidate : DeviceAddress.candidates(address, usualPort, protocol)) {
            try {
                return new Found(candidate, links.status(candidate).look(candidate));
            } catch (DeviceTrouble trouble) {
                // That something answers says more than that elsewhere nothing does.
                nearest = nearest.filter(other -> !other.neverReached() || trouble.neverReached())
                        .or(() -> Optional.of(trouble));
            }
        }
        DeviceTrouble trouble = nearest.map(found -> told(found, protocol)).orElseThrow();
        throw new Invalid(trouble.code(), "address", trouble.sentence(), trouble.remedy());
    }

    /** Where every protocol was tried, it is not one that is missing. */
    private static DeviceTrouble told(DeviceTrouble trouble, Optional<DeviceProtocol> protocol) {
        return protocol.isEmpty() && trouble.code().equals(IppClient.NOT_IPP)
                ? DeviceTrouble.of("device.no-protocol")
                : trouble;
    }

    String shown(String host, int port) {
        return port == usualPort ? host : host + ":" + port;
    }
}
