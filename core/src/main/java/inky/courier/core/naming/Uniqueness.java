package inky.courier.core.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate.Filled;
import inky.courier.core.naming.NameTemplate.Literal;
import inky.courier.core.naming.NameTemplate.Part;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Whether two scans can get the same name by a template, where names are as a destination takes them. It is decided from the
 * grammar: every template is put to the few pairs of scans that differ least ({@link ScanPair}), since a name that tells all of
 * them apart tells all scans apart, as long as its fields can be told apart in it. What is taken for granted: a device does not
 * begin two scans within one second; a counter never gives a number twice; the names of two devices, places, jobs and logins
 * differ by more than letters' case and what a destination replaces; no text of the office looks like the text between two fields
 * together with what a field gives.
 */
public final class Uniqueness {
    /** Digits of the largest number that a counter holds. */
    private static final int LONGEST_NUMBER = 19;

    private Uniqueness() {}

    /** What was found. */
    public sealed interface Verdict {
        default boolean isUnique() {
            return false;
        }
    }

    /** No two scans get the same name. */
    public record Unique() implements Verdict {
        @Override
        public boolean isUnique() {
            return true;
        }
    }

    /**
     * Two scans that differ by as little as can be get the same name.
     *
     * @param differences what distinguishes the two scans: "two people, in the same second"
     * @param name that both get
     * @param rare whether it takes a chance for two such scans to be made at all
     * @param oneIn how many names the random part of it is one of; 1 without one
     */
    public record Repeats(Message differences, String name, boolean rare, double oneIn) implements Verdict {
        /** Whether it will happen sooner or later. */
        public boolean isLikely() {
            return !rare && oneIn == 1;
        }
    }

    /** Two fields stand together, and where one ends and the other begins cannot be told. */
    public record RunsTogether(int start, int end) implements Verdict {}

    /**
     * @param zone of the office: in the night when clocks go back, an hour comes twice
     * @param extension of the files, without its dot
     */
    public static Verdict of(NameTemplate template, NameRules rules, String extension, ZoneId zone) {
        NameTemplate telling = without(template, Uniqueness::losesDigits);
        Optional<ScanPair> same = same(telling, rules, extension, zone);
        if (same.isPresent()) {
            String name =
                    rules.fit(template.fill(same.get().first()), extension).name();
            return new Repeats(same.get().differences(), name, same.get().isRare(), template.randomValues());
        }
        List<Filled> blurred = blurred(template);
        // What they give together may be anything; the others may tell all scans apart.
        boolean needed = !blurred.isEmpty()
                && same(without(telling, blurred::contains), rules, extension, zone)
                        .isPresent();
        return needed ? new RunsTogether(blurred.get(0).start(), blurred.get(1).end()) : new Unique();
    }

    /** Whether two scans will get the same name sooner or later; quicker than to say whether they ever can. */
    public static boolean isLikelyToRepeat(NameTemplate template, NameRules rules, String extension) {
        NameTemplate telling = without(template, Uniqueness::losesDigits);
        // The one night in which a zone would matter is not likely.
        return template.randomValues() == 1
                && same(ScanPair.likely(telling, ZoneOffset.UTC), telling, rules, extension)
                        .isPresent();
    }

    private static Optional<ScanPair> same(NameTemplate template, NameRules rules, String extension, ZoneId zone) {
        return same(ScanPair.all(template, zone), template, rules, extension);
    }

    /** The first pair of scans that get the same name. */
    private static Optional<ScanPair> same(
            List<ScanPair> pairs, NameTemplate template, NameRules rules, String extension) {
        return pairs.stream()
                .filter(pair -> FileNames.isSame(
                        rules.fit(template.fill(pair.first()), extension).name(),
                        rules.fit(template.fill(pair.second()), extension).name()))
                .findFirst();
    }

    private static NameTemplate without(NameTemplate template, Predicate<Filled> left) {
        return new NameTemplate(
                template.text(),
                template.parts().stream()
                        .filter(part -> !(part instanceof Filled field && left.test(field)))
                        .toList());
    }

    /** Of a number of which digits are lost or replaced: sooner or later, two that are different give the same. */
    private static boolean losesDigits(Filled field) {
        boolean counts = field.sources().stream().anyMatch(FieldSource.Counter.class::isInstance);
        boolean tellsTime = field.sources().stream().anyMatch(FieldSource.When.class::isInstance);
        return field.changes().stream()
                .anyMatch(change -> counts && change instanceof TextChange.Cut cut && cut.most() < LONGEST_NUMBER
                        || (counts || tellsTime)
                                && change instanceof TextChange.Replace replace
                                && replace.from().codePoints().anyMatch(Character::isDigit));
    }

    /**
     * Fields that cannot be told apart. Fields with nothing between them can be when all but one of them are of a fixed length:
     * what is left belongs to that one. Digits are told from digits by any other character.
     */
    private static List<Filled> blurred(NameTemplate template) {
        List<Filled> blurred = new ArrayList<>();
        List<Filled> run = new ArrayList<>();
        for (Part part : template.parts()) {
            if (part instanceof Literal words && words.words().codePoints().anyMatch(c -> !Character.isDigit(c))) {
                blurred.addAll(run.size() > 1 ? run : List.of());
                run.clear();
            } else if (part instanceof Filled field && !isFixed(field)) {
                run.add(field);
            }
        }
        blurred.addAll(run.size() > 1 ? run : List.of());
        return blurred;
    }

    private static boolean isFixed(Filled field) {
        return field.sources().size() == 1
                && field.changes().isEmpty()
                && (field.sources().get(0) instanceof FieldSource.Week
                        || field.sources().get(0) instanceof FieldSource.RandomLetters
                        || field.sources().get(0) instanceof FieldSource.When when && isFixed(when.pattern()));
    }

    /** Pattern letters that are written so often give digits of a fixed number; three of a month give letters. */
    private static boolean isFixed(String pattern) {
        String letters = pattern.replaceAll("'[^']*'", "");
        return letters.matches("(yyyy|uuuu|YYYY|yy|uu|MM|dd|DDD|HH|hh|kk|KK|mm|ss|ww|[^a-zA-Z])*");
    }
}
