package inky.courier.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import java.util.Random;
import java.util.Set;
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
                // Birthdays in each order, and what is pressed along a line of the keypad
                "3112",
                "0229",
                "240658",
                "580624",
                "062458",
                "198406",
                "24061958",
                "19580624",
                "123123",
                "890123",
                "2580",
                "147258",
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

    /** The rules say which are weak, and how many: told one by one they are the same. */
    @ParameterizedTest
    @ValueSource(ints = {4, 5})
    void howManyThereAreIsCountedByTryingAll(int length) {
        int possible = 0;
        Set<String> weak = WeakPin.all(length);
        for (int i = 0; i < Math.pow(10, length); i++) {
            String digits = digits(i, length);
            boolean isWeak = WeakPin.of(digits).isPresent();
            assertEquals(weak.contains(digits), isWeak, digits);
            possible += isWeak ? 0 : 1;
        }
        assertEquals(possible, WeakPin.possible(length));
    }

    @ParameterizedTest
    @ValueSource(ints = {6, 8})
    void ofLongOnesEachThatIsSaidToBeWeakIs(int length) {
        Set<String> weak = WeakPin.all(length);
        weak.forEach(digits -> assertTrue(WeakPin.of(digits).isPresent(), digits));
        int all = (int) Math.pow(10, length);
        assertEquals(all - weak.size(), WeakPin.possible(length));
        Random random = new Random(length);
        for (int i = 0; i < 100_000; i++) {
            String digits = digits(random.nextInt(all), length);
            assertEquals(weak.contains(digits), WeakPin.of(digits).isPresent(), digits);
        }
    }

    private static String digits(int number, int length) {
        String shown = Integer.toString(number);
        return "0".repeat(length - shown.length()) + shown;
    }
}
