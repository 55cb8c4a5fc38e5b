package inky.courier.live;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.live.Live.Notice;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyEmitter.DataWithMediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** A browser that does not read what it asked for. */
class ListenerTest {
    private static final int MANY = 5_000;
    private static final Live.Owner OWNER = new Live.Owner("", () -> true);

    private final ExecutorService threads = Executors.newFixedThreadPool(2);

    @AfterEach
    void end() {
        threads.shutdownNow();
    }

    /** Takes nothing until it is told to, as when the buffers of the line are full. */
    private static final class Reading extends SseEmitter {
        private final CountDownLatch mayRead;
        private final List<String> read = new CopyOnWriteArrayList<>();

        Reading(CountDownLatch mayRead) {
            super(0L);
            this.mayRead = mayRead;
        }

        @Override
        public void send(SseEventBuilder event) throws IOException {
            try {
                mayRead.await();
            } catch (InterruptedException e) {
                throw new IOException(e);
            }
            Set<DataWithMediaType> parts = event.build();
            read.add(parts.stream().map(part -> String.valueOf(part.getData())).collect(Collectors.joining()));
        }

        boolean hasRead(String words) {
            return read.stream().anyMatch(event -> event.contains(words));
        }
    }

    @Test
    void holdsUpNobodyElseCostsABoundedQueueAndIsToldToAskEverythingAnew() throws Exception {
        CountDownLatch never = new CountDownLatch(1);
        Reading deaf = new Reading(never);
        Reading reads = new Reading(new CountDownLatch(0));
        Listener one = new Listener(deaf, OWNER, notice -> true, threads, () -> {});
        Listener other = new Listener(reads, OWNER, notice -> true, threads, () -> {});
        one.beat();
        other.beat();
        await(() -> reads.hasRead("ready"));

        UUID last = UUID.randomUUID();
        for (int i = 0; i < MANY; i++) {
            one.hear(new Notice("delivery", UUID.randomUUID(), null));
        }
        other.hear(new Notice("delivery", last, null));
        await(() -> reads.hasRead(last.toString()));
        assertThat(deaf.read).isEmpty();

        never.countDown();
        await(() -> deaf.read.stream().filter(event -> event.contains("ready")).count() == 2);
        assertThat(deaf.read).as("no more than a queue holds").hasSizeLessThan(300);
    }

    private static void await(java.util.function.BooleanSupplier condition) throws InterruptedException {
        for (int i = 0; i < 500 && !condition.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(10);
        }
        assertThat(condition.getAsBoolean()).isTrue();
    }
}
