package inky.courier.device;

import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import org.springframework.stereotype.Component;

@Component
class DeviceTable extends EntityTable<Device, DeviceItem> {
    DeviceTable(DeviceRepository rows, Clock clock) {
        super(ItemKind.DEVICE, DeviceItem.class, rows, id -> Device.of(id, clock.instant()));
    }
}
