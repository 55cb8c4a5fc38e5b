package inky.courier.bench;

import inky.courier.standins.CloudHouse;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.FileHouse;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Measures the delivery engine: how many small files go through, how fast a large one goes, how long a person waits. */
public final class Engine {
    private static final int SCANS = 50;
    private static final int WAYS = 10;

    /** Each scan goes to so many of them. */
    private static final int FORKS = 5;

    private static final int RESTING = 20;
    private static final int WARMING = 4;

    /** So many ways share a scan of a large file. */
    private static final int LARGE_WAYS = 2;

    private static final String OTHER = "not the password";
    private static final String HOUSE = "127.40.7.5";
    private static final String CLOUD = "127.40.7.6";

    private final Desk desk;
    private final Database database;
    private final StandInDevice device;
    private final PostOffice post;
    private final FileHouse house;
    private final CloudHouse cloud;

    private Engine(
            Database database, Desk desk, StandInDevice device, PostOffice post, FileHouse house, CloudHouse cloud) {
        this.database = database;
        this.desk = desk;
        this.device = device;
        this.post = post;
        this.house = house;
        this.cloud = cloud;
    }

    public static void main(String[] args) throws Exception {
        Path jar = Path.of(args[0]);
        Path folder = Files.createTempDirectory("bench-engine");
        try (Database database = new Database();
                Server server = new Server(jar);
                StandInDevice device = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Bench", "127.20.7.1", 0, 9_000, 0);
                PostOffice post = WholeJob.postOffice();
                FileHouse house = FileHouse.open(new FileHouse.Settings(
                        "files.wherrymoor.example",
                        HOUSE,
                        0,
                        0,
                        0,
                        0,
                        "scans",
                        Desk.PASSWORD,
                        folder.resolve("house")));
                CloudHouse cloud = CloudHouse.open(new CloudHouse.Settings(
                        "cloud.wherrymoor.example", CLOUD, 0, "scans", Desk.PASSWORD, folder.resolve("cloud")))) {
            Engine engine = new Engine(database, new Desk(server.uri()), device, post, house, cloud);
            engine.desk.setUp(device.port(), post.startTlsPort(), 200, "AS_FOUND");
            String part = args.length > 1 ? args[1] : "";
            if (!part.equals("queue")) {
                engine.large();
            }
            if (part.isEmpty()) {
                engine.waiting();
            }
            if (part.equals("large")) {
                return;
            }
            List<String> folders = engine.several(i -> engine.sftp("queue/" + i));
            List<String> one = engine.several(i -> engine.desk.mailToMe());
            List<String> ten = engine.several(
                    i -> engine.desk.mailToMe(engine.desk.mailServer("Harbour Post " + i, post.startTlsPort())));
            engine.queues("one instance", folders, one, ten);
            try (Server second = server.another()) {
                engine.queues("two instances", folders, one, ten);
            }
        }
    }

    /** Java compiles what has run a thousand times: before that a delivery takes twice the work. */
    private void queues(String instances, List<String> folders, List<String> one, List<String> ten) throws Exception {
        for (int i = 0; i < WARMING; i++) {
            seconds(ten, post::password);
        }
        queue("SMTP to ten servers, " + instances, ten, post::password);
        queue("SMTP to one server, " + instances, one, post::password);
        queue("SFTP to ten folders, " + instances, folders, house::password);
    }

    private List<String> several(IntFunction<String> destination) {
        return IntStream.range(0, WAYS).mapToObj(destination).toList();
    }

    /** What a far side lets in. */
    private interface Door {
        void password(String password) throws IOException;
    }

    private String sftp(String path) {
        return desk.folder("SFTP", HOUSE, house.sftpPort(), path, "TLS");
    }

    private void queue(String what, List<String> destinations, Door door) throws Exception {
        WholeJob.row(
                "deliveries a second, " + what,
                SCANS * FORKS / seconds(destinations, door),
                "of one small page, " + SCANS * FORKS + " that wait at once");
    }

    /**
     * Everything is made ready while the far side refuses the sign-in; the clock runs from when all may go to the last one's
     * acceptance.
     */
    private double seconds(List<String> destinations, Door door) throws Exception {
        List<String> deliveries = new ArrayList<>();
        for (int i = 0; i < WAYS; i += FORKS) {
            deliveries.addAll(
                    behind(door, destinations.subList(i, i + FORKS), SCANS * FORKS / WAYS, Stack.TIDE_TABLE, 150));
        }
        door.password(Desk.PASSWORD);
        desk.act("TRY_AGAIN", deliveries);
        Instant begin = Instant.now();
        database.waitUntilAllArrived();
        return Duration.between(begin, Instant.now()).toMillis() / 1000.0;
    }

    /** Deliveries that wait before a closed door. */
    private List<String> behind(Door door, List<String> destinations, int count, Stack stack, int dpi)
            throws IOException {
        door.password(OTHER);
        String job = desk.job(destinations, dpi, "AS_FOUND");
        List<String> deliveries = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            deliveries.add(desk.send(device, stack, job));
        }
        // What one person sends to one folder keeps its order, so only the first meets the closed door.
        desk.waitFor(deliveries.subList(0, 1), "WAITING");
        deliveries.forEach(desk::waitUntilNamed);
        return deliveries;
    }

    private void waiting() throws IOException {
        String job = desk.job(sftp("waiting"), 200, "AS_FOUND");
        desk.run(device, Stack.BERTH_PERMIT, job);
        percentiles("at rest", job);
        // Under load: as many others as keep the engine busy for all of it, through another server.
        List<String> load =
                behind(post::password, several(i -> desk.mailToMe()).subList(0, FORKS), 8, Stack.BERTH_PERMIT, 200);
        post.password(Desk.PASSWORD);
        post.slow(400_000);
        desk.place(job);
        desk.act("TRY_AGAIN", load);
        percentiles("with " + load.size() * FORKS + " others under way", job);
        post.slow(Long.MAX_VALUE);
        desk.waitFor(load, "ACCEPTED");
    }

    private void percentiles(String when, String job) {
        List<Duration> times = new ArrayList<>();
        for (int i = 0; i < RESTING; i++) {
            times.add(desk.run(device, Stack.BERTH_PERMIT, job).sending());
        }
        List<Duration> sorted = times.stream().sorted().toList();
        WholeJob.row(
                "send to accepted " + when + ", 3 pages, SFTP",
                sorted.get(RESTING / 2).toMillis() / 1000.0,
                String.format(
                        Locale.ROOT,
                        "s p50, %.2f s p95",
                        sorted.get(RESTING * 95 / 100).toMillis() / 1000.0));
    }

    /** The same file by Courier, from its encrypted store, and by the library alone, from a plain file. */
    private void large() throws IOException {
        Map<String, Supplier<String>> ways = new LinkedHashMap<>();
        ways.put("SFTP", () -> sftp("large"));
        ways.put("FTPS", () -> desk.folder("FTP", HOUSE, house.ftpsPort(), "large", "TLS"));
        if (house.smbPort() > 0) {
            ways.put("SMB", () -> desk.folder("SMB", HOUSE, house.smbPort(), "large", "NONE"));
        }
        ways.put("WebDAV", () -> desk.folder("WEBDAV", cloud.address() + "/dav/", 0, "large", "TLS"));
        ways.put("SMTP", desk::mailToMe);
        List<String> names = List.copyOf(ways.keySet());
        for (int i = 0; i < names.size(); i += LARGE_WAYS) {
            List<String> some = names.subList(i, Math.min(names.size(), i + LARGE_WAYS));
            List<String> destinations = some.stream()
                    .flatMap(name -> Stream.generate(ways.get(name)).limit(BareTransfer.REPEATS))
                    .toList();
            String delivery = desk.sendHeld(device, Stack.TWO_HUNDRED, desk.job(destinations, 300, "COLOUR"));
            for (int way = 0; way < some.size(); way++) {
                large(some.get(way), delivery, way * BareTransfer.REPEATS);
            }
        }
    }

    /** The best of as many as the library alone has: the first are spent on warming up. */
    private void large(String name, String delivery, int first) throws IOException {
        double courier = 0;
        long bytes = 0;
        for (int i = first; i < first + BareTransfer.REPEATS; i++) {
            Desk.Leg leg = desk.release(delivery, i);
            bytes = leg.bytes();
            courier = Math.max(courier, bytes / 1048576.0 / (leg.took().toMillis() / 1000.0));
        }
        double bare = BareTransfer.megabytesPerSecond(name, bytes, house, cloud, post);
        WholeJob.row(
                String.format(Locale.ROOT, "%s, one file of %.0f MB", name, bytes / 1048576.0),
                courier,
                String.format(Locale.ROOT, "MB/s, %.2f of the bare library's %.0f", courier / bare, bare));
    }
}
