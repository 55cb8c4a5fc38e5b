package inky.courier.connection;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/**
 * Lines that stay open for a moment after use: who goes the same way next need not be greeted, encrypted and signed in
 * again. A moment only, so that what changes at the far side counts at once.
 *
 * @param <K> everything that a line is opened by, secrets included
 */
public final class KeptLines<K, L extends AutoCloseable> implements AutoCloseable {
    private static final Duration KEPT = Duration.ofMillis(1_500);
    private static final int MOST_OF_A_KIND = 8;

    /** Many servers take no more than so many messages or files of one line. */
    private static final int MOST_USES = 50;

    private final Map<K, Deque<Kept<L>>> idle = new HashMap<>();
    private final ScheduledExecutorService sweeping = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "kept lines");
        thread.setDaemon(true);
        return thread;
    });

    public KeptLines() {
        sweeping.scheduleWithFixedDelay(this::closeOld, KEPT.toMillis(), KEPT.toMillis() / 2, TimeUnit.MILLISECONDS);
    }

    /** A line in use. @param uses how often it was used before */
    public record Kept<L>(L line, int uses, long since) {
        public static <L> Kept<L> fresh(L line) {
            return new Kept<>(line, 0, System.nanoTime());
        }
    }

    public synchronized Optional<Kept<L>> take(K key) {
        Deque<Kept<L>> lines = idle.get(key);
        if (lines == null) {
            return Optional.empty();
        }
        Optional<Kept<L>> line = Optional.ofNullable(lines.pollLast());
        if (lines.isEmpty()) {
            idle.remove(key);
        }
        return line;
    }

    /** Only lines on which all went well. */
    public void giveBack(K key, Kept<L> used) {
        boolean kept = false;
        synchronized (this) {
            Deque<Kept<L>> lines = idle.computeIfAbsent(key, k -> new ArrayDeque<>());
            if (used.uses + 1 < MOST_USES && lines.size() < MOST_OF_A_KIND && !sweeping.isShutdown()) {
                lines.addLast(new Kept<>(used.line, used.uses + 1, System.nanoTime()));
                kept = true;
            }
        }
        if (!kept) {
            end(used.line);
        }
    }

    private void closeOld() {
        List<L> old = new ArrayList<>();
        synchronized (this) {
            long before = System.nanoTime() - KEPT.toNanos();
            idle.values().forEach(lines -> {
                while (!lines.isEmpty() && lines.peekFirst().since - before < 0) {
                    old.add(lines.pollFirst().line);
                }
            });
            idle.values().removeIf(Deque::isEmpty);
        }
        old.forEach(KeptLines::end);
    }

    /** Ends a line of which nothing more is expected. */
    public static void end(AutoCloseable line) {
        try {
            line.close();
        } catch (Exception e) {
            // It is of no more use either way.
        }
    }

    @Override
    public void close() {
        sweeping.shutdownNow();
        List<L> all = new ArrayList<>();
        synchronized (this) {
            idle.values().forEach(lines -> lines.forEach(kept -> all.add(kept.line)));
            idle.clear();
        }
        all.forEach(KeptLines::end);
    }
}
