package inky.courier.bench;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.ManyAddresses;
import inky.courier.standins.StandInDevice;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.util.List;
import java.util.Locale;

/** How long the application takes to ask a thousand devices how they are, fifty of which are away, and what it costs. */
final class DeviceRound {
    private static final int DEVICES = 1_000;
    private static final int AWAY_EVERY = 20;
    private static final int PORT = 6311;

    private DeviceRound() {}

    static void measure(Server server, Database database) throws Exception {
        try (StandInDevice behind = StandInDevice.start(
                        DeviceModel.named("Alder M30").orElseThrow(), "Bench", "127.20.7.2", 0, 1, 0);
                ManyAddresses many = ManyAddresses.open(
                        DEVICES, PORT, List.of(new InetSocketAddress("127.20.7.2", behind.port())), AWAY_EVERY)) {
            // The round that is under way has met an office without devices.
            nextRound(database);
            Duration processor = server.processorTime();
            long begin = System.nanoTime();
            double seconds = nextRound(database);
            double share = server.processorTime().minus(processor).toNanos() / (double) (System.nanoTime() - begin);
            System.out.printf(
                    Locale.ROOT,
                    "%n%d devices, %d of them away: a round takes %.0f s and, with the pause after it, %.0f %% of one core%n",
                    DEVICES,
                    DEVICES / AWAY_EVERY,
                    seconds,
                    share * 100);
        }
    }

    /** Waits for a round to begin and to end. @return how long it took, in seconds */
    private static double nextRound(Database database) throws Exception {
        waitUntil(database, false);
        waitUntil(database, true);
        long begin = System.nanoTime();
        waitUntil(database, false);
        return (System.nanoTime() - begin) / 1e9;
    }

    private static void waitUntil(Database database, boolean runs) throws Exception {
        while (database.isRunning("look-at-devices") != runs) {
            Thread.sleep(50);
        }
    }
}
