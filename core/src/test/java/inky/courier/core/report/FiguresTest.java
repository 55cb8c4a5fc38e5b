package inky.courier.core.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Random;
import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.stat.interval.WilsonScoreInterval;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FiguresTest {
    // R. G. Newcombe, Two-sided confidence intervals for the single proportion, Statistics in Medicine 17 (1998), table
    // I, method 3
    // (score without continuity correction); from memory
    @ParameterizedTest
    @CsvSource({"81, 263, 0.2553, 0.3662", "15, 148, 0.0624, 0.1605", "0, 20, 0.0000, 0.1611", "1, 29, 0.0061, 0.1718"})
    void rangesAreThoseOfThePaper(long successes, long all, double low, double high) {
        Proportion found = Proportion.of(successes, all);
        assertEquals(low, found.low(), 0.00005);
        assertEquals(high, found.high(), 0.00005);
    }

    /** A reference library: Apache Commons Math. */
    @Test
    void rangesAreThoseOfALibraryAndHoldTheirShare() {
        WilsonScoreInterval library = new WilsonScoreInterval();
        for (int all = 1; all < 300; all += 7) {
            for (int n = 0; n <= all; n++) {
                Proportion found = Proportion.of(n, all);
                assertEquals(library.createInterval(all, n, 0.95).getLowerBound(), found.low(), 1e-9);
                assertEquals(library.createInterval(all, n, 0.95).getUpperBound(), found.high(), 1e-9);
                assertTrue(found.low() <= found.share() && found.share() <= found.high());
            }
        }
        assertEquals(new Proportion(1, 0, 1), Proportion.of(0, 0), "nothing says nothing");
        assertThrows(IllegalArgumentException.class, () -> Proportion.of(3, 2));
    }

    /** Against the exact nearest rank, for times as deliveries have them: most are short, few are very long. */
    @Test
    void quantilesAreThoseOfTheTimesThemselvesWithinTheirClass() {
        NormalDistribution normal = new NormalDistribution();
        Random random = new Random(17);
        for (int round = 0; round < 200; round++) {
            int number = 1 + random.nextInt(2_000);
            double usual = 1 + random.nextInt(600);
            double[] times = new double[number];
            Durations durations = new Durations();
            for (int i = 0; i < number; i++) {
                double share = Math.min(1 - 1e-9, Math.max(1e-9, random.nextDouble()));
                times[i] = Math.min(160_000, usual * Math.exp(normal.inverseCumulativeProbability(share)));
                durations.add(times[i]);
            }
            Arrays.sort(times);
            for (double share : new double[] {0.5, 0.95, 1}) {
                double exact = times[(int) Math.max(0, Math.ceil(share * number) - 1)];
                double found = durations.quantile(share).orElseThrow();
                if (exact <= 1) {
                    assertTrue(found >= 0 && found <= 1, exact + ": " + found);
                } else {
                    assertEquals(1, found / exact, 0.20, exact + ": " + found);
                }
            }
        }
    }

    // ISO 8601: weeks begin on Monday. 2026-01-01 is a Thursday, of the week that began on 2025-12-29
    @ParameterizedTest
    @CsvSource({
        "2026-02-27, 2026-03-02, 2026-03-01, 2026-03-01",
        "2026-01-01, 2026-03-31, 2026-01-01, 2025-12-29",
        "2026-01-01, 2026-03-31, 2026-01-05, 2026-01-05",
        "2024-01-15, 2026-03-31, 2024-02-29, 2024-02"
    })
    void aBarIsADayAWeekOrAMonth(LocalDate from, LocalDate until, LocalDate day, String label) {
        BarSpan span = BarSpan.of(from, until);
        assertEquals(label, span.label(span.begin(day)));
        assertEquals(span.begin(day), span.begin(span.begin(day)));
    }

    /** Days added up are the whole, in whatever parts. */
    @Test
    void sumsOfPartsAreTheWhole() {
        Random random = new Random(18);
        Figures whole = Figures.none();
        Figures sum = Figures.none();
        Figures part = Figures.none();
        for (int i = 0; i < 1_000; i++) {
            Durations one = new Durations();
            boolean arrived = random.nextInt(10) > 0;
            if (arrived) {
                one.add(random.nextInt(200_000));
            }
            Figures document = new Figures(
                    1, 3, random.nextInt(1_000_000), arrived ? 1 : 0, arrived ? 0 : 1, ScannedSides.NONE, one);
            whole = whole.plus(document);
            part = part.plus(document);
            if (random.nextInt(20) == 0) {
                sum = sum.plus(part);
                part = Figures.none();
            }
        }
        sum = sum.plus(part);
        assertEquals(whole.documents(), sum.documents());
        assertEquals(whole.bytes(), sum.bytes());
        assertEquals(whole.success(), sum.success());
        assertEquals(
                Arrays.toString(whole.seconds().counts()),
                Arrays.toString(sum.seconds().counts()));
        assertEquals(whole.p95(), sum.p95());
    }
}
