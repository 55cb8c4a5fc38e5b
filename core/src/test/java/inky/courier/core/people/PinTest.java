package inky.courier.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.Invalid;
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
}
