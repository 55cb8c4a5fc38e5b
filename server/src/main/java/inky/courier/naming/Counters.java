package inky.courier.naming;

import inky.courier.core.naming.NameValues.CounterScope;
import java.time.LocalDate;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Numbers that count up in file names, without a gap: a number is used only when its transaction commits. */
@Component
public class Counters {
    private final JdbcClient jdbc;

    Counters(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** The next number of a scope, 1 at first. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long next(CounterScope scope, LocalDate day, UUID job, UUID device) {
        String key = switch (scope) {
            case ALL -> "all";
            case DAY -> "day:" + day;
            case JOB -> "job:" + job;
            case DEVICE -> "device:" + device;
        };
        return jdbc.sql("insert into name_counter (scope, value) values (?, 1) "
                        + "on conflict (scope) do update set value = name_counter.value + 1 returning value")
                .param(key)
                .query(Long.class)
                .single();
    }
}
