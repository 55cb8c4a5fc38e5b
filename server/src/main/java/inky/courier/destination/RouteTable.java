package inky.courier.destination;

import inky.courier.connection.Probes;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.setup.EntityTable;
import inky.courier.setup.ItemRow;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.jpa.repository.JpaRepository;

/** Items that deliveries wait for: what waits is tried again when one was changed, and what was probed goes with it. */
public abstract class RouteTable<E extends ItemRow<I>, I extends Item> extends EntityTable<E, I> {
    private final Probes probes;
    private final ApplicationEventPublisher events;

    protected RouteTable(
            ItemKind kind,
            Class<I> type,
            JpaRepository<E, UUID> rows,
            Function<UUID, E> blank,
            Probes probes,
            ApplicationEventPublisher events) {
        super(kind, type, rows, blank);
        this.probes = probes;
        this.events = events;
    }

    @Override
    protected void stored(UUID id) {
        events.publishEvent(new RouteMended(id));
    }

    @Override
    protected void removed(UUID id) {
        probes.forget(id);
    }
}
