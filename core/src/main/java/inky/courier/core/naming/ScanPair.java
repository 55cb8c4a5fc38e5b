package inky.courier.core.naming;

import inky.courier.core.message.Message;
import inky.courier.core.naming.NameValues.Contents;
import inky.courier.core.naming.NameValues.Device;
import inky.courier.core.naming.NameValues.Job;
import inky.courier.core.naming.NameValues.Numbers;
import inky.courier.core.naming.NameValues.Person;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Two scans that differ in little: who scanned, where, by which job, when, and in how their texts and numbers resemble each
 * other. Numbers that may be the same without being given twice are the same.
 */
record ScanPair(
        Who who, Apart apart, Likeness likeness, String found, Set<String> answers, Set<String> zones, ZoneId zone) {
    /** 18 March: the same day exists a month before; no clock is changed near it. */
    private static final LocalDateTime USUAL = LocalDateTime.of(2026, 3, 18, 10, 42, 16);

    private static final Likeness PLAIN = new Likeness("A", "B");

    /** The longest that the office takes: a destination that takes no more cuts a name at its end. */
    private static final Likeness LONG = new Likeness("w".repeat(59) + "a", "w".repeat(59) + "b");

    /** Which of them are two. */
    record Who(boolean people, boolean devices, boolean places, boolean jobs) {
        int count() {
            return (people ? 1 : 0) + (devices ? 1 : 0) + (places ? 1 : 0) + (jobs ? 1 : 0);
        }
    }

    /** How long one was after the other; the closest first. */
    enum Apart {
        SAME_SECOND,
        FEW_SECONDS,
        MINUTE,
        HOUR,
        HALF_DAY,
        DAY,
        NEXT_DAY,
        NEXT_WEEK,
        NEXT_MONTH,
        CLOCKS_GO_BACK,
        NEXT_YEAR,
        SAME_WEEK_OF_YEAR,
        SAME_WEEKDAY_OF_MONTH,
        SAME_WEEKDAY_OF_YEAR
    }

    /** How two texts that are not the same resemble each other. */
    record Likeness(String first, String second) {}

    /** Every pair that a template could take for the same, those that differ least first. */
    static List<ScanPair> all(NameTemplate template, ZoneId zone) {
        List<ScanPair> pairs = new ArrayList<>();
        List<Likeness> likenesses = List.copyOf(likenesses(template));
        List<Apart> times = apart(template);
        Set<String> answers = template.answers();
        Set<String> zones = template.zones();
        List<String> found = mayBeEmpty(template) ? List.of("", "S") : List.of("");
        for (Who who : whos()) {
            for (Apart apart : times) {
                if (apart == Apart.SAME_SECOND && !who.devices
                        || apart == Apart.CLOCKS_GO_BACK && hourTwice(zone).isEmpty()) {
                    continue;
                }
                for (Likeness likeness : who.count() == 0 ? likenesses.subList(0, 2) : likenesses) {
                    found.forEach(text -> pairs.add(new ScanPair(who, apart, likeness, text, answers, zones, zone)));
                }
            }
        }
        pairs.sort(Comparator.comparing(ScanPair::isRare)
                .thenComparing(pair -> pair.apart == Apart.CLOCKS_GO_BACK)
                .thenComparing(pair -> pair.who.count())
                .thenComparing(ScanPair::apart));
        return pairs;
    }

    /** Those of them that need no chance to be made. */
    static List<ScanPair> likely(NameTemplate template, ZoneId zone) {
        return all(template, zone).stream().filter(pair -> !pair.isRare()).toList();
    }

    /** Whether it takes a chance for two such scans to be made at all. */
    boolean isRare() {
        return Set.of(Apart.SAME_SECOND, Apart.FEW_SECONDS, Apart.CLOCKS_GO_BACK)
                        .contains(apart)
                || !likeness.equals(PLAIN);
    }

    private static boolean mayBeEmpty(NameTemplate template) {
        return template.needsBarcode()
                || !template.answers().isEmpty()
                || !template.zones().isEmpty()
                || template.sources().anyMatch(new FieldSource.Value(Field.SEPARATOR)::equals);
    }

    private static List<Who> whos() {
        List<Who> all = new ArrayList<>();
        for (int bits = 0; bits < 16; bits++) {
            Who who = new Who((bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0, (bits & 8) != 0);
            if (who.devices || !who.places) {
                all.add(who);
            }
        }
        all.sort(Comparator.comparingInt(Who::count));
        return all;
    }

    /** Without a date, a time or a counter that begins again, it does not matter when. */
    private static List<Apart> apart(NameTemplate template) {
        boolean tells = template.sources()
                        .anyMatch(source -> source instanceof FieldSource.When || source instanceof FieldSource.Week)
                || template.counters().stream().anyMatch(scope -> scope.period() != CounterScope.Period.EVER);
        return tells ? List.of(Apart.values()) : List.of(Apart.SAME_SECOND, Apart.MINUTE);
    }

    /** Texts that what the template does to them could make the same. */
    private static Set<Likeness> likenesses(NameTemplate template) {
        Set<Likeness> all = new LinkedHashSet<>();
        all.add(PLAIN);
        all.add(LONG);
        if (template.sources().noneMatch(ScanPair::isOwnText)) {
            return all;
        }
        template.fields().flatMap(field -> field.changes().stream()).forEach(change -> all.addAll(likenesses(change)));
        return all;
    }

    /** What no two of a sort have in common. */
    private static boolean isOwnText(FieldSource source) {
        return source instanceof FieldSource.Value value
                && Set.of(Field.PERSON_LOGIN, Field.DEVICE_NAME, Field.DEVICE_PLACE, Field.JOB)
                        .contains(value.field());
    }

    private static List<Likeness> likenesses(TextChange change) {
        if (change instanceof TextChange.Cut cut) {
            String same = "w".repeat(cut.most());
            return List.of(cut.end() ? new Likeness("a" + same, "b" + same) : new Likeness(same + "a", same + "b"));
        }
        if (change instanceof TextChange.Pad) {
            return List.of(new Likeness("1", "01"));
        }
        if (change instanceof TextChange.Replace replace) {
            return List.of(new Likeness("a" + replace.from(), "a" + replace.to()));
        }
        return change instanceof TextChange.Plain
                ? List.of(new Likeness("\u00c5sh", "Ash"), new Likeness("a  b", "a b"))
                : List.of();
    }

    /** The next time after {@link #USUAL} that clocks go back. */
    private static Optional<ZoneOffsetTransition> hourTwice(ZoneId zone) {
        ZoneOffsetTransition next =
                zone.getRules().nextTransition(USUAL.atZone(zone).toInstant());
        while (next != null && !next.isOverlap()) {
            next = zone.getRules().nextTransition(next.getInstant());
        }
        return Optional.ofNullable(next);
    }

    private List<ZonedDateTime> times() {
        ZonedDateTime usual = USUAL.atZone(zone);
        return switch (apart) {
            case SAME_SECOND -> List.of(usual, usual);
            // The digit of the seconds alone is another, as that of the minutes in seven.
            case FEW_SECONDS -> List.of(usual, usual.plusSeconds(3));
            case MINUTE -> List.of(usual, usual.plusSeconds(20));
            case HOUR -> List.of(usual, usual.plusMinutes(7));
            case HALF_DAY -> List.of(usual, usual.plusHours(12));
            case DAY -> List.of(usual, usual.plusHours(3));
            case NEXT_DAY -> List.of(usual, usual.plusDays(1));
            case NEXT_WEEK -> List.of(usual, usual.plusWeeks(1));
            case NEXT_MONTH -> List.of(usual, usual.plusMonths(1));
            case NEXT_YEAR -> List.of(usual, usual.plusYears(1));
            case SAME_WEEK_OF_YEAR -> List.of(usual, usual.plusWeeks(53));
            // 18 November 2026, and 18 March 2037
            case SAME_WEEKDAY_OF_MONTH -> List.of(usual, usual.plusMonths(8));
            case SAME_WEEKDAY_OF_YEAR -> List.of(usual, usual.plusYears(11));
            case CLOCKS_GO_BACK -> {
                ZoneOffsetTransition back = hourTwice(zone).orElseThrow();
                Duration twice = back.getDuration().abs();
                ZonedDateTime before = back.getInstant().atZone(zone).minus(twice.dividedBy(2));
                yield List.of(before, before.plus(twice));
            }
        };
    }

    NameValues first() {
        return values(times().get(0), false);
    }

    NameValues second() {
        return values(times().get(1), true);
    }

    private NameValues values(ZonedDateTime at, boolean second) {
        // Two people may have one name and one mailbox, and two jobs one profile.
        String same = likeness.equals(LONG) ? LONG.first : "Same";
        String read = found.isEmpty() || !likeness.equals(LONG) ? found : "w".repeat(Contents.LONGEST_READ);
        return new NameValues(
                at,
                new Person(same, text("Person", second && who.people), "same@office.example", same),
                new Device(text("Device", second && who.devices), text("Place", second && who.places)),
                new Job(text("Job", second && who.jobs), same, each(answers, read)),
                new Contents(1, "document", read, read, 1, 1, each(zones, read)),
                new Counted(second));
    }

    /** Two people may answer the same, and two pages say the same. */
    private static Map<String, String> each(Set<String> keys, String text) {
        return keys.stream().collect(Collectors.toMap(key -> key, key -> text));
    }

    private String text(String what, boolean second) {
        String text = second ? likeness.second : likeness.first;
        return likeness.equals(PLAIN) ? what + " " + text : text;
    }

    private final class Counted implements Numbers {
        private final boolean second;

        Counted(boolean second) {
            this.second = second;
        }

        @Override
        public long next(CounterScope scope) {
            // Written as they are, different numbers never look the same.
            return second && isSame(scope) ? 2 : 1;
        }

        @Override
        public String random(int length) {
            return NameValues.LETTERS.substring(0, length);
        }
    }

    /** Whether both scans count within the same: the same job's numbers of the same month, say. */
    private boolean isSame(CounterScope scope) {
        boolean sameOwner = switch (scope.per()) {
            case OFFICE -> true;
            case PLACE -> !who.places;
            case JOB -> !who.jobs;
            case DEVICE -> !who.devices;
            case PERSON -> !who.people;
        };
        return sameOwner && isSame(scope.period(), times().get(0), times().get(1));
    }

    private static boolean isSame(CounterScope.Period period, ZonedDateTime a, ZonedDateTime b) {
        return switch (period) {
            case EVER -> true;
            case YEAR -> a.getYear() == b.getYear();
            case MONTH -> a.getYear() == b.getYear() && a.getMonth() == b.getMonth();
            case DAY -> a.toLocalDate().equals(b.toLocalDate());
        };
    }

    Message differences() {
        List<Message> parts = Stream.of(
                        who.people ? "names.repeat.people" : "names.repeat.one-person",
                        who.places ? "names.repeat.places" : who.devices ? "names.repeat.devices" : "",
                        who.jobs ? "names.repeat.jobs" : "")
                .filter(code -> !code.isEmpty())
                .map(Message::of)
                .toList();
        List<Message> all = new ArrayList<>(parts);
        all.add(Message.of(
                "names.repeat." + apart.name().toLowerCase(Locale.ROOT).replace('_', '-')));
        return Message.list(all);
    }
}
