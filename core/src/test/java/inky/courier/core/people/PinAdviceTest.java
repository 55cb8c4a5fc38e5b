package inky.courier.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.core.people.PanelSignIn.Way;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PinAdviceTest {
    private static final Duration DAY = Duration.ofDays(1);

    // The birthday problem: 23 people, 365 days (R. von Mises 1939; from memory)
    @Test
    void twoOfSomeWouldHaveTheSame() {
        assertEquals(0.5073, GuessOdds.shared(23, 365), 0.00005);
        assertEquals(0, GuessOdds.shared(1, 365));
        assertEquals(1, GuessOdds.shared(366, 365));
    }

    // Against an attacker who does it: draws PINs without repetition, as many as a day lets through
    @ParameterizedTest
    @CsvSource({"200, 4", "2000, 4", "5000, 5"})
    void theOddsAreWhatAnAttackerHas(int people, int length) {
        PinAdvice advice = PinAdvice.of(people, 40);
        PinAdvice.OfLength said = advice.lengths().get(length - Pin.SHORTEST);
        int guesses = PinAdvice.guesses(40, DAY);
        Random random = new Random(people + length);
        int days = 4000;
        int opened = 0;
        for (int day = 0; day < days; day++) {
            opened += opens(people, said.possible(), guesses, random) ? 1 : 0;
        }
        double sigma =
                Math.sqrt(said.allDevices().inADay() * (1 - said.allDevices().inADay()) / days);
        assertEquals(said.allDevices().inADay(), opened / (double) days, 4 * sigma + 1e-9);
    }

    /** Which PINs people have is as good as which the attacker asks: either is by chance. */
    private static boolean opens(int people, int possible, int guesses, Random random) {
        Set<Integer> asked = new HashSet<>();
        while (asked.size() < guesses) {
            int guess = random.nextInt(possible);
            if (asked.add(guess) && guess < people) {
                return true;
            }
        }
        return false;
    }

    @Test
    void longerIsSaferAndMorePeopleAreNot() {
        PinAdvice few = PinAdvice.of(100, 10);
        PinAdvice many = PinAdvice.of(5000, 10);
        for (int i = 0; i < few.lengths().size(); i++) {
            PinAdvice.OfLength one = few.lengths().get(i);
            assertTrue(one.allDevices().inAYear() >= one.oneDevice().inAYear());
            assertTrue(one.oneDevice().inAYear() >= one.oneDevice().inADay());
            assertTrue(many.lengths().get(i).allDevices().inADay()
                    >= one.allDevices().inADay());
            assertTrue(i == 0
                    || few.lengths().get(i - 1).allDevices().inAYear()
                            >= one.allDevices().inAYear());
        }
        int shortest = few.shortest(0.05).orElseThrow();
        assertTrue(few.lengths().get(shortest - Pin.SHORTEST).allDevices().inAYear() <= 0.05);
        assertTrue(shortest == Pin.SHORTEST
                || few.lengths().get(shortest - Pin.SHORTEST - 1).allDevices().inAYear() > 0.05);
        assertEquals(OptionalInt.empty(), many.shortest(1e-9));
        assertEquals(0, PinAdvice.of(0, 10).lengths().get(0).allDevices().inAYear());
    }

    @Test
    void whoNeedsAnotherPin() {
        Instant now = Instant.parse("2026-11-28T09:00:00Z");
        PanelSignIn rules = new PanelSignIn(Way.PIN, 6, false, true, 90, false, false);
        Optional<Instant> lately = Optional.of(now.minus(Duration.ofDays(10)));
        assertEquals(Optional.of(Replace.FIRST), rules.replaced(6, true, lately, now));
        assertEquals(Optional.of(Replace.TOO_SHORT), rules.replaced(5, false, lately, now));
        assertEquals(Optional.empty(), rules.replaced(6, false, lately, now));
        assertEquals(Optional.empty(), rules.replaced(8, false, Optional.empty(), now), "not known when");
        Optional<Instant> longAgo = Optional.of(now.minus(Duration.ofDays(91)));
        assertEquals(Optional.of(Replace.TOO_OLD), rules.replaced(6, false, longAgo, now));
        assertEquals(Optional.empty(), PanelSignIn.USUAL.replaced(6, true, longAgo, now));
    }
}
