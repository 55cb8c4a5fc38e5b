package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.ToDoubleFunction;
import tools.jackson.databind.JsonNode;

/**
 * Fifty people at fifty panels press a job at one moment, each with ten pages in the feeder, and send them when all are in. The
 * devices draw their paper on the same cores, once for all of them.
 */
public final class TenPages {
    private static final int PANELS = 50;
    private static final int PAGES = 10;
    private static final int PAGE_MILLIS = 1_000;
    private static final int WARM = 8;

    /** A panel hears of its pages; here it looks, seldom enough that looking is not what is measured. */
    private static final long LOOKS_MILLIS = 500;

    private final Server server;
    private final Desk desk;
    private final List<Panel> panels = new ArrayList<>();

    private record Panel(Desk desk, String path, StandInDevice scanner) {}

    /** In milliseconds from the press of the key. @param sent how long the answer to Send took */
    private record Took(double firstPage, double lastPage, double sent, String delivery) {}

    private TenPages(Server server) {
        this.server = server;
        this.desk = new Desk(server.uri());
    }

    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice first = device(0);
                PostOffice post = WholeJob.postOffice()) {
            TenPages all = new TenPages(server);
            String job = all.desk.setUp(first.port(), post.startTlsPort(), 200, "AS_FOUND");
            try {
                for (int i = 1; i <= PANELS; i++) {
                    all.panels.add(all.panel(i, job));
                }
                // The paper is drawn, and the application has been at work for a while.
                for (int i = 0; i < WARM; i++) {
                    all.scan(all.panels.get(i), job, new CyclicBarrier(1));
                }
                all.run(job);
            } finally {
                all.panels.forEach(panel -> panel.scanner.close());
            }
        }
    }

    private static StandInDevice device(int number) throws Exception {
        StandInDevice device = StandInDevice.start(
                DeviceModel.named("Alder M60c").orElseThrow(),
                "Panel " + number,
                "127.20.7." + (1 + number),
                0,
                9_000,
                PAGE_MILLIS);
        device.samePaper();
        return device;
    }

    private Panel panel(int number, String job) throws Exception {
        StandInDevice scanner = device(number);
        String device = desk.ask(
                        "POST",
                        "/api/devices",
                        map(
                                "name",
                                "Panel " + number,
                                "place",
                                "",
                                "placeWhat",
                                "",
                                "address",
                                scanner.address() + ":" + scanner.port(),
                                "signOutSeconds",
                                600))
                .path("id")
                .asString();
        desk.ask("PUT", "/api/panels/" + device, map("places", List.of(map("place", 1, "jobId", job))));
        String person = desk.ask(
                        "POST",
                        "/api/people",
                        map(
                                "name",
                                "Person " + number,
                                "login",
                                "p" + number,
                                "email",
                                "p" + number + "@wherrymoor.example"))
                .path("id")
                .asString();
        String pin = desk.ask("POST", "/api/people/" + person + "/pin", map())
                .path("pin")
                .asString();
        String path = "/api/panel/" + device;
        Desk panel = new Desk(server.uri());
        panel.ask("GET", path, null);
        panel.ask("POST", path + "/session", map("pin", pin));
        return new Panel(panel, path, scanner);
    }

    private void run(String job) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(PANELS);
        try {
            CyclicBarrier together = new CyclicBarrier(PANELS);
            Duration processor = server.processorTime();
            List<Future<Took>> all = panels.stream()
                    .map(panel -> people.submit(() -> scan(panel, job, together)))
                    .toList();
            List<Took> took = new ArrayList<>();
            for (Future<Took> one : all) {
                took.add(one.get());
            }
            double seconds = server.processorTime().minus(processor).toMillis() / 1000.0;
            String what = PANELS + " panels, " + PAGES + " pages each: ";
            WholeJob.row(what + "first page shown, p50", at(took, Took::firstPage, 50), "ms");
            WholeJob.row(what + "first page shown, p95", at(took, Took::firstPage, 95), "ms");
            WholeJob.row(what + "last page in, p95", at(took, Took::lastPage, 95) / 1000, "s");
            WholeJob.row(what + "Send answered, p95", at(took, Took::sent, 95), "ms");
            WholeJob.row(what + "processor time of the application, a page", seconds * 1000 / PANELS / PAGES, "ms");
            long began = System.nanoTime();
            desk.waitFor(took.stream().map(Took::delivery).toList(), "ACCEPTED");
            WholeJob.row(what + "all accepted, after the last Send", (System.nanoTime() - began) / 1e9, "s");
            WholeJob.row(what + "heap, high-water mark", server.peakHeapMegabytes(), "MB of 512 allowed");
        } finally {
            people.shutdownNow();
        }
    }

    private static double at(List<Took> all, ToDoubleFunction<Took> what, int percent) {
        List<Double> sorted = all.stream().map(what::applyAsDouble).sorted().toList();
        return sorted.get(Math.min(sorted.size() - 1, sorted.size() * percent / 100));
    }

    /** @throws IllegalStateException when anything is refused, or a page is missing */
    private Took scan(Panel panel, String job, CyclicBarrier together) throws Exception {
        panel.scanner.put(Stack.TEN_LETTERS);
        together.await();
        long began = System.nanoTime();
        String scan = panel.path + "/scans/"
                + panel.desk
                        .ask("POST", panel.path + "/scans", map("jobId", job))
                        .path("id")
                        .asString();
        double first = 0;
        JsonNode now;
        do {
            Thread.sleep(LOOKS_MILLIS);
            now = panel.desk.ask("GET", scan, null);
            if (first == 0 && !now.path("pages").isEmpty()) {
                String page = now.path("pages").path(0).path("id").asString();
                panel.desk.bytes(scan + "/pages/" + page + "/thumbnail");
                first = (System.nanoTime() - began) / 1e6;
            }
        } while (now.path("state").asString().equals("SCANNING"));
        double last = (System.nanoTime() - began) / 1e6;
        if (now.path("pages").size() != PAGES) {
            throw new IllegalStateException("a scan of ten pages has " + now);
        }
        long sending = System.nanoTime();
        String delivery =
                panel.desk.ask("POST", scan + "/send", map()).path("deliveryId").asString();
        return new Took(first, last, (System.nanoTime() - sending) / 1e6, delivery);
    }
}
