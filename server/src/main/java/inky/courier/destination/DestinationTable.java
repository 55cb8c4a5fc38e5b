package inky.courier.destination;

import inky.courier.connection.Probes;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import java.time.Clock;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

@Component
class DestinationTable extends RouteTable<Destination, DestinationItem> {
    DestinationTable(DestinationRepository rows, Probes probes, ApplicationEventPublisher events, Clock clock) {
        super(
                ItemKind.DESTINATION,
                DestinationItem.class,
                rows,
                id -> Destination.of(id, clock.instant()),
                probes,
                events);
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return FolderAccounts.context(id);
    }
}
