package inky.courier.drift;

import inky.courier.core.fleet.DeviceDrift;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.settings.Settings;
import inky.courier.setup.SetUp;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What the set-up wants devices to keep. */
@Component
class WantedSettings {
    private final SetUp setUp;
    private final Settings settings;

    WantedSettings(SetUp setUp, Settings settings) {
        this.setUp = setUp;
        this.settings = settings;
    }

    /** Of panels that have none of their own, as a tag of BCP 47. */
    String language() {
        return settings.read().languageOf("").toLanguageTag();
    }

    static Optional<DeviceItem> item(Office office, UUID id) {
        return office.find(new Reference(ItemKind.DEVICE, id)).map(DeviceItem.class::cast);
    }

    /** All that is watched at a device, against what it says. */
    List<DeviceDrift> against(DeviceView device) {
        return DeviceDrift.between(
                item(setUp.office(), device.id())
                        .map(item -> item.wantedThere(language()))
                        .orElse(Map.of()),
                device.settings());
    }
}
