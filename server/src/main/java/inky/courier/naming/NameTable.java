package inky.courier.naming;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.NameItem;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import org.springframework.stereotype.Component;

@Component
class NameTable extends EntityTable<Name, NameItem> {
    NameTable(NameRepository rows, Clock clock) {
        super(ItemKind.NAME, NameItem.class, rows, id -> Name.of(id, clock.instant()));
    }
}
