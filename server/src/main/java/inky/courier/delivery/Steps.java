package inky.courier.delivery;

import inky.courier.core.message.Message;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The log of one delivery: what happened, in order, with the far side's words. */
@Component
public class Steps implements StepLog {
    private final JdbcClient jdbc;
    private final Clock clock;

    Steps(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public record Step(Instant at, @Nullable UUID legId, Message words, String farSide) {}

    @Override
    public void add(UUID delivery, @Nullable UUID leg, Message words, String farSide) {
        jdbc.sql("insert into delivery_step (delivery_id, leg_id, at, words, far_side) values (?, ?, ?, ?, ?)")
                .params(delivery, leg, OffsetDateTime.now(clock), MessageColumn.write(words), farSide)
                .update();
    }

    public List<Step> of(UUID delivery) {
        return jdbc.sql("select at, leg_id, words, far_side from delivery_step where delivery_id = ? order by id")
                .param(delivery)
                .query((row, n) -> new Step(
                        row.getObject(1, OffsetDateTime.class).toInstant(),
                        row.getObject(2, UUID.class),
                        MessageColumn.read(row.getString(3)),
                        row.getString(4)))
                .list();
    }
}
