package inky.courier.rehearsal;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Component;

/**
 * Rehearsals under way. They never take the cores from real scans: one at a time, the others wait; and a change at a desk ends
 * what was still being made for the state before.
 */
@Component
class Runs {
    private final Semaphore oneAtATime = new Semaphore(1, true);
    private final Map<UUID, Run> newest = new ConcurrentHashMap<>();

    /** One that may be out of date before it is done. */
    final class Run implements AutoCloseable {
        private final UUID desk;

        private Run(UUID desk) {
            this.desk = desk;
        }

        /** @throws OutOfDate when a later one was begun at the same desk */
        void goOn() {
            if (newest.get(desk) != this) {
                throw new OutOfDate();
            }
        }

        @Override
        public void close() {
            newest.remove(desk, this);
            oneAtATime.release();
        }
    }

    /** Nobody waits for it any more. */
    static final class OutOfDate extends RuntimeException {
        OutOfDate() {
            super("a later rehearsal was begun", null, false, false);
        }
    }

    /** Waits for its turn. @param desk where a later one replaces it */
    Run begin(UUID desk) {
        Run run = new Run(desk);
        newest.put(desk, run);
        oneAtATime.acquireUninterruptibly();
        try {
            run.goOn();
            return run;
        } catch (OutOfDate outOfDate) {
            run.close();
            throw outOfDate;
        }
    }
}
