package inky.courier.core.page;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.concurrent.Semaphore;

/**
 * The memory that pages have which are open at once, whoever opens them: a few at 200 dpi, one of A4 in colour at 600 dpi. Whoever opens
 * the next one waits, in turn, instead of having all of them fail. Never taken twice by one thread.
 */
public final class PageRoom {
    /** The heap's that pages may have; the rest is everything else's. */
    private static final double SHARE = 0.6;

    private static final int PIXELS_A_PERMIT = 1_000;

    private static final PageRoom HERE = new PageRoom(Runtime.getRuntime().maxMemory());

    private final int permits;
    private final Semaphore free;

    PageRoom(long heap) {
        permits = (int) Math.max(
                1, Math.min(Integer.MAX_VALUE, permits((long) (heap * SHARE) / PixelLimit.BYTES_A_PIXEL)));
        free = new Semaphore(permits, true);
    }

    /** What needs the room. */
    public interface Work<T> {
        T run() throws IOException;
    }

    /** That of this process. */
    public static PageRoom here() {
        return HERE;
    }

    /**
     * Does something with so much open.
     *
     * @param pixels of all pages that it opens; what is larger than all the room has it alone; 0 for what is not known
     */
    public <T> T with(long pixels, Work<T> work) throws IOException {
        int wanted = (int) Math.min(permits, permits(pixels));
        try {
            free.acquire(wanted);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("the server ends");
        }
        try {
            return work.run();
        } finally {
            free.release(wanted);
        }
    }

    private static long permits(long pixels) {
        return (pixels + PIXELS_A_PERMIT - 1) / PIXELS_A_PERMIT;
    }
}
