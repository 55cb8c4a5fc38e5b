package inky.courier.core.document;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Does the same to many pages on several cores and hands the results over in their order. Only a few are held at a time,
 * so memory does not grow with the number of pages.
 */
public final class InOrder {
    private InOrder() {}

    /** What is done to one page. */
    public interface Work<A, B> {
        B apply(A page) throws IOException;
    }

    /** Where results go, in order, one after the other. */
    public interface Taker<B> {
        void accept(B result) throws IOException;
    }

    /** @param cores how many at a time, 1 or more */
    public static <A, B> void forEach(Iterable<A> pages, int cores, Work<A, B> work, Taker<B> taker)
            throws IOException {
        ExecutorService threads = Executors.newFixedThreadPool(cores, task -> new Thread(task, "page"));
        try {
            Deque<Future<B>> ahead = new ArrayDeque<>();
            for (A page : pages) {
                ahead.add(threads.submit(() -> work.apply(page)));
                if (ahead.size() > cores) {
                    taker.accept(result(ahead.remove()));
                }
            }
            while (!ahead.isEmpty()) {
                taker.accept(result(ahead.remove()));
            }
        } finally {
            threads.shutdownNow();
        }
    }

    private static <B> B result(Future<B> future) throws IOException {
        try {
            return future.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof IOException io) {
                throw io;
            }
            if (e.getCause() instanceof RuntimeException problem) {
                throw problem;
            }
            throw new IllegalStateException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }
}
