package inky.courier.core.naming;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.naming.NameValues.Contents;
import inky.courier.core.naming.NameValues.Device;
import inky.courier.core.naming.NameValues.Job;
import inky.courier.core.naming.NameValues.Numbers;
import inky.courier.core.naming.NameValues.Person;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import inky.courier.core.naming.Uniqueness.Repeats;
import inky.courier.core.naming.Uniqueness.RunsTogether;
import inky.courier.core.naming.Uniqueness.Verdict;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UniquenessTest {
    /** Fewer in the quick lane. */
    private static final int TEMPLATES = Integer.getInteger("histories", 3_000);

    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");

    private static Verdict of(String template, NameRules rules) {
        return Uniqueness.of(((Valid) TemplateParser.parse(template, Use.FILE_NAME)).template(), rules, "pdf", OSLO);
    }

    // Facts of the trade; common practice, no source
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{job} | one person, within one minute",
                "{date} {time} {job} | one person, within one minute",
                "{date} {time:HHmmss} {job} | one person, on two devices, in the same second",
                "{date} {time:HHmmss} {device.name} | one person, in the hour that comes twice when clocks go back",
                "{date} {time:HHmmssxx} {device.name} | never",
                "{date} {time:HHmmss, first 5} {device.name} {time:xx} | one person, within a few seconds",
                "{date} {time:HHmmssxx} {device.place} | one person, on two devices, in the same second",
                "{counter:4} | never",
                "{counter:4 per day} | one person, on two days",
                "{date:yyyy-MM-dd} {counter:4 per day} | never",
                "{date:MM-dd} {counter:4 per day} | one person, in two years",
                "{date:yyyy-MM} {counter:4 per day} | one person, on two days",
                "{week} {counter:4 per day} | one person, on two days",
                "{counter:4 per job} | one person, by two jobs, within one minute",
                "{job} {counter:4 per job} | never",
                "{job, first 8} {counter:4 per job} | one person, by two jobs, within one minute",
                "{person.login} {counter:4 per person} | never",
                "{person.name} {counter:4 per person} | two people, within one minute",
                "{device.place} {counter:4 per place per year} | one person, in two years",
                "{counter:4, last 2} | one person, within one minute",
                "{separator, else counter:4} | one person, within one minute",
                "{counter:4, else job} | never",
            })
    void theSmallestExampleIsFound(String template, String example) {
        Verdict verdict = of(template, NameRules.MAIL);
        assertEquals(
                example,
                verdict instanceof Repeats repeats ? repeats.differences().toString() : "never",
                template);
    }

    @Test
    void whatADestinationDoesToNamesCounts() {
        assertTrue(of("{job} {person.name} {profile} {counter:4}", NameRules.WINDOWS)
                .isUnique());
        Verdict cut = of("{job} {person.name} {profile} {job} {profile} {counter:4}", NameRules.WINDOWS);
        assertTrue(cut instanceof Repeats repeats && !repeats.isLikely(), "the counter is cut off long names");
        assertTrue(of("{random:6}", NameRules.MAIL) instanceof Repeats repeats && repeats.oneIn() > 8e8);
        assertTrue(of("{random:6, first 2}", NameRules.MAIL) instanceof Repeats repeats && repeats.oneIn() == 31 * 31);
    }

    @Test
    void fieldsThatRunTogetherAreNamed() {
        assertEquals(new RunsTogether(0, 18), of("{counter:4}{pages}", NameRules.MAIL));
        assertTrue(of("{counter:4}-{pages}", NameRules.MAIL).isUnique());
        assertTrue(
                of("{job}{separator, prefix \" - \"} {counter:4}", NameRules.MAIL)
                        .isUnique(),
                "the counter stands apart");
        assertTrue(of("{date:yyyyMMdd}{counter:4}", NameRules.MAIL).isUnique());
    }

    /** Whatever is said to be unique is, in small offices where much is the same. */
    @Test
    void noTwoScansOfASmallOfficeGetANameThatIsSaidToBeUnique() {
        Random random = new Random(1815);
        int unique = 0;
        int repeating = 0;
        for (int i = 0; i < TEMPLATES; i++) {
            NameTemplate template = RandomTemplates.one(random);
            NameRules rules = NameRules.values()[random.nextInt(4)];
            Verdict verdict = Uniqueness.of(template, rules, "pdf", OSLO);
            if (!verdict.isUnique()) {
                repeating++;
                continue;
            }
            unique++;
            Map<String, NameValues> taken = new HashMap<>();
            for (NameValues scan : scans(random)) {
                String name = rules.fit(template.fill(scan), "pdf").name();
                NameValues other = taken.put(name.toLowerCase(java.util.Locale.ROOT), scan);
                assertTrue(other == null, () -> template.text() + " gives " + name + " for " + scan + " and " + other);
            }
        }
        assertTrue(unique > TEMPLATES / 20 && repeating > TEMPLATES / 20, unique + " unique, " + repeating + " not");
    }

    /** Two people of one name, three devices in two places, three jobs of one profile; days, and the night of 25 October 2026. */
    private static List<NameValues> scans(Random random) {
        List<Person> people = List.of(new Person("Ann", "a", "x@y"), new Person("Ann", "b", "x@y"));
        List<Device> devices =
                List.of(new Device("Pier", "Hall"), new Device("Desk", "Hall"), new Device("Ann", "Yard"));
        List<String> jobs = List.of("Manifest", "Manila", "Ann");
        Set<String> busy = new HashSet<>();
        List<NameValues> unnumbered = new ArrayList<>();
        ZonedDateTime night = ZonedDateTime.parse("2026-10-25T00:00:00Z").withZoneSameInstant(OSLO);
        for (int i = 0; i < 150; i++) {
            ZonedDateTime at = night.plusSeconds(random.nextInt(3))
                    .plusMinutes(random.nextInt(3) * 30L)
                    .plusHours(random.nextInt(3))
                    .plusDays(random.nextInt(3) * 7L + random.nextInt(2))
                    .plusMonths(random.nextInt(2));
            Device device = devices.get(random.nextInt(3));
            if (busy.add(device.name() + at.toInstant())) {
                unnumbered.add(new NameValues(
                        at,
                        people.get(random.nextInt(2)),
                        device,
                        new Job(
                                jobs.get(random.nextInt(3)),
                                "P",
                                Map.of("berth", random.nextBoolean() ? "" : "S", "order-2", "" + random.nextInt(2))),
                        new Contents(1 + random.nextInt(12), "document", random.nextBoolean() ? "" : "S", "", 1, 1),
                        Numbers.fixed(1, 0)));
            }
        }
        unnumbered.sort(Comparator.comparing(scan -> scan.at().toInstant()));
        Map<String, Long> counters = new HashMap<>();
        return unnumbered.stream()
                .map(scan -> new NameValues(
                        scan.at(), scan.person(), scan.device(), scan.job(), scan.contents(), counted(scan, counters)))
                .toList();
    }

    private static Numbers counted(NameValues scan, Map<String, Long> counters) {
        return new Numbers() {
            @Override
            public long next(CounterScope scope) {
                String owner = switch (scope.per()) {
                    case OFFICE -> "";
                    case JOB -> scan.job().name();
                    case DEVICE -> scan.device().name();
                    case PERSON -> scan.person().login();
                    case PLACE -> scan.device().place();
                };
                String period = switch (scope.period()) {
                    case EVER -> "";
                    case DAY -> scan.at().toLocalDate().toString();
                    case MONTH -> scan.at().toLocalDate().toString().substring(0, 7);
                    case YEAR -> Integer.toString(scan.at().getYear());
                };
                return counters.merge(scope.words() + "|" + owner + "|" + period, 1L, Long::sum);
            }

            @Override
            public String random(int length) {
                return "2".repeat(length);
            }
        };
    }
}
