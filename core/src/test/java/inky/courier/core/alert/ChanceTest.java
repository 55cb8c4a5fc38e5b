package inky.courier.core.alert;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.alert.Chance.Share;
import java.time.DayOfWeek;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.apache.commons.math3.distribution.PascalDistribution;
import org.apache.commons.math3.distribution.PoissonDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is said to be more than chance: against tables of the distributions, and against offices of which the truth is known. */
class ChanceTest {
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");
    private static final int WEEKS = 8;

    /** A rate that is known well: Poisson's upper tail (NIST/SEMATECH e-Handbook 1.3.6.6.19). */
    @ParameterizedTest
    @CsvSource({"0.5, 2", "0.5, 4", "3, 8", "3, 12", "20, 35", "200, 260"})
    void ofARateThatIsKnownTheTailIsPoissons(double rate, int seen) {
        double exposure = 1e7;
        double expected = 1 - new PoissonDistribution(rate).cumulativeProbability(seen - 1);
        assertEquals(1, Chance.ofSoMany(seen, rate * exposure, exposure) / expected, 1e-3);
        assertEquals(
                Math.exp(-rate), Chance.ofNothing(rate * exposure, exposure, Share.AS_USUAL), Math.exp(-rate) * 1e-3);
    }

    /** Of one that was counted a few times it is negative binomial, here of a whole number and a half by summing up. */
    @ParameterizedTest
    @CsvSource({"3, 4, 2", "3, 4, 6", "10, 8, 5", "0, 8, 1", "0, 8, 2"})
    void ofARateThatWasCountedTheTailIsWider(int counted, double exposure, int seen) {
        double p = exposure / (exposure + 1);
        double r = counted + 0.5;
        double below = 0;
        double term = Math.pow(p, r);
        for (int k = 0; k < seen; k++) {
            below += term;
            term *= (k + r) / (k + 1) * (1 - p);
        }
        assertEquals(1 - below, Chance.ofSoMany(seen, counted, exposure), 1e-9);
        double whole = 1 - new PascalDistribution(counted + 1, p).cumulativeProbability(seen - 1);
        assertTrue(Chance.ofSoMany(seen, counted, exposure) < whole, "between two whole numbers");
        assertEquals(1, Chance.ofSoMany(0, counted, exposure));
    }

    @Test
    void aWholeWeekIsWhatWasCountedInItAndItsPartsAddUp() {
        Random random = new Random(4);
        UsualWeek week = new UsualWeek(
                WEEKS, IntStream.range(0, 168).map(i -> random.nextInt(9)).toArray());
        ZonedDateTime monday = ZonedDateTime.of(2026, 10, 12, 0, 0, 0, 0, OSLO);
        assertEquals(Arrays.stream(week.counts()).sum(), week.counted(monday, monday.plusWeeks(1)), 1e-6);
        for (int i = 0; i < 200; i++) {
            ZonedDateTime from = monday.plusSeconds(random.nextInt(900_000));
            ZonedDateTime middle = from.plusSeconds(random.nextInt(300_000));
            ZonedDateTime until = middle.plusSeconds(random.nextInt(300_000));
            assertEquals(week.counted(from, until), week.counted(from, middle) + week.counted(middle, until), 1e-6);
        }
        // The night of 25 October 2026 has 25 hours: two of them are the third
        ZonedDateTime night = ZonedDateTime.of(2026, 10, 25, 0, 0, 0, 0, OSLO);
        int third = week.counts()[UsualWeek.hourOf(DayOfWeek.SUNDAY, 2)];
        assertEquals(2 * third, week.counted(night.plusHours(2), night.plusHours(4)), 1e-6);
    }

    /** Devices of an office, of which each is visited as often as its own week says. */
    private static final class TrueOffice {
        private final Random random;
        private final double[] busy;
        private final UsualWeek[] weeks;
        private final ZonedDateTime begin = ZonedDateTime.of(2026, 3, 30, 0, 0, 0, 0, OSLO);

        TrueOffice(long seed, int devices) {
            random = new Random(seed);
            busy = IntStream.range(0, devices)
                    .mapToDouble(i -> 0.3 + 6 * random.nextDouble())
                    .toArray();
            weeks = new UsualWeek[devices];
            for (int device = 0; device < devices; device++) {
                int[] counts = new int[UsualWeek.HOURS];
                for (int hour = 0; hour < counts.length; hour++) {
                    for (int week = 0; week < WEEKS; week++) {
                        counts[hour] += poisson(rate(device, hour));
                    }
                }
                weeks[device] = new UsualWeek(WEEKS, counts);
            }
        }

        /** Weekdays from 7 to 18, most before and after noon. */
        double rate(int device, int hourOfWeek) {
            int hour = hourOfWeek % 24;
            boolean open = hourOfWeek < 120 && hour >= 7 && hour < 18;
            return open ? busy[device] * (hour == 12 ? 0.4 : 1) : 0;
        }

        int poisson(double rate) {
            if (rate == 0) {
                return 0;
            }
            // Knuth's: as many as fit into one unit of exponential gaps
            int n = -1;
            for (double product = 1; product > Math.exp(-rate); n++) {
                product *= random.nextDouble();
            }
            return n;
        }

        ZonedDateTime at(int slot) {
            return begin.plusMinutes(slot * 60L / SLOTS);
        }

        double visitsADay() {
            return Arrays.stream(weeks).mapToDouble(UsualWeek::weekly).sum() / 7;
        }
    }

    /** Of an hour; so often is looked. */
    private static final int SLOTS = 6;

    /** What one run of an office found. @param alerts slot and device of what was told of, each pause once */
    private record Run(List<int[]> alerts) {
        private long of(int device) {
            return alerts.stream().filter(one -> one[1] == device).count();
        }
    }

    /** @param share of usual that comes in a day @param deadFrom hour from which device 0 is dead */
    private static Run run(TrueOffice office, int days, int wanted, IntToDoubleFunction share, int deadFrom) {
        int devices = office.weeks.length;
        int slots = days * 24 * SLOTS;
        int[] last = new int[devices];
        boolean[] told = new boolean[devices];
        double limit = Chance.limit(office.visitsADay(), wanted);
        int[][] until = new int[slots + 1][devices];
        int[] all = new int[slots + 1];
        double[] usualOfAll = new double[slots + 1];
        Run run = new Run(new ArrayList<>());
        for (int slot = 0; slot < slots; slot++) {
            int hour = slot / SLOTS;
            all[slot + 1] = all[slot];
            usualOfAll[slot + 1] = usualOfAll[slot];
            for (int device = 0; device < devices; device++) {
                boolean dead = device == 0 && hour >= deadFrom;
                double rate = office.rate(device, hour % 168) * share.applyAsDouble(hour / 24) / SLOTS;
                int seen = dead ? 0 : office.poisson(rate);
                if (seen > 0) {
                    last[device] = slot;
                    told[device] = false;
                }
                until[slot + 1][device] = until[slot][device] + seen;
                all[slot + 1] += seen;
                usualOfAll[slot + 1] += office.weeks[device].counts()[hour % 168] / (double) WEEKS / SLOTS;
            }
            ZonedDateTime now = office.at(slot + 1);
            for (int device = 0; device < devices; device++) {
                if (told[device] || until[slot + 1][device] - until[slot][device] > 0) {
                    continue;
                }
                int from = last[device] + 1;
                ZonedDateTime since = office.at(from);
                double others = all[slot + 1] - all[from] - (until[slot + 1][device] - until[from][device]);
                double usual = usualOfAll[slot + 1] - usualOfAll[from] - office.weeks[device].expected(since, now);
                if (Quiet.of(office.weeks[device], since, now, Share.of(others, usual))
                                .chance()
                        < limit) {
                    told[device] = true;
                    run.alerts.add(new int[] {slot, device});
                }
            }
        }
        return run;
    }

    /** Chosen is at most one false alarm in so many days; two hundred days of offices that are well show that there are fewer. */
    @ParameterizedTest
    @ValueSource(ints = {5, 20})
    void chanceAloneGivesNoMoreAlarmsThanWereChosen(int wanted) {
        int days = 0;
        int alarms = 0;
        for (int seed = 0; seed < 4; seed++) {
            alarms += run(new TrueOffice(seed, 10), 49, wanted, day -> 1, Integer.MAX_VALUE)
                    .alerts
                    .size();
            days += 49;
        }
        assertTrue(alarms <= days / wanted, alarms + " false alarms in " + days + " days");
    }

    /** A holiday, a short day and two weeks of which half of the office is away are shared by all, so none of them is quiet. */
    @Test
    void aHolidayThatAllShareIsNoAlarm() {
        int alarms = 0;
        for (int seed = 100; seed < 102; seed++) {
            alarms += run(
                            new TrueOffice(seed, 10),
                            28,
                            30,
                            day -> day == 8 ? 0.02 : day == 9 ? 0.3 : day >= 14 ? 0.5 : 1,
                            Integer.MAX_VALUE)
                    .alerts
                    .size();
        }
        assertTrue(alarms <= 2, alarms + " alarms");
    }

    /** A device from which nothing comes any more is found within the working hours that its usual visits need. */
    @Test
    void aDeadDeviceIsFoundSoon() {
        List<Double> visits = new ArrayList<>();
        for (int seed = 200; seed < 205; seed++) {
            TrueOffice office = new TrueOffice(seed, 10);
            int dead = 168 + 10;
            Run run = run(office, 35, 30, day -> 1, dead);
            assertTrue(run.of(0) > 0, "of " + office.busy[0] + " visits an hour none is missed");
            int found = run.alerts.stream()
                    .filter(one -> one[1] == 0 && one[0] >= dead * SLOTS)
                    .findFirst()
                    .orElseThrow()[0];
            visits.add(office.weeks[0].expected(office.begin.plusHours(dead), office.at(found + 1)));
        }
        double most = visits.stream().mapToDouble(v -> v).max().orElseThrow();
        assertTrue(most < 18, "visits that had to be missed: " + visits);
    }

    @Test
    void itIsSaidBeforehandWhenADeviceWouldBeToldOf() {
        TrueOffice office = new TrueOffice(3, 4);
        ZonedDateTime monday = office.begin.plusHours(9);
        double limit = Chance.limit(office.visitsADay(), 30);
        for (UsualWeek week : office.weeks) {
            ZonedDateTime told = Quiet.toldAt(week, monday, limit).orElseThrow();
            assertTrue(Quiet.of(week, monday, told, Share.AS_USUAL).chance() < limit);
            assertTrue(
                    Quiet.of(week, monday, told.minusHours(1), Share.AS_USUAL).chance() >= limit);
        }
        UsualWeek rare = new UsualWeek(WEEKS, new int[UsualWeek.HOURS]);
        assertTrue(Quiet.toldAt(rare, monday, limit).isEmpty());
    }
}
