package inky.courier.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import java.time.Duration;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PinTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "123",
                "123456789",
                "12a4",
                "1111",
                "000000",
                "1234",
                "4321",
                "345678",
                "1984",
                "2026",
                "1212",
                "474747",
                "\u0661\u0662\u0663\u0665"
            })
    void aPinThatGuessersTryFirstIsRefused(String digits) {
        assertThrows(Invalid.class, () -> new Pin(digits));
    }

    @Test
    void aMadePinIsAlwaysAllowedAndNeverPrinted() {
        Random random = new Random(63);
        for (int i = 0; i < 2000; i++) {
            Pin pin = Pin.random(6, random);
            assertEquals(6, new Pin(pin.digits()).digits().length());
            assertFalse(pin.toString().contains(pin.digits()));
        }
    }

    // The chance that one of n guesses without repetition meets one of k in N: exact for one guess, k / N
    @Test
    void theOddsOfGuessing() {
        assertEquals(86 / 1e6, Throttle.guessOdds(86, 6, 1), 1e-12);
        assertEquals(86 / 1e4, Throttle.guessOdds(86, 4, 1), 1e-12);
        assertEquals(1, Throttle.guessOdds(5000, 4, 5001), 1e-12);
        // Until a panel locks, 200 people with 6 digits: under one in a hundred
        assertTrue(Throttle.guessOdds(200, 6, Throttle.LOCK_AFTER) < 0.01);
    }

    // NIST SP 800-63B section 5.2.2: no more than 100 failures in a row on one account
    @Test
    void guessingIsSlowedAndThenLocked() {
        assertEquals(Duration.ZERO, Throttle.pauseAfter(3));
        assertEquals(Duration.ofSeconds(5), Throttle.pauseAfter(4));
        assertEquals(Duration.ofSeconds(10), Throttle.pauseAfter(5));
        Duration before = Duration.ZERO;
        for (int failures = 0; failures < 100; failures++) {
            Duration pause = Throttle.pauseAfter(failures);
            assertTrue(pause.compareTo(before) >= 0 && pause.compareTo(Duration.ofMinutes(15)) <= 0);
            before = pause;
        }
        assertTrue(Throttle.LOCK_AFTER <= 100 && Throttle.locked(Throttle.LOCK_AFTER));
        assertFalse(Throttle.locked(Throttle.LOCK_AFTER - 1));
    }
}
