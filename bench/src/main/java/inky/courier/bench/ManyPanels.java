package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Fifty people at fifty panels of the large office: all sign in at one moment, then each scans three pages after the other. */
final class ManyPanels {
    private static final int PANELS = 50;
    private static final Duration SCANNING = Duration.ofSeconds(60);

    /** As often as a panel looks, which hears of its pages besides. */
    private static final long LOOKS_MILLIS = 500;

    private final Server server;
    private final List<Panel> panels = new ArrayList<>();
    private final List<Double> sends = Collections.synchronizedList(new ArrayList<>());
    private final AtomicInteger scans = new AtomicInteger();
    private final AtomicInteger errors = new AtomicInteger();

    private record Panel(Desk desk, String device, String pin, StandInDevice scanner) {}

    private ManyPanels(Server server) {
        this.server = server;
    }

    /** @param desk signed in as an administrator of the large office */
    static void measure(Server server, Desk desk) throws Exception {
        ManyPanels all = new ManyPanels(server);
        try {
            all.open(desk);
            all.run();
        } finally {
            for (Panel panel : all.panels) {
                panel.scanner.close();
            }
        }
    }

    private void open(Desk admin) throws Exception {
        // The PINs that are made here are used at once.
        ObjectNode settings = (ObjectNode) admin.ask("GET", "/api/settings", null);
        ((ObjectNode) settings.path("panelSignIn")).put("firstPinOnce", false);
        admin.ask("PUT", "/api/settings", settings);
        JsonNode people =
                admin.ask("GET", "/api/people?from=100&count=" + PANELS, null).path("rows");
        JsonNode devices = admin.ask("GET", "/api/devices?sort=address&find=127.21.&count=200", null)
                .path("rows");
        for (int i = 0, at = 0; i < PANELS; at++) {
            JsonNode device = devices.path(at);
            if (device.isMissingNode()) {
                throw new IllegalStateException("of " + at + " devices only " + i + " scan both sides");
            }
            // Most jobs want both sides.
            if (!device.path("abilities").path("bothSides").asBoolean()) {
                continue;
            }
            String[] address = device.path("address").asString().split(":");
            StandInDevice scanner = StandInDevice.start(
                    DeviceModel.named(device.path("abilities")
                                    .path("makeAndModel")
                                    .asString())
                            .orElseThrow(),
                    device.path("name").asString(),
                    address[0],
                    Integer.parseInt(address[1]),
                    i,
                    300);
            scanner.samePaper();
            String person = people.path(i++).path("id").asString();
            String pin = admin.ask("POST", "/api/people/" + person + "/pin", map())
                    .path("pin")
                    .asString();
            Desk panel = new Desk(server.uri());
            panel.ask("GET", "/api/panel/" + device.path("id").asString(), null);
            panels.add(new Panel(panel, device.path("id").asString(), pin, scanner));
        }
    }

    private void run() throws Exception {
        for (int i = 0; i < 3; i++) {
            signIn(panels.get(i));
            scan(panels.get(i));
        }
        sends.clear();
        double alone = signIn(panels.get(0));
        ExecutorService people = Executors.newFixedThreadPool(PANELS);
        try {
            CyclicBarrier together = new CyclicBarrier(PANELS);
            List<Future<Double>> signingIn = new ArrayList<>();
            for (Panel panel : panels) {
                signingIn.add(people.submit(() -> {
                    together.await();
                    return signIn(panel);
                }));
            }
            double slowest = 0;
            for (Future<Double> one : signingIn) {
                slowest = Math.max(slowest, one.get());
            }
            Duration processor = server.processorTime();
            long end = System.nanoTime() + SCANNING.toNanos();
            List<Future<?>> scanning = new ArrayList<>();
            for (Panel panel : panels) {
                scanning.add(people.submit(() -> scanUntil(panel, end)));
            }
            for (Future<?> one : scanning) {
                one.get();
            }
            Collections.sort(sends);
            System.out.printf(
                    Locale.ROOT,
                    "%n%d panels at once%nsign-in to buttons: alone %.0f ms, the slowest of all at one moment %.0f ms%n"
                            + "Send: p50 %.0f ms, p95 %.0f ms; %d scans of 3 sheets a minute; %d errors%n"
                            + "processor time of the application meanwhile: %.0f s of %d%n",
                    PANELS,
                    alone,
                    slowest,
                    sends.get(sends.size() / 2),
                    sends.get(sends.size() * 95 / 100),
                    scans.get(),
                    errors.get(),
                    server.processorTime().minus(processor).toMillis() / 1000.0,
                    SCANNING.toSeconds() * Runtime.getRuntime().availableProcessors());
        } finally {
            people.shutdownNow();
        }
    }

    private static double signIn(Panel panel) {
        long begin = System.nanoTime();
        panel.desk.ask("POST", "/api/panel/" + panel.device + "/session", map("pin", panel.pin));
        panel.desk.ask("GET", "/api/panel/" + panel.device + "/jobs", null);
        return (System.nanoTime() - begin) / 1e6;
    }

    private void scanUntil(Panel panel, long end) {
        while (System.nanoTime() < end) {
            try {
                scan(panel);
                if (System.nanoTime() < end) {
                    scans.incrementAndGet();
                }
            } catch (IllegalStateException e) {
                System.out.println(e.getMessage());
                errors.incrementAndGet();
            }
        }
    }

    private void scan(Panel panel) {
        String at = "/api/panel/" + panel.device;
        String job = "";
        for (JsonNode label : panel.desk.ask("GET", at + "/jobs", null)) {
            if (label.path("possible").asBoolean() && label.path("asks").isEmpty()) {
                job = label.path("jobId").asString();
                // Three pages of three sheets, where there is such a job.
                if (label.path("does").asString().startsWith("One side")) {
                    break;
                }
            }
        }
        panel.scanner.put(Stack.BERTH_PERMIT);
        String scan = panel.desk
                .ask("POST", at + "/scans", map("jobId", job))
                .path("id")
                .asString();
        JsonNode now;
        do {
            pause();
            now = panel.desk.ask("GET", at + "/scans/" + scan, null);
        } while (now.path("state").asString().equals("SCANNING"));
        if (now.path("pages").size() < 3) {
            throw new IllegalStateException("a scan of 3 pages has " + now);
        }
        long begin = System.nanoTime();
        panel.desk.ask("POST", at + "/scans/" + scan + "/send", map());
        sends.add((System.nanoTime() - begin) / 1e6);
    }

    private static void pause() {
        try {
            Thread.sleep(LOOKS_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
