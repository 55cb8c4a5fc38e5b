package inky.courier.core.print;

import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintScaling;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a device can do with a document. One that has answered supports what it tells of and nothing else: each attribute of a job
 * that it supports has its {@code -supported} (RFC 8011 section 5.2). One that has told nothing is asked, and refuses.
 *
 * @param copies how many at most
 * @param values by the name of an IPP attribute what it may be, as text ({@code sides-supported} of RFC 8011 section 5.2.8 and so
 *     on)
 * @param usual by the name of an IPP attribute what it is where nothing is asked
 * @param constraints what it cannot do together: each has values of several attributes, {@code job-constraints-supported} of PWG
 *     5100.13
 * @param trays that it can be told to take paper from
 */
public record PrintOffer(
        Optional<Integer> copies,
        Map<String, Set<String>> values,
        Map<String, String> usual,
        List<Map<String, Set<String>>> constraints,
        List<PaperTray> trays) {
    public static final PrintOffer UNTOLD = new PrintOffer(Optional.empty(), Map.of(), Map.of(), List.of(), List.of());

    /** What it prints of, by their media types. */
    public static final String FORMATS = "document-format";

    /** @param keyword of {@code media-source} @param size of the paper in it, a name of PWG 5101.1; empty where that is not told */
    public record PaperTray(String keyword, String size) {}

    /** A wish that devices may lack, and the field in which it is entered. */
    private record Wish(String attribute, String field, String code) {}

    private static final List<Wish> WISHES = List.of(
            new Wish("sides", "sides", "print.sides"),
            new Wish("print-color-mode", "colour", "print.colour"),
            new Wish("finishings", "staple", "print.staple"),
            new Wish("print-scaling", "scaling", "print.scaling"),
            new Wish("number-up", "perSide", "print.per-side"),
            new Wish("media-source", "tray", "print.tray"));

    /** What of these settings it cannot do, by the fields of their form. @param device its name */
    public List<Problem> lacks(PrintSettings wanted, String device) {
        return lacks(PrintWish.of(wanted), device);
    }

    /** What of these settings it cannot do, by the fields of their form. @param device its name */
    public List<Problem> lacks(PrintWish wanted, String device) {
        Map<String, Set<String>> asked = wanted.asked();
        List<Problem> problems = new ArrayList<>();
        if (wanted.how().copies() > mostCopies()) {
            problems.add(new Problem(
                    "print.copies",
                    "copies",
                    Message.of("problem.print.copies").with("device", device).with("n", mostCopies()),
                    Message.of("problem.print.copies.remedy")));
        }
        for (Wish wish : WISHES) {
            if (!can(wish.attribute, asked.getOrDefault(wish.attribute, Set.of()))) {
                problems.add(problem(wish.code, wish.field, device));
            }
        }
        if (asked.containsKey("page-ranges") && !can("page-ranges", Set.of("true"))) {
            problems.add(problem("print.ranges", "pages", device));
        }
        if (problems.isEmpty()) {
            constraints.stream()
                    .filter(one -> breaks(one, asked))
                    .findFirst()
                    .ifPresent(one -> problems.add(problem("print.together", field(one, asked), device)));
        }
        return problems;
    }

    private boolean can(String attribute, Set<String> wanted) {
        // Who says nothing of sides prints on one.
        Set<String> untold = attribute.equals("sides") ? Set.of("one-sided") : Set.of();
        return values.isEmpty() || values.getOrDefault(attribute, untold).containsAll(wanted);
    }

    /** As many as it says, where it says anything. */
    private int mostCopies() {
        return copies.orElse(values.isEmpty() ? PrintSettings.MOST_COPIES : 1);
    }

    /** What is not asked is as the device is set. */
    private boolean breaks(Map<String, Set<String>> constraint, Map<String, Set<String>> asked) {
        return constraint.entrySet().stream().allMatch(of -> {
            Set<String> here = asked.containsKey(of.getKey())
                    ? asked.get(of.getKey())
                    : Optional.ofNullable(usual.get(of.getKey())).map(Set::of).orElse(Set.of());
            return here.stream().anyMatch(of.getValue()::contains);
        });
    }

    /** The first that was asked. */
    private static String field(Map<String, Set<String>> constraint, Map<String, Set<String>> asked) {
        return WISHES.stream()
                .filter(wish -> constraint.containsKey(wish.attribute) && asked.containsKey(wish.attribute))
                .map(Wish::field)
                .findFirst()
                .orElse("copies");
    }

    /** What it can be told beside to print. */
    public PrintChoices choices() {
        return new PrintChoices(
                Math.min(PrintSettings.MOST_COPIES, mostCopies()),
                Stream.of(PrintSides.values())
                        .filter(one -> can("sides", words(one.keyword())))
                        .toList(),
                Stream.of(PrintColour.values())
                        .filter(one -> can("print-color-mode", words(one.keyword())))
                        .toList(),
                can("finishings", Set.of("staple")),
                Stream.of(PrintScaling.values())
                        .filter(one -> can("print-scaling", words(one.keyword())))
                        .toList(),
                Stream.of(PagesPerSide.values())
                        .filter(one ->
                                one == PagesPerSide.ONE || can("number-up", Set.of(Integer.toString(one.pages()))))
                        .toList(),
                can("page-ranges", Set.of("true")),
                trays);
    }

    private static Set<String> words(Optional<String> keyword) {
        return keyword.map(Set::of).orElse(Set.of());
    }

    /** Whether it prints a document of this sort, as far as it tells. @param mediaType without parameters */
    public boolean prints(String mediaType) {
        return can(FORMATS, Set.of(mediaType));
    }

    /** Whether it prints on both sides where nothing else is asked. */
    public boolean isUsuallyTwoSided() {
        return usual.getOrDefault("sides", "").startsWith("two-sided");
    }

    private static Problem problem(String code, String field, String device) {
        return new Problem(
                code,
                field,
                Message.of("problem." + code).with("device", device),
                Message.of("problem." + code + ".remedy"));
    }
}
