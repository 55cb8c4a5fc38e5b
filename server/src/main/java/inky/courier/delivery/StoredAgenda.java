package inky.courier.delivery;

import inky.courier.queue.Queue;
import java.time.Clock;
import java.time.Instant;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** The agenda as tasks in PostgreSQL. */
@Component
class StoredAgenda implements Agenda {
    private final Queue queue;
    private final Clock clock;

    StoredAgenda(Queue queue, Clock clock) {
        this.queue = queue;
        this.clock = clock;
    }

    @Override
    public void making(UUID delivery, Instant at) {
        queue.addAt(DeliveryTasks.PREPARE, delivery, at);
    }

    @Override
    public void carrying(UUID route, int clerks, Instant at) {
        queue.addLane(DeliveryTasks.SERVE, route, clerks, at);
    }

    @Override
    public void asking(UUID route, Instant at) {
        queue.addAt(DeliveryTasks.ASK, route, at);
    }

    @Override
    public void releasing(UUID route) {
        queue.add(DeliveryTasks.RELEASE, route);
    }

    @Override
    public void telling(UUID delivery) {
        queue.addAt(DeliveryTasks.NOTIFY, delivery, clock.instant());
    }
}
