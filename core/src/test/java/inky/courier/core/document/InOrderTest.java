package inky.courier.core.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class InOrderTest {
    private static final List<Integer> PAGES =
            IntStream.rangeClosed(1, 200).boxed().toList();

    @Test
    void pagesStayInTheirOrderAndFewAreHeld() throws IOException {
        AtomicInteger held = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        List<Integer> taken = new ArrayList<>();
        InOrder.forEach(
                PAGES,
                3,
                page -> {
                    most.accumulateAndGet(held.incrementAndGet(), Math::max);
                    return page;
                },
                page -> {
                    held.decrementAndGet();
                    taken.add(page);
                });
        assertEquals(PAGES, taken);
        assertTrue(most.get() <= 5, "held " + most);
    }

    @Test
    void aPageThatCannotBeReadEndsIt() {
        List<Integer> taken = new ArrayList<>();
        IOException failed = assertThrows(
                IOException.class,
                () -> InOrder.forEach(
                        PAGES,
                        2,
                        page -> {
                            if (page == 7) {
                                throw new IOException("page 7");
                            }
                            return page;
                        },
                        taken::add));
        assertEquals("page 7", failed.getMessage());
        assertEquals(List.of(1, 2, 3, 4, 5, 6), taken);
    }
}
