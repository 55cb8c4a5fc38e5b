package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.SupplyForecast.Reading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** When toner is out, held to simulated devices whose end is known. */
class SupplyForecastTest {
    private static final LocalDate DAY = LocalDate.of(2026, 9, 1);

    private static List<Reading> steady(int from, int aDay, int days) {
        return IntStream.range(0, days)
                .mapToObj(day -> new Reading(DAY.plusDays(day), from - aDay * day))
                .toList();
    }

    @Test
    void whatIsUsedSteadilyEndsWhenItIsUsedUp() {
        // 100, 98, ..., 80: 80 left at 2 a day
        assertEquals(Optional.of(new SupplyForecast(40, 40)), SupplyForecast.of(steady(100, 2, 11)));
        assertEquals(Optional.of(new SupplyForecast(0, 0)), SupplyForecast.of(steady(20, 2, 11)));
    }

    @Test
    void whatWasUsedBeforeItWasFilledDoesNotCount() {
        List<Reading> readings = new ArrayList<>(steady(50, 9, 5));
        steady(100, 2, 11).forEach(one -> readings.add(new Reading(one.day().plusDays(5), one.percent())));
        assertEquals(SupplyForecast.of(steady(100, 2, 11)), SupplyForecast.of(readings));
    }

    @Test
    void littleIsNoTrend() {
        assertEquals(Optional.empty(), SupplyForecast.of(List.of()));
        assertEquals(Optional.empty(), SupplyForecast.of(steady(80, 10, 3)), "three days");
        assertEquals(Optional.empty(), SupplyForecast.of(steady(80, 0, 60)), "nothing used");
        List<Reading> slow = List.of(new Reading(DAY, 100), new Reading(DAY.plusDays(300), 97));
        assertEquals(Optional.empty(), SupplyForecast.of(slow), "years away");
    }

    /**
     * Devices that print at random, less on two days of seven, measured in whole points, seen for three to eight weeks. Sooner than
     * <em>early</em> in one of ten; <em>likely</em> has as many ends before it as after it. Days are weekly alike, so the true share is lower.
     */
    @Test
    void oneInTenIsOutBeforeItMayBe() {
        Random random = new Random(7);
        int devices = 4000;
        int before = 0;
        int beforeLikely = 0;
        for (int i = 0; i < devices; i++) {
            double mean = 0.6 + 2 * random.nextDouble();
            int seen = 21 + random.nextInt(35);
            double left = 100;
            List<Reading> readings = new ArrayList<>();
            int day = 0;
            for (; day < seen && left > 30; day++) {
                readings.add(new Reading(DAY.plusDays(day), (int) Math.round(left)));
                left -= used(random, mean, day);
            }
            readings.add(new Reading(DAY.plusDays(day), (int) Math.round(left)));
            int until = 0;
            for (; left > 0; until++) {
                left -= used(random, mean, day + until);
            }
            SupplyForecast forecast = SupplyForecast.of(readings).orElseThrow();
            assertTrue(forecast.early() <= forecast.likely(), forecast + " " + readings);
            before += until < forecast.early() ? 1 : 0;
            beforeLikely += until <= forecast.likely() ? 1 : 0;
        }
        double share = (double) before / devices;
        assertTrue(share > 0.05 && share < 0.1, "out before early: " + share);
        double middle = (double) beforeLikely / devices;
        assertTrue(middle > 0.38 && middle < 0.5, "out before likely: " + middle);
    }

    private static double used(Random random, double mean, int day) {
        double busy = day % 7 >= 5 ? 0.2 : 1.32;
        return -Math.log(1 - random.nextDouble()) * mean * busy;
    }
}
