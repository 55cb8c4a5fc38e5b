package inky.courier.bench;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.ManyAddresses;
import inky.courier.standins.StandInDevice;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;

/** How long the application takes to ask a thousand devices how they are, fifty of which are away, and what it costs. */
final class DeviceRound {
    private static final int DEVICES = 1_000;
    private static final int AWAY_EVERY = 20;
    private static final int PORT = 6311;
    private static final Duration MEASURED = Duration.ofMinutes(2);

    private DeviceRound() {}

    static void measure(Server server, Database database) throws Exception {
        try (StandInDevice behind = StandInDevice.start(
                        DeviceModel.named("Alder M30").orElseThrow(), "Bench", "127.20.7.2", 0, 1, 0);
                ManyAddresses many = ManyAddresses.open(DEVICES, PORT, List.of(behind), AWAY_EVERY)) {
            awaitLooks(database, Instant.now());
            Duration processor = server.processorTime();
            long begin = System.nanoTime();
            double seconds = awaitLooks(database, Instant.now());
            Thread.sleep(Math.max(0, MEASURED.toMillis() - (System.nanoTime() - begin) / 1_000_000));
            double share = server.processorTime().minus(processor).toNanos() / (double) (System.nanoTime() - begin);
            System.out.printf(
                    Locale.ROOT,
                    "%n%d devices, %d of them away: each that answers is asked again within %.0f s, which takes %.0f %% of one core%n",
                    DEVICES,
                    DEVICES / AWAY_EVERY,
                    seconds,
                    share * 100);
        }
    }

    /** Waits until all that answer have done so since then. @return how long it took, in seconds */
    private static double awaitLooks(Database database, Instant since) throws Exception {
        long begin = System.nanoTime();
        while (database.devicesSeen(since) < DEVICES - DEVICES / AWAY_EVERY) {
            Thread.sleep(200);
        }
        return (System.nanoTime() - begin) / 1e9;
    }
}
