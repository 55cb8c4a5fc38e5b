package inky.courier.device;

import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class DeviceTable extends EntityTable<Device, DeviceItem> {
    static final String PASSWORD = "password";

    DeviceTable(DeviceRepository rows, Clock clock) {
        super(ItemKind.DEVICE, DeviceItem.class, rows, id -> Device.of(id, clock.instant()));
    }

    static String secretContext(UUID id) {
        return "device:" + id;
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return secretContext(id);
    }
}
