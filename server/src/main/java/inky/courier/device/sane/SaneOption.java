package inky.courier.device.sane;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What can be set of a scanner: SANE standard 1.06 section 4.2.9.
 *
 * @param number by which it is set
 * @param capabilities bits
 * @param range least and largest, where it has one, in its own words
 */
record SaneOption(
        int number,
        String name,
        int type,
        int size,
        int capabilities,
        List<Integer> words,
        Range range,
        List<String> texts) {
    static final int INT = 1;
    static final int FIXED = 2;
    static final int STRING = 3;

    /** SANE_CAP_INACTIVE */
    private static final int INACTIVE = 32;

    /** SANE_FIX: 16 bits behind the point. */
    private static final double ONE = 65_536;

    record Range(int least, int largest) {
        static final Range NONE = new Range(0, 0);
    }

    boolean isActive() {
        return (capabilities & INACTIVE) == 0;
    }

    double value(int word) {
        return type == FIXED ? word / ONE : word;
    }

    int word(double value) {
        return (int) Math.round(type == FIXED ? value * ONE : value);
    }

    double largest() {
        return value(range.largest);
    }

    /** Those of these that it can have. */
    List<Integer> among(int... values) {
        return IntStream.of(values)
                .filter(value -> words.isEmpty()
                        ? value >= value(range.least) && value <= largest()
                        : words.stream().anyMatch(word -> Math.round(value(word)) == value))
                .boxed()
                .toList();
    }

    /** Its first text that holds one of these, in small letters. */
    Optional<String> text(String... holding) {
        return texts.stream()
                .filter(text -> List.of(holding).stream()
                        .anyMatch(part -> text.toLowerCase(Locale.ROOT).contains(part)))
                .findFirst();
    }
}
