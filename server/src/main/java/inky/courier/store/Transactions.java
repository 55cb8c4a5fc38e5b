package inky.courier.store;

import java.time.Duration;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.core.retry.RetryPolicy;
import org.springframework.core.retry.RetryTemplate;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The application's transactions. PostgreSQL ends one of two that wait for each other (SQLSTATE 40P01) and expects the
 * application to begin it again; that happens here, so what is done in one must bear being done anew.
 */
@Component
public class Transactions extends TransactionTemplate {
    private static final int AGAIN = 5;

    private final transient RetryTemplate retries = new RetryTemplate(RetryPolicy.builder()
            .predicate(DatabaseTrouble::isChosenToEnd)
            .maxRetries(AGAIN)
            .delay(Duration.ofMillis(10))
            .jitter(Duration.ofMillis(10))
            .multiplier(2)
            .build());

    private final transient RetryTemplate persistence = new RetryTemplate(RetryPolicy.builder()
            .includes(DataAccessException.class, TransactionException.class)
            .timeout(Duration.ofSeconds(30))
            .maxRetries(Long.MAX_VALUE)
            .delay(Duration.ofMillis(100))
            .multiplier(2)
            .maxDelay(Duration.ofSeconds(2))
            .build());

    Transactions(PlatformTransactionManager manager) {
        super(manager);
    }

    @Override
    public <T> @Nullable T execute(TransactionCallback<T> action) {
        boolean begins = !TransactionSynchronizationManager.isActualTransactionActive();
        return begins ? retries.invoke(() -> super.execute(action)) : super.execute(action);
    }

    /**
     * One transaction, tried again for half a minute while the database does not take it: for what cannot be had a second
     * time, as the word of a far side or a page that has left the device.
     */
    public <T> @Nullable T persistently(Supplier<T> work) {
        return persistence.invoke(() -> execute(status -> work.get()));
    }
}
