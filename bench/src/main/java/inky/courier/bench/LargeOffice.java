package inky.courier.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadLocalRandom;
import tools.jackson.databind.JsonNode;

/** Every list, search and overview of the large office (bin/demo --large), asked by eight desks at once. */
public final class LargeOffice {
    private static final int DESKS = 8;
    private static final int WARMING = 5;
    private static final int TIMES = 25;

    /** Between two questions of somebody who is in a hurry, on average; without it the next follows at once. */
    private static final int CLICKS_MILLIS = 300;

    private LargeOffice() {}

    /** Arguments: the application, the key of the large office, and anything to measure panels and devices alone. */
    public static void main(String[] args) throws Exception {
        try (Database database = new Database();
                Server server = Server.with(Path.of(args[0]), Path.of(args[1]))) {
            database.countStatements();
            List<Desk> desks = new ArrayList<>();
            for (int i = 0; i < DESKS; i++) {
                Desk desk = new Desk(server.uri());
                desk.signIn("maud", "ferry crossing 7");
                desks.add(desk);
            }
            if (args.length < 3) {
                lists(desks, database);
            }
            // What an earlier run has left.
            database.waitUntilDone("prepare-delivery");
            DeviceRound.measure(server, database);
            ManyPanels.measure(server, desks.get(0));
            System.out.printf(
                    Locale.ROOT, "heap of the application at its highest: %.0f MB%n", server.peakHeapMegabytes());
        }
    }

    /** What an office that begins with reports has to sum up once. */
    private static void waitForSums(Desk desk) throws Exception {
        long begin = System.nanoTime();
        int first = missing(desk);
        while (missing(desk) > 0) {
            Thread.sleep(1_000);
        }
        if (first > 2) {
            System.out.printf(
                    Locale.ROOT,
                    "%d days summed up for reports in %d s%n",
                    first,
                    (System.nanoTime() - begin) / 1_000_000_000);
        }
    }

    private static int missing(Desk desk) throws Exception {
        return desk.ask("GET", "/api/reports?by=HOUR&from=2017-01-01&until=2026-12-31", null)
                .path("missing")
                .asInt();
    }

    private static void lists(List<Desk> desks, Database database) throws Exception {
        JsonNode devices =
                desks.get(0).ask("GET", "/api/devices?count=200", null).path("rows");
        String device = devices.path(devices.size() / 2).path("id").asString();
        String mailServer = firstId(desks.get(0), "/api/mail-servers");
        String profile = firstId(desks.get(0), "/api/profiles");
        waitForSums(desks.get(0));
        System.out.printf(Locale.ROOT, "%n%d desks at once, milliseconds%n", DESKS);
        System.out.printf(
                Locale.ROOT,
                "%-52s %7s %7s %12s %7s %10s%n",
                "what is asked",
                "p50",
                "p95",
                "p95 clicking",
                "KB",
                "statements");
        for (String path : List.of(
                "/api/overview",
                "/api/today",
                "/api/deliveries?limit=60",
                "/api/deliveries?limit=60&before=1000000",
                "/api/deliveries?limit=60&before=61",
                "/api/deliveries?limit=60&state=STOPPED",
                "/api/deliveries?limit=60&day=2025-03-04",
                "/api/deliveries?limit=60&device=" + device,
                "/api/deliveries?limit=60&text=fennick",
                "/api/deliveries?limit=60&text=permit%20117",
                "/api/deliveries?limit=60&text=no%20such%20words",
                "/api/deliveries?limit=60&text=D-1234567",
                "/api/find?text=tide",
                "/api/find?text=no%20such%20words",
                "/api/devices",
                "/api/devices?from=900",
                "/api/devices?sort=-address&find=stair",
                "/api/panels",
                "/api/panels?attention=true",
                "/api/panels/" + device,
                "/api/jobs",
                "/api/jobs/ready-made",
                "/api/panel-plans",
                "/api/dependents?kind=MAIL_SERVER&id=" + mailServer,
                "/api/dependents?kind=PROFILE&id=" + profile,
                "/api/findings",
                "/api/office/export?format=YAML",
                "/api/destinations",
                "/api/people",
                "/api/people?from=4900",
                "/api/people?sort=-email&find=kj%C3%B8lv",
                "/api/fleet",
                "/api/fleet/devices",
                "/api/alerts",
                "/api/alerts/rules",
                "/api/device-settings",
                "/api/device-settings?attention=true",
                "/api/firmware/devices",
                "/api/firmware/models",
                "/api/reports?by=DEVICE&from=2025-11-15&until=2026-11-14",
                "/api/reports?by=PERSON&from=2025-11-15&until=2026-11-14",
                "/api/reports?by=DESTINATION&from=2024-01-01&until=2026-12-31",
                "/api/reports?by=HOUR&from=2024-01-01&until=2026-12-31",
                "/api/changes",
                "/api/security-log")) {
            row(desks, path, database);
        }
    }

    private static String firstId(Desk desk, String path) throws Exception {
        return desk.ask("GET", path, null).path(0).path("id").asString();
    }

    private static void row(List<Desk> desks, String path, Database database) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(DESKS);
        try {
            double[] all = together(threads, desks, path, 0);
            double[] clicking = together(threads, desks, path, CLICKS_MILLIS);
            System.out.printf(
                    Locale.ROOT,
                    "%-52s %7.0f %7.0f %12.0f %7.0f %10d%n",
                    path.length() > 52 ? path.substring(0, 52) : path,
                    all[all.length / 2],
                    all[all.length * 95 / 100],
                    clicking[clicking.length * 95 / 100],
                    desks.get(0).bytes(path) / 1024.0,
                    database.statementsOf(() -> desks.get(0).bytes(path)));
        } finally {
            threads.shutdownNow();
        }
    }

    private static double[] together(ExecutorService threads, List<Desk> desks, String path, int pause)
            throws Exception {
        List<Future<double[]>> asked = new ArrayList<>();
        for (Desk desk : desks) {
            asked.add(threads.submit(() -> times(desk, path, pause)));
        }
        double[] all = new double[0];
        for (Future<double[]> one : asked) {
            double[] times = one.get();
            double[] both = Arrays.copyOf(all, all.length + times.length);
            System.arraycopy(times, 0, both, all.length, times.length);
            all = both;
        }
        Arrays.sort(all);
        return all;
    }

    private static double[] times(Desk desk, String path, int pause) throws InterruptedException {
        double[] times = new double[TIMES];
        for (int i = -WARMING; i < TIMES; i++) {
            if (pause > 0) {
                Thread.sleep(ThreadLocalRandom.current().nextInt(2 * pause));
            }
            long begin = System.nanoTime();
            desk.bytes(path);
            if (i >= 0) {
                times[i] = (System.nanoTime() - begin) / 1e6;
            }
        }
        return times;
    }
}
