package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.LocalTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LookPauseTest {
    @ParameterizedTest
    @CsvSource({
        // unanswered, in use, clock, seconds
        "0, false, 10:00, 30",
        "0, true, 10:00, 10",
        "0, true, 23:00, 10",
        "0, false, 20:59, 30",
        "0, false, 21:00, 120",
        "0, false, 05:59, 120",
        "0, false, 06:00, 30",
        "1, false, 10:00, 30",
        "2, false, 10:00, 60",
        "5, false, 10:00, 480",
        "6, false, 10:00, 600",
        "2000000000, false, 03:00, 600",
        "4, true, 10:00, 10"
    })
    void pauses(int unanswered, boolean inUse, LocalTime clock, long seconds) {
        Duration middle = LookPause.after(unanswered, inUse, clock, 0.5);
        assertEquals(Duration.ofSeconds(seconds), middle);
        assertTrue(LookPause.after(unanswered, inUse, clock, 0).compareTo(middle) < 0);
        assertEquals(
                seconds * 1100, LookPause.after(unanswered, inUse, clock, 1).toMillis());
    }
}
