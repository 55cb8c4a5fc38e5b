package inky.courier.device;

import inky.courier.live.NoticePlaces;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Where devices stand. */
@Component
class PlacesOfDevices implements NoticePlaces {
    private final DeviceRepository devices;

    PlacesOfDevices(DeviceRepository devices) {
        this.devices = devices;
    }

    @Override
    public String kind() {
        return "device";
    }

    @Override
    public Optional<String> placeOf(UUID id) {
        return devices.findById(id).map(device -> device.place);
    }
}
