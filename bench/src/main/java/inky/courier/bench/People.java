package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.PostOffice;
import inky.courier.standins.StandInDevice;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** Measures an office of five thousand people: they come from a table, get their PINs as letters, and sign in, eight at a time; and one who
 * looks for recipients among fifty thousand contacts, and in a directory beside them. */
public final class People {
    private static final int PEOPLE = 5000;
    private static final int SIGN_INS = 800;
    private static final int WARM = 100;
    private static final int AT_ONCE = 8;
    private static final int CONTACTS = 50_000;
    private static final int ENTRIES = 20_000;
    private static final int ROUNDS = 80;
    private static final List<String> FIRST = List.of(
            "Ada", "Bram", "Corin", "Dagny", "Edda", "Fenn", "Gisla", "Halvar", "Ilse", "Joss", "Kuno", "Livia");
    private static final List<String> LAST = List.of(
            "Quill", "Brackwater", "Tarrow", "Merle", "Sedgeley", "Ashlade", "Wick", "Fennick", "Rill", "Marlow");

    private final Server server;
    private final Desk desk;
    private String device = "";

    private People(Server server) {
        this.server = server;
        this.desk = new Desk(server.uri());
    }

    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice scanner = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Bench", "127.20.7.1", 0, 9_000, 0);
                PostOffice post = WholeJob.postOffice()) {
            People people = new People(server);
            people.desk.setUp(scanner.port(), post.startTlsPort(), 200, "AS_FOUND");
            people.device = people.desk
                    .ask("GET", "/api/devices", null)
                    .path("rows")
                    .path(0)
                    .path("id")
                    .asString();
            people.comeIn();
            people.signIn();
            people.type();
        }
    }

    private static double since(long began) {
        return (System.nanoTime() - began) / 1e6;
    }

    private void comeIn() {
        StringBuilder table = new StringBuilder("name,login,email,groups\r\n");
        for (int i = 0; i < PEOPLE; i++) {
            table.append(
                    String.format(Locale.ROOT, "Person %1$d,p%1$d,p%1$d@wherrymoor.example,Group %2$d\r\n", i, i % 40));
        }
        var file = map("file", table.toString(), "disableOthers", false);
        long began = System.nanoTime();
        String token = desk.ask("POST", "/api/people/import/compare", file)
                .path("token")
                .asString();
        WholeJob.row("a table of 5,000 people: what would change", since(began), "ms");
        began = System.nanoTime();
        desk.ask("POST", "/api/people/import", map("file", file, "token", token));
        WholeJob.row("a table of 5,000 people: made", since(began), "ms");
        began = System.nanoTime();
        desk.ask("POST", "/api/people/import/compare", file);
        WholeJob.row("the same table again: nothing would change", since(began), "ms");
    }

    /** Each PIN is made for this, and each person signs in once. */
    private void signIn() throws Exception {
        List<String> pins = new ArrayList<>();
        long began = System.nanoTime();
        for (int from = 0; pins.size() < SIGN_INS + WARM; from += 200) {
            for (JsonNode row :
                    desk.ask("GET", "/api/people?count=200&from=" + from, null).path("rows")) {
                pins.add(desk.ask("POST", "/api/people/" + row.path("id").asString() + "/pin", map())
                        .path("pin")
                        .asString());
            }
        }
        WholeJob.row("a PIN made, one after the other", since(began) / pins.size(), "ms each");
        pins.subList(0, WARM).forEach(this::signIn);
        ExecutorService doors = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<Future<Double>> all = pins.subList(WARM, WARM + SIGN_INS).stream()
                    .map(pin -> doors.submit(() -> signIn(pin)))
                    .toList();
            List<Double> times = new ArrayList<>();
            for (Future<Double> one : all) {
                times.add(one.get());
            }
            times.sort(null);
            WholeJob.row("sign-in among 5,000 people, 8 at once: p50", times.get(times.size() / 2), "ms");
            WholeJob.row(
                    "sign-in among 5,000 people, 8 at once: p95", times.get(times.size() * 95 / 100), "ms, target 300");
        } finally {
            doors.shutdownNow();
        }
    }

    /** Recipients as somebody types them, letter by letter, beside everything that changes the address book now and then. */
    private void type() throws Exception {
        StringBuilder table = new StringBuilder("name,email,company\r\n");
        for (int i = 0; i < CONTACTS; i++) {
            table.append(String.format(
                    Locale.ROOT,
                    "%s %s,c%d@firm%d.example,Firm %d\r\n",
                    FIRST.get(i % FIRST.size()),
                    LAST.get(i / FIRST.size() % LAST.size()) + i % 997,
                    i,
                    i % 800,
                    i % 800));
        }
        var file = map("file", table.toString());
        long began = System.nanoTime();
        String token = desk.ask("POST", "/api/contacts/import/compare", file)
                .path("token")
                .asString();
        WholeJob.row("a table of 50,000 contacts: what would change", since(began), "ms");
        began = System.nanoTime();
        desk.ask("POST", "/api/contacts/import", map("file", file, "token", token));
        WholeJob.row("a table of 50,000 contacts: made", since(began), "ms");
        String person = desk.ask("GET", "/api/people?count=1", null)
                .path("rows")
                .path(0)
                .path("id")
                .asString();
        String pin = desk.ask("POST", "/api/people/" + person + "/pin", map())
                .path("pin")
                .asString();
        Desk panel = new Desk(server.uri());
        panel.ask("GET", "/api/panel/" + device, null);
        panel.ask("POST", "/api/panel/" + device + "/session", map("pin", pin));
        String job = desk.ask("GET", "/api/jobs", null)
                .path("rows")
                .path(0)
                .path("id")
                .asString();
        rows(panel, job, "recipients as one types, 50,000 contacts");
        List<String> names = Stream.iterate(0, i -> i + 1)
                .limit(ENTRIES)
                .map(i -> FIRST.get(i % FIRST.size()) + " " + LAST.get(i / FIRST.size() % LAST.size()) + i % 991)
                .toList();
        try (OpenLdap directory = new OpenLdap(names)) {
            String id = desk.ask("POST", "/api/directories", directory.form())
                    .path("id")
                    .asString();
            desk.ask("POST", "/api/directories/" + id + "/probe", map());
            rows(panel, job, "the same beside a directory (slapd) of 20,000");
            began = System.nanoTime();
            desk.ask("POST", "/api/directories/" + id + "/comparison", map());
            WholeJob.row("a directory of 20,000: what would change", since(began), "ms");
        }
    }

    private void rows(Desk panel, String job, String what) {
        List<Double> times = new ArrayList<>();
        int late = 0;
        for (int round = 0; round < ROUNDS; round++) {
            String name = FIRST.get(round % FIRST.size()).substring(0, 3) + "+"
                    + LAST.get(round % LAST.size()).substring(0, 4);
            for (int letters = 1; letters <= name.length(); letters++) {
                long began = System.nanoTime();
                JsonNode found = panel.ask(
                        "GET",
                        "/api/panel/" + device + "/recipients?job=" + job + "&letters=" + name.substring(0, letters),
                        null);
                if (round >= ROUNDS / 4) {
                    times.add(since(began));
                    late += found.path("directoryLate").asBoolean() ? 1 : 0;
                }
            }
        }
        times.sort(null);
        WholeJob.row(what + ": p50", times.get(times.size() / 2), "ms");
        WholeJob.row(what + ": p95", times.get(times.size() * 95 / 100), "ms, target 150");
        WholeJob.row("the slowest of them", times.get(times.size() - 1), "ms");
        WholeJob.row("of them without an answer of the directory in time", 100.0 * late / times.size(), "%");
    }

    private double signIn(String pin) {
        Desk panel = new Desk(server.uri());
        panel.ask("GET", "/api/panel/" + device, null);
        long began = System.nanoTime();
        panel.ask("POST", "/api/panel/" + device + "/session", map("pin", pin));
        return since(began);
    }
}
