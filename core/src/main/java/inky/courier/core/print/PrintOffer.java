package inky.courier.core.print;

import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a device can do with a document, as far as it tells. Where it does not, it is asked, and refuses what it cannot do.
 *
 * @param copies how many at most
 * @param sides keywords of {@code sides-supported}
 * @param colours keywords of {@code print-color-mode-supported}
 * @param staples whether it staples
 */
public record PrintOffer(
        Optional<Integer> copies,
        Optional<Set<String>> sides,
        Optional<Set<String>> colours,
        Optional<Boolean> staples) {
    public static final PrintOffer UNTOLD =
            new PrintOffer(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    /** What of these settings it cannot do, by the fields of their form. @param device its name */
    public List<Problem> lacks(PrintSettings wanted, String device) {
        List<Problem> problems = new ArrayList<>();
        copies.filter(most -> wanted.copies() > most)
                .ifPresent(most ->
                        problems.add(problem("copies", said("copies", device).with("n", most))));
        if (isMissing(sides, wanted.sides().keyword())) {
            problems.add(problem("sides", said("sides", device)));
        }
        if (isMissing(colours, wanted.colour().keyword())) {
            problems.add(problem("colour", said("colour", device)));
        }
        if (wanted.staple() && !staples.orElse(true)) {
            problems.add(problem("staple", said("staple", device)));
        }
        return problems;
    }

    private static boolean isMissing(Optional<Set<String>> offered, Optional<String> wanted) {
        return wanted.isPresent()
                && offered.filter(all -> !all.contains(wanted.get())).isPresent();
    }

    private static Message said(String field, String device) {
        return Message.of("problem.print." + field).with("device", device);
    }

    private static Problem problem(String field, Message sentence) {
        return new Problem("print." + field, field, sentence, Message.of("problem.print." + field + ".remedy"));
    }
}
