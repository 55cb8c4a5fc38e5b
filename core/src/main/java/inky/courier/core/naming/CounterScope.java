package inky.courier.core.naming;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Within what a counter counts; it begins at 1 in each. Written behind its digits: {@code per job per month}.
 *
 * @param per whose numbers they are
 * @param period how long they go on
 */
public record CounterScope(Per per, Period period) {
    /** One row of numbers for the whole office, for ever. */
    public static final CounterScope ALL = new CounterScope(Per.OFFICE, Period.EVER);

    /** Each of these has numbers of its own. */
    public enum Per {
        OFFICE,
        JOB,
        DEVICE,
        PERSON,
        PLACE
    }

    /** After each of these, numbers begin again. */
    public enum Period {
        EVER,
        DAY,
        MONTH,
        YEAR
    }

    /** @param words as in a template; empty for the whole office, for ever */
    public static Optional<CounterScope> of(String words) {
        Per per = Per.OFFICE;
        Period period = Period.EVER;
        String[] parts = words.strip().split("\\s*\\bper\\s+");
        for (int i = 0; i < parts.length; i++) {
            String part = parts[i].strip();
            Optional<Per> ofWhom = named(Per.values(), part);
            Optional<Period> when = named(Period.values(), part);
            if (i == 0) {
                if (!part.isEmpty()) {
                    return Optional.empty();
                }
            } else if (ofWhom.isPresent() && per == Per.OFFICE) {
                per = ofWhom.get();
            } else if (when.isPresent() && period == Period.EVER) {
                period = when.get();
            } else {
                return Optional.empty();
            }
        }
        return Optional.of(new CounterScope(per, period));
    }

    private static <E extends Enum<E>> Optional<E> named(E[] all, String word) {
        // The first stands where nothing is written.
        return List.of(all).subList(1, all.length).stream()
                .filter(one -> word(one).equals(word))
                .findFirst();
    }

    private static String word(Enum<?> one) {
        return one.name().toLowerCase(Locale.ROOT);
    }

    /** As it is written in a template; empty for the whole office, for ever. */
    public String words() {
        List<String> words = new ArrayList<>();
        if (per != Per.OFFICE) {
            words.add("per " + word(per));
        }
        if (period != Period.EVER) {
            words.add("per " + word(period));
        }
        return String.join(" ", words);
    }
}
