package inky.courier.naming;

import inky.courier.core.naming.CounterScope;
import inky.courier.core.naming.NameValues;
import jakarta.annotation.Nullable;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Numbers that count up in file names, without a gap: a number is used only when its transaction commits. */
@Component
public class Counters {
    private final JdbcClient jdbc;

    Counters(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** @param device null where the scan came from none */
    public record Of(LocalDate day, UUID job, @Nullable UUID device, UUID person, String place) {
        /** What keeps the numbers of one scope apart from all others. */
        String key(CounterScope scope) {
            String owner = switch (scope.per()) {
                case OFFICE -> "";
                case JOB -> "job:" + job;
                case DEVICE -> "device:" + device;
                case PERSON -> "person:" + person;
                case PLACE -> "place:" + place.toLowerCase(Locale.ROOT);
            };
            String period = switch (scope.period()) {
                case EVER -> "";
                case DAY -> "day:" + day;
                case MONTH -> "month:" + YearMonth.from(day);
                case YEAR -> "year:" + day.getYear();
            };
            String key = (owner + " " + period).strip();
            return key.isEmpty() ? "all" : key;
        }
    }

    /** Numbers for one scan. @param seed of its random letters */
    public NameValues.Numbers of(Of scan, long seed) {
        return new NameValues.Numbers() {
            @Override
            public long next(CounterScope scope) {
                return Counters.this.next(scan.key(scope));
            }

            @Override
            public String random(int length) {
                return NameValues.Numbers.letters(length, seed);
            }
        };
    }

    /** The numbers that a scan would get if it were named now; none is used up. @param seed of its random letters */
    public NameValues.Numbers ahead(Of scan, long seed) {
        Map<String, Long> seen = new HashMap<>();
        return new NameValues.Numbers() {
            @Override
            public long next(CounterScope scope) {
                return seen.compute(scan.key(scope), (key, before) -> 1 + (before == null ? last(key) : before));
            }

            @Override
            public String random(int length) {
                return NameValues.Numbers.letters(length, seed);
            }
        };
    }

    private long last(String key) {
        return jdbc.sql("select value from name_counter where scope = ?")
                .param(key)
                .query(Long.class)
                .optional()
                .orElse(0L);
    }

    /**
     * The next number of a scope, 1 at first. Whoever takes one holds the row until their transaction ends, so two never get the
     * same, and one that is rolled back was not used.
     */
    private long next(String key) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("a number is used up in a transaction only");
        }
        return jdbc.sql("insert into name_counter (scope, value) values (?, 1) "
                        + "on conflict (scope) do update set value = name_counter.value + 1 returning value")
                .param(key)
                .query(Long.class)
                .single();
    }
}
