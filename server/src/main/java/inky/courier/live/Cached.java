package inky.courier.live;

import java.sql.Connection;
import java.time.Duration;
import java.util.Set;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Something that is read often and changes seldom, kept in memory until a notice tells that it has changed, here or in another
 * instance. Whoever is about to write reads it anew; and so does everybody while no notices come.
 */
public final class Cached<T> {
    /** What changes without a notice, as the time since something was seen, is no older than this. */
    private static final Duration LONGEST = Duration.ofSeconds(15);

    private final Live live;
    private final Supplier<T> reading;
    private final long longest;
    private final Set<String> kinds;
    private volatile Reading<T> last;

    /** @param kinds of notices that tell of a change */
    public Cached(Live live, Supplier<T> reading, String... kinds) {
        this(live, reading, LONGEST.toNanos(), kinds);
    }

    private Cached(Live live, Supplier<T> reading, long longest, String... kinds) {
        this.live = live;
        this.reading = reading;
        this.longest = longest;
        this.kinds = Set.of(kinds);
    }

    /** Of what changes with a notice only, and takes long to read: kept until one comes. */
    public static <T> Cached<T> untilTold(Live live, Supplier<T> reading, String... kinds) {
        return new Cached<>(live, reading, Long.MAX_VALUE, kinds);
    }

    private record Reading<T>(T value, long changes, long at) {}

    public T get() {
        if (isWriting() || isOfThePast() || !live.hears()) {
            return reading.get();
        }
        Reading<T> known = last;
        return isFresh(known) ? known.value : readOnce();
    }

    /** Whoever comes in the meantime waits for the one who reads. */
    private synchronized T readOnce() {
        Reading<T> known = last;
        if (isFresh(known)) {
            return known.value;
        }
        // Noted before it is read: what changes in between is read again.
        long changes = live.changesOf(kinds);
        last = new Reading<>(reading.get(), changes, System.nanoTime());
        return last.value;
    }

    private boolean isFresh(Reading<T> known) {
        return known != null && known.changes == live.changesOf(kinds) && System.nanoTime() - known.at < longest;
    }

    /** Whether this transaction sees what was there when it began: what it reads may have changed, and the notice of it come already. */
    private static boolean isOfThePast() {
        Integer isolation = TransactionSynchronizationManager.getCurrentTransactionIsolationLevel();
        return isolation != null && isolation > Connection.TRANSACTION_READ_COMMITTED;
    }

    /** Whether this is a transaction that writes, which has to see what it wrote itself. */
    public static boolean isWriting() {
        return TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    }
}
