package inky.courier.core.people;

import inky.courier.core.Invalid;
import java.util.random.RandomGenerator;

/** A PIN that may be used: 4 to 8 digits, none that a guesser would try first. */
public record Pin(String digits) {
    public static final int SHORTEST = 4;
    public static final int LONGEST = 8;

    public Pin {
        if (!digits.matches("[0-9]{" + SHORTEST + "," + LONGEST + "}")) {
            throw Invalid.of("pin.length", "pin");
        }
        if (isGuessable(digits)) {
            throw Invalid.of("pin.guessable", "pin");
        }
    }

    /** A PIN nobody chose. @param random must be cryptographically strong */
    public static Pin random(int length, RandomGenerator random) {
        while (true) {
            StringBuilder digits = new StringBuilder();
            for (int i = 0; i < length; i++) {
                digits.append((char) ('0' + random.nextInt(10)));
            }
            if (!isGuessable(digits.toString())) {
                return new Pin(digits.toString());
            }
        }
    }

    private static boolean isGuessable(String digits) {
        boolean same = true;
        boolean up = true;
        boolean down = true;
        for (int i = 1; i < digits.length(); i++) {
            int step = digits.charAt(i) - digits.charAt(i - 1);
            same &= step == 0;
            up &= step == 1;
            down &= step == -1;
        }
        boolean year = digits.matches("(19|20)\\d\\d");
        boolean pair = digits.length() % 2 == 0
                && digits.substring(0, 2).repeat(digits.length() / 2).equals(digits);
        return same || up || down || year || pair;
    }

    @Override
    public String toString() {
        return "Pin[hidden]";
    }
}
