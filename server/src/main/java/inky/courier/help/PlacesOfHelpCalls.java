package inky.courier.help;

import inky.courier.device.DeviceService;
import inky.courier.live.NoticePlaces;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class PlacesOfHelpCalls implements NoticePlaces {
    private final HelpCallRepository calls;
    private final DeviceService devices;

    PlacesOfHelpCalls(HelpCallRepository calls, DeviceService devices) {
        this.calls = calls;
        this.devices = devices;
    }

    @Override
    public String kind() {
        return HelpCalls.KIND;
    }

    @Override
    public Optional<String> placeOf(UUID id) {
        return calls.findById(id)
                .flatMap(call -> devices.list().stream()
                        .filter(device -> device.id().equals(call.deviceId))
                        .map(DeviceService.DeviceView::place)
                        .findFirst());
    }
}
