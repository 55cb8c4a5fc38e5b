package inky.courier.core.people;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/**
 * What a guesser can do against PINs that were given by chance, as the sign-in at panels allows it: one who never rests, asks no
 * PIN twice and knows the rules for PINs.
 *
 * @param people who have a PIN
 * @param devices at which they sign in
 * @param lengths from {@value Pin#SHORTEST} to {@value Pin#LONGEST} digits
 */
public record PinAdvice(int people, int devices, List<OfLength> lengths) {
    private static final Duration DAY = Duration.ofDays(1);
    private static final Duration YEAR = Duration.ofDays(365);

    /** Chances from 0 to 1 that a guess opens somebody's account. */
    public record Chances(double inADay, double inAYear) {}

    /**
     * @param possible PINs of this length that may be used
     * @param oneDevice for who stands at one device, {@code allDevices} for who uses all of them
     * @param shared the chance that two people would have the same, if PINs were not kept apart
     */
    public record OfLength(int length, int possible, Chances oneDevice, Chances allDevices, double shared) {}

    /** How many guesses there are. */
    private record Guesses(int inADay, int inAYear) {
        static Guesses at(int devices) {
            return new Guesses(guesses(devices, DAY), guesses(devices, YEAR));
        }

        Chances meeting(int people, int possible) {
            return new Chances(GuessOdds.of(people, possible, inADay), GuessOdds.of(people, possible, inAYear));
        }
    }

    /** @param people who have a PIN, and {@code devices} at which they sign in; 0 or more */
    public static PinAdvice of(int people, int devices) {
        Guesses one = Guesses.at(Math.min(1, devices));
        Guesses all = Guesses.at(devices);
        List<OfLength> lengths = new ArrayList<>();
        for (int length = Pin.SHORTEST; length <= Pin.LONGEST; length++) {
            int possible = WeakPin.possible(length);
            lengths.add(new OfLength(
                    length,
                    possible,
                    one.meeting(people, possible),
                    all.meeting(people, possible),
                    GuessOdds.shared(people, possible)));
        }
        return new PinAdvice(people, devices, lengths);
    }

    /** As many as the rules for one panel and for the whole office let through. */
    public static int guesses(int devices, Duration time) {
        long panels = (long) devices * ThrottleRule.PANEL.mostIn(time);
        return (int) Math.min(panels, ThrottleRule.OFFICE.mostIn(time));
    }

    /**
     * The shortest length with which a year of guessing at all devices opens an account with no more than this chance; empty
     * where none does.
     */
    public OptionalInt shortest(double bound) {
        return lengths.stream()
                .filter(one -> one.allDevices.inAYear <= bound)
                .mapToInt(OfLength::length)
                .findFirst();
    }
}
