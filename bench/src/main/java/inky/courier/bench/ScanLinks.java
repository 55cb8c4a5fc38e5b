package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/** Pages a second by each link, kept and looked at by the application, beside Debian's scanimage that writes them into files; from the same stand-in, whose paper takes no time. */
public final class ScanLinks {
    private static final int PAGES = 50;
    private static final int TIMES = 3;
    private static final long LOOKS_MILLIS = 50;
    private static final String DPI = "200";

    private final Desk desk;
    private final Server server;
    private final String job;

    private ScanLinks(Server server, String job, Desk desk) {
        this.server = server;
        this.job = job;
        this.desk = desk;
    }

    /** Argument: the application. */
    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice first = device(1);
                StandInDevice ipp = device(2);
                StandInDevice escl = device(3);
                PostOffice post = WholeJob.postOffice()) {
            Desk desk = new Desk(server.uri());
            String job = desk.setUp(first.port(), post.startTlsPort(), Integer.parseInt(DPI), "COLOUR");
            ScanLinks all = new ScanLinks(server, job, desk);
            all.row("Courier, IPP, kept and looked at", all.by("IPP", ipp));
            all.row("Courier, eSCL, kept and looked at", all.by("ESCL", escl));
            if (Files.isExecutable(Path.of("/usr/bin/scanimage"))) {
                all.row("scanimage, eSCL, into JPEG files", scanimage(escl));
            }
        }
    }

    private static StandInDevice device(int number) throws Exception {
        StandInDevice device = StandInDevice.start(
                DeviceModel.named("Alder M30").orElseThrow(), "Links " + number, "127.20.7." + number, 0, 9_000, 0);
        device.samePaper();
        return device;
    }

    private interface Scan {
        void go() throws Exception;
    }

    /** The first is not counted: the paper is drawn, and code compiled. */
    private void row(String what, Scan scan) throws Exception {
        List<Double> rates = new ArrayList<>();
        for (int i = 0; i <= TIMES; i++) {
            long begin = System.nanoTime();
            scan.go();
            rates.add(PAGES * 1e9 / (System.nanoTime() - begin));
        }
        List<Double> counted = rates.subList(1, rates.size()).stream().sorted().toList();
        WholeJob.row(what + ", " + PAGES + " pages in colour at " + DPI + " dpi", counted.get(TIMES / 2), "pages/s");
    }

    private Scan by(String protocol, StandInDevice device) throws Exception {
        String id = desk.ask(
                        "POST",
                        "/api/devices",
                        map(
                                "name",
                                "By " + protocol,
                                "place",
                                "",
                                "placeWhat",
                                "",
                                "address",
                                device.address() + ":" + device.port(),
                                "signOutSeconds",
                                600,
                                "protocol",
                                protocol))
                .path("id")
                .asString();
        desk.ask("PUT", "/api/panels/" + id, map("places", List.of(map("place", 1, "jobId", job))));
        String login = "links-" + protocol.toLowerCase(Locale.ROOT);
        String person = desk.ask(
                        "POST",
                        "/api/people",
                        map("name", "By " + protocol, "login", login, "email", login + "@wherrymoor.example"))
                .path("id")
                .asString();
        String pin = desk.ask("POST", "/api/people/" + person + "/pin", map())
                .path("pin")
                .asString();
        String path = "/api/panel/" + id;
        Desk panel = new Desk(server.uri());
        panel.ask("GET", path, null);
        panel.ask("POST", path + "/session", map("pin", pin));
        return () -> {
            device.put(Stack.FIFTY_LETTERS);
            String scan = path + "/scans/"
                    + panel.ask("POST", path + "/scans", map("jobId", job))
                            .path("id")
                            .asString();
            JsonNode now;
            do {
                Thread.sleep(LOOKS_MILLIS);
                now = panel.ask("GET", scan, null);
            } while (now.path("state").asString().equals("SCANNING"));
            if (now.path("pages").size() != PAGES) {
                throw new IllegalStateException(
                        "a scan of fifty pages has " + now.path("pages").size());
            }
            panel.ask("DELETE", scan, null);
        };
    }

    private static Scan scanimage(StandInDevice device) throws Exception {
        Path folder = Files.createTempDirectory("scanimage");
        Files.writeString(folder.resolve("dll.conf"), "airscan\n");
        Files.writeString(
                folder.resolve("airscan.conf"),
                "[devices]\nLinks = http://" + device.address() + ":" + device.port()
                        + "/eSCL/, eSCL\n[options]\ndiscovery = disable\n");
        return () -> {
            device.put(Stack.FIFTY_LETTERS);
            ProcessBuilder builder = new ProcessBuilder(
                            "scanimage",
                            "-d",
                            "airscan:e0:Links",
                            "--source",
                            "ADF",
                            "--resolution",
                            DPI,
                            "--mode",
                            "Color",
                            "--format=jpeg",
                            "--batch=page%d.jpg")
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("said").toFile());
            builder.environment().put("SANE_CONFIG_DIR", folder.toString());
            if (!builder.start().waitFor(5, TimeUnit.MINUTES)
                    || !Files.exists(folder.resolve("page" + PAGES + ".jpg"))) {
                throw new IllegalStateException(Files.readString(folder.resolve("said")));
            }
        };
    }
}
