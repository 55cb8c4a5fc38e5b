package inky.courier.delivery;

import java.util.UUID;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whoever starts Courier again has usually mended its machine: what could not be made there is tried again at once. */
@Component
class AfterStart {
    private final JdbcClient jdbc;
    private final Deliveries deliveries;

    AfterStart(JdbcClient jdbc, Deliveries deliveries) {
        this.jdbc = jdbc;
        this.deliveries = deliveries;
    }

    @EventListener(ApplicationReadyEvent.class)
    void tryAgain() {
        jdbc.sql(
                        "select id from delivery where made_revision <> wanted_revision and making_failures > 0 and making_next is not null order by number")
                .query(UUID.class)
                .list()
                .forEach(id -> deliveries.changeIfThere(id, change -> {
                    if (change.delivery().makingDue().isPresent()) {
                        change.making(change.delivery().making().soon(change.now()));
                    }
                    return true;
                }));
    }
}
