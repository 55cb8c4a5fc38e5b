package inky.courier.core.people;

import inky.courier.core.Invalid;
import java.util.Optional;
import java.util.random.RandomGenerator;

/** A PIN that may be used: 4 to 8 digits, none that a guesser would try first. */
public record Pin(String digits) {
    public static final int SHORTEST = 4;
    public static final int LONGEST = 8;

    /** @throws Invalid saying what makes it too easy to guess */
    public Pin {
        if (!digits.matches("[0-9]{" + SHORTEST + "," + LONGEST + "}")) {
            throw Invalid.of("pin.length", "pin");
        }
        Optional<WeakPin> weak = WeakPin.of(digits);
        if (weak.isPresent()) {
            throw weak.get().refused();
        }
    }

    /** A PIN nobody chose. @param random must be cryptographically strong */
    public static Pin random(int length, RandomGenerator random) {
        while (true) {
            StringBuilder digits = new StringBuilder();
            for (int i = 0; i < length; i++) {
                digits.append((char) ('0' + random.nextInt(10)));
            }
            if (WeakPin.of(digits.toString()).isEmpty()) {
                return new Pin(digits.toString());
            }
        }
    }

    @Override
    public String toString() {
        return "Pin[hidden]";
    }
}
