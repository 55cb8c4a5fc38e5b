package inky.courier.connection;

import java.time.Duration;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;

/**
 * The end of a conversation as a whole. A far side that says a byte now and then outlives every limit of a single answer;
 * when this time is over its line is closed, and whoever reads or writes there is told that it broke.
 */
public final class Deadline implements AutoCloseable {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor(Deadline::daemon);

    /** Closing can wait for the far side too. */
    private static final ExecutorService CLOSERS = Executors.newCachedThreadPool(Deadline::daemon);

    private final ScheduledFuture<?> end;

    private Deadline(ScheduledFuture<?> end) {
        this.end = end;
    }

    /** @param line is closed when the time is over before this deadline is closed */
    public static Deadline of(Duration time, AutoCloseable line) {
        return new Deadline(CLOCK.schedule(
                () -> CLOSERS.execute(() -> KeptLines.end(line)), time.toMillis(), TimeUnit.MILLISECONDS));
    }

    private static Thread daemon(Runnable task) {
        Thread thread = new Thread(task, "deadlines");
        thread.setDaemon(true);
        return thread;
    }

    @Override
    public void close() {
        end.cancel(false);
    }
}
