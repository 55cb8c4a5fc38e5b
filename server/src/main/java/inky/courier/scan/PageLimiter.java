package inky.courier.scan;

import inky.courier.core.page.PageRoom;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/**
 * How many pages are computed at once, and which first. A page that has just come from a device comes first, as many at once as there are processors,
 * however many devices scan: each takes some tens of megabytes while it is looked at. Files are made in between.
 */
@Component
public class PageLimiter {
    /** Files are made in the end, however busy the panels are. */
    private static final long LONGEST_SECONDS = 10;

    private final Semaphore places = new Semaphore(Runtime.getRuntime().availableProcessors(), true);

    /** Beside the line: what somebody waits for in front of an empty screen, and takes a moment. */
    private final Semaphore glances = new Semaphore(1, true);

    /** For a page that a person at a panel waits for. @param pixels that it has, for which there must be memory */
    <T> T compute(long pixels, PageRoom.Work<T> work) throws IOException {
        // The room first: who has a place is never waiting.
        return PageRoom.here().with(pixels, () -> in(places, work));
    }

    /** For what takes a moment and must not wait behind pages of others: one at a time. */
    <T> T glance(PageRoom.Work<T> work) throws IOException {
        return in(glances, work);
    }

    /** Whether a page would have to wait for others. */
    boolean isBusy() {
        return places.availablePermits() == 0;
    }

    private static <T> T in(Semaphore room, PageRoom.Work<T> work) throws IOException {
        try {
            room.acquire();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("the server ends");
        }
        try {
            return work.run();
        } finally {
            room.release();
        }
    }

    /** For a page that nobody stands and waits for: goes on when there is room, or in its turn. */
    public void awaitTurn() throws IOException {
        if (places.availablePermits() > 0) {
            return;
        }
        try {
            // Behind those who wait already.
            if (places.tryAcquire(LONGEST_SECONDS, TimeUnit.SECONDS)) {
                places.release();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("the server ends");
        }
    }
}
