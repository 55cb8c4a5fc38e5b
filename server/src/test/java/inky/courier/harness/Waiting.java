package inky.courier.harness;

import java.time.Duration;
import java.time.Instant;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** Waits for what other threads and processes do. */
public final class Waiting {
    private static final Duration PATIENCE = Duration.ofSeconds(120);
    private static final Duration PAUSE = Duration.ofMillis(50);

    private Waiting() {}

    public static void until(BooleanSupplier condition, String what) {
        until(condition, what, PATIENCE);
    }

    /** @param what as it is when it was waited in vain */
    public static void until(BooleanSupplier condition, Supplier<String> what) {
        until(condition, what, PATIENCE);
    }

    public static void until(BooleanSupplier condition, String what, Duration patience) {
        until(condition, () -> what, patience);
    }

    private static void until(BooleanSupplier condition, Supplier<String> what, Duration patience) {
        until(condition, what, patience, PAUSE);
    }

    /** @param pause between two looks */
    public static void until(BooleanSupplier condition, Supplier<String> what, Duration patience, Duration pause) {
        Instant end = Instant.now().plus(patience);
        while (!condition.getAsBoolean()) {
            if (Instant.now().isAfter(end)) {
                throw new AssertionError("waited in vain until " + what.get());
            }
            try {
                Thread.sleep(pause.toMillis());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }
}
