package inky.courier.bench;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Measures the application as its users meet it: a process of its own with 512 MB of heap, real PostgreSQL, stand-ins
 * over loopback.
 */
public final class WholeJob {
    private static final int REPEATS = 5;

    private WholeJob() {}

    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice device = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Bench", "127.20.7.1", 0, 9_000, 0);
                PostOffice post = postOffice()) {
            row("start-up to ready", seconds(server.startUp()), "s");
            Desk desk = new Desk(server.uri());
            String job = desk.setUp(device.port(), post.startTlsPort(), 200, "AS_FOUND");
            desk.run(device, Stack.BERTH_PERMIT, job);
            row(
                    "send to accepted, 3 pages at 200 dpi",
                    seconds(median(desk, device, Stack.BERTH_PERMIT, job)),
                    "s, median of " + REPEATS);
            row(
                    "send to accepted, 50 pages at 200 dpi",
                    seconds(median(desk, device, Stack.FIFTY_LETTERS, job)),
                    "s, median of " + REPEATS);
            Desk.Times fifty = desk.run(device, Stack.FIFTY_LETTERS, job);
            row(
                    "pages a second, scanning into the store",
                    50 / seconds(fifty.scanning()),
                    "pages/s, stand-in drawing included");
            row("pages a second, send to accepted", 50 / seconds(fifty.sending()), "pages/s");

            String large = desk.setUp(device.port(), post.startTlsPort(), 300, "COLOUR");
            server.forgetPeaks();
            Desk.Times twoHundred = desk.run(device, Stack.TWO_HUNDRED, large);
            row("200 pages, colour A4 at 300 dpi: scanning", seconds(twoHundred.scanning()), "s");
            row("200 pages, colour A4 at 300 dpi: send to accepted", seconds(twoHundred.sending()), "s");
            row(
                    "200 pages: size as mail",
                    post.mailbox()
                                    .letters()
                                    .get(post.mailbox().letters().size() - 1)
                                    .bytes()
                            / 1048576.0,
                    "MB");
            row("200 pages: heap, high-water mark", server.peakHeapMegabytes(), "MB of 512 allowed");
        }
    }

    private static Duration median(Desk desk, StandInDevice device, Stack stack, String job) {
        List<Duration> times = new java.util.ArrayList<>();
        for (int i = 0; i < REPEATS; i++) {
            times.add(desk.run(device, stack, job).sending());
        }
        return times.stream().sorted().toList().get(REPEATS / 2);
    }

    static PostOffice postOffice() throws IOException {
        return PostOffice.open(new PostOffice.Settings(
                "mail.wherrymoor.example",
                "127.30.7.5",
                0,
                0,
                0,
                "scans@wherrymoor.example",
                Desk.PASSWORD,
                Integer.MAX_VALUE,
                Files.createTempDirectory("bench")));
    }

    private static double seconds(Duration duration) {
        return duration.toMillis() / 1000.0;
    }

    static void row(String what, double value, String unit) {
        System.out.printf(Locale.ROOT, "%-52s %10.2f  %s%n", what, value, unit);
    }

    /** For the callers of {@link Desk}. */
    static Map<String, Object> map(Object... pairs) {
        Map<String, Object> map = new java.util.LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            map.put((String) pairs[i], pairs[i + 1]);
        }
        return map;
    }
}
