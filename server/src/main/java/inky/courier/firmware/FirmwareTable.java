package inky.courier.firmware;

import inky.courier.core.office.FirmwareItem;
import inky.courier.core.office.ItemKind;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import org.springframework.stereotype.Component;

@Component
class FirmwareTable extends EntityTable<Firmware, FirmwareItem> {
    FirmwareTable(FirmwareRepository rows, Clock clock) {
        super(ItemKind.FIRMWARE, FirmwareItem.class, rows, id -> Firmware.of(id, clock.instant()));
    }
}
