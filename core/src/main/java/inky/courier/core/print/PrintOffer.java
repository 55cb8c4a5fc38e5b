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
                .ifPresent(most -> problems.add(new Problem(
                        "print.copies",
                        "copies",
                        Message.of("problem.print.copies")
                                .with("device", device)
                                .with("n", most),
                        Message.of("problem.print.copies.remedy"))));
        if (isMissing(sides, wanted.sides().keyword())) {
            problems.add(new Problem(
                    "print.sides",
                    "sides",
                    Message.of("problem.print.sides").with("device", device),
                    Message.of("problem.print.sides.remedy")));
        }
        if (isMissing(colours, wanted.colour().keyword())) {
            problems.add(new Problem(
                    "print.colour",
                    "colour",
                    Message.of("problem.print.colour").with("device", device),
                    Message.of("problem.print.colour.remedy")));
        }
        if (wanted.staple() && !staples.orElse(true)) {
            problems.add(new Problem(
                    "print.staple",
                    "staple",
                    Message.of("problem.print.staple").with("device", device),
                    Message.of("problem.print.staple.remedy")));
        }
        return problems;
    }

    private static boolean isMissing(Optional<Set<String>> offered, Optional<String> wanted) {
        return wanted.isPresent()
                && offered.filter(all -> !all.contains(wanted.get())).isPresent();
    }
}
