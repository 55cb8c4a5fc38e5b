package inky.courier.scan;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Whoever stands at a panel sees their first page though many pages of others are computed. */
@ExtendWith(SharedOffice.class)
class FirstPageTest {
    private final Office office;

    FirstPageTest(Office office) {
        this.office = office;
    }

    @Test
    void theFirstPageIsShownBeforeItIsLookedAtAndTheRestInTheirTurn() throws Exception {
        Map<String, Object> form = Office.profileForm("First page first", Map.of("skipBlank", "USUAL"), Map.of());
        form.put("sides", "TWO_LONG_EDGE");
        String profile = office.desk.post("/api/profiles", form).ok().get("id");
        office.goesTo(Map.of("profileId", profile), office.destination("Mail to me"));
        Browser guest = office.guest();
        office.device.put(Stack.CARGO_MANIFEST);
        PageLimiter limiter = office.bean(PageLimiter.class);
        CountDownLatch ends = new CountDownLatch(1);
        List<Thread> others = busy(limiter, ends);
        String scan;
        try {
            Waiting.until(limiter::isBusy, "others are computed");
            scan = office.begin(guest);
            Waiting.until(() -> seen(guest, scan).path("pages").size() == 1, "the first page is there");
            JsonNode page = seen(guest, scan).path("pages").path(0);
            String small =
                    office.panel("/scans/" + scan + "/pages/" + page.path("id").asString() + "/thumbnail");
            assertThat(guest.get(small).ok().text()).contains("JFIF");
            assertThat(seen(guest, scan).path("state").asString()).isEqualTo("SCANNING");
        } finally {
            ends.countDown();
            for (Thread other : others) {
                other.join();
            }
        }
        office.waitForScan(guest, scan, "COMPLETE");
        JsonNode pages = seen(guest, scan).path("pages");
        assertThat(pages).hasSize(8);
        List<String> blank = new ArrayList<>();
        pages.forEach(one -> blank.add(one.path("blankReason").asString()));
        assertThat(blank.stream().filter(reason -> !reason.isEmpty())).hasSize(2);
        assertThat(office.bean(ScanPages.class).analyses(java.util.UUID.fromString(scan)))
                .as("the first page has been looked at too")
                .hasSize(8);
    }

    private JsonNode seen(Browser guest, String scan) {
        return guest.get(office.panel("/scans/" + scan)).ok().json();
    }

    private static List<Thread> busy(PageLimiter limiter, CountDownLatch ends) {
        List<Thread> threads = new ArrayList<>();
        for (int i = 0; i < Runtime.getRuntime().availableProcessors(); i++) {
            Thread thread = new Thread(() -> {
                try {
                    limiter.compute(0, () -> {
                        try {
                            ends.await();
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        }
                        return 0;
                    });
                } catch (java.io.IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
            thread.start();
            threads.add(thread);
        }
        return threads;
    }
}
