package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

class PageRoomTest {
    /** Twelve bytes a pixel of six tenths of the heap: 10 million pixels. */
    private static final long HEAP = 200_000_000;

    private static final long ROOM = 10_000_000;

    /** However many want however much: never more than there is, but for one that is larger than all of it, alone. */
    @Test
    void neverMoreIsOpenThanThereIsRoomFor() throws Exception {
        PageRoom room = new PageRoom(HEAP);
        AtomicLong open = new AtomicLong();
        AtomicLong most = new AtomicLong();
        ExecutorService threads = Executors.newFixedThreadPool(8);
        try {
            Random random = new Random(600);
            List<Future<?>> all = new ArrayList<>();
            for (int i = 0; i < 2_000; i++) {
                long pixels = random.nextInt(10) == 0 ? 35_000_000 : random.nextInt(6_000_000);
                long counted = Math.min(pixels, ROOM);
                all.add(threads.submit(() -> room.with(pixels, () -> {
                    most.accumulateAndGet(open.addAndGet(counted), Math::max);
                    Thread.onSpinWait();
                    return open.addAndGet(-counted);
                })));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } finally {
            threads.shutdown();
        }
        assertTrue(most.get() <= ROOM, () -> most + " pixels at once");
        assertEquals(0, open.get());
    }

    @Test
    void whatFailsGivesItsRoomBack() throws Exception {
        PageRoom room = new PageRoom(HEAP);
        for (int i = 0; i < 5; i++) {
            assertThrows(
                    IOException.class,
                    () -> room.with(ROOM, () -> {
                        throw new IOException("no page");
                    }));
        }
        assertEquals(1, room.with(2 * ROOM, () -> 1));
        assertEquals(2, new PageRoom(1).with(2 * ROOM, () -> 2));
    }
}
