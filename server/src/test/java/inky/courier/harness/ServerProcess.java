package inky.courier.harness;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The application as a process of its own, which can be killed. */
public final class ServerProcess implements Host, AutoCloseable {
    private final TestDatabase database;
    private final boolean ownDatabase;
    private final Path folder;
    private final int port;
    private final Map<String, String> environment = new HashMap<>();
    private Process process;

    private static final String USUAL_HEAP = "-Xmx512m";
    private static final Duration PATIENCE = Duration.ofMinutes(5);
    private static final int LAST_LINES = 30;

    private ServerProcess(TestDatabase database, boolean ownDatabase) throws IOException {
        this.database = database;
        this.ownDatabase = ownDatabase;
        folder = Files.createTempDirectory("courier-process");
        port = FreePort.at("127.0.0.1");
        startAgain();
    }

    public static ServerProcess start() throws IOException {
        return new ServerProcess(TestDatabase.create(), true);
    }

    /** On a database that is somebody else's to care for. */
    public static ServerProcess start(TestDatabase database) throws IOException {
        return new ServerProcess(database, false);
    }

    public void startAgain() throws IOException {
        start("", USUAL_HEAP);
        awaitAnswer();
    }

    /** A setting of the next starts. @param value empty for none */
    public void set(String name, String value) {
        if (value.isEmpty()) {
            environment.remove(name);
        } else {
            environment.put(name, value);
        }
    }

    /** Does not wait until it answers: with too little it may never. @param heap as Java's own option says it */
    public void startWithHeap(String heap) throws IOException {
        start("", heap);
    }

    /** @param kibibytes that any file may have, as when the disk has no more room */
    public void startWithFilesOf(int kibibytes) throws IOException {
        start("ulimit -f " + kibibytes + "; ", USUAL_HEAP);
        awaitAnswer();
    }

    /** Says what it wrote last where it does not. */
    private void awaitAnswer() {
        try {
            Waiting.until(this::answers, "the server answers", PATIENCE);
        } catch (AssertionError never) {
            List<String> lines = log().lines().toList();
            String last = String.join("\n", lines.subList(Math.max(0, lines.size() - LAST_LINES), lines.size()));
            throw new AssertionError(never.getMessage() + "; its log ends with\n" + last, never);
        }
    }

    private void start(String before, String heap) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                "bash",
                "-c",
                before + "exec \"$0\" \"$@\"",
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                heap,
                "-Djava.io.tmpdir=" + folder,
                "-XX:TieredStopAtLevel=1",
                "-XX:ReservedCodeCacheSize=240m",
                "-XX:+UseParallelGC",
                // One that does hardly anything but collect garbage gives up, rather than going on like that for
                // minutes.
                "-XX:GCTimeLimit=75",
                "-XX:GCHeapFreeLimit=10",
                "-Djava.awt.headless=true"));
        command.addAll(FastStart.options());
        command.add("inky.courier.InkyCourier");
        command.addAll(List.of(
                Courier.arguments(database, Map.of("server.port", port, "courier.key-file", folder.resolve("key")))));
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile());
        builder.environment().putAll(environment);
        process = builder.start();
    }

    /** SIGKILL: nothing of the process can react to it. */
    public void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
    }

    /** What its database says while it is down. */
    public String ask(String sql) {
        try (var connection =
                        java.sql.DriverManager.getConnection(database.url(), database.user(), database.password());
                var rows = connection.createStatement().executeQuery(sql)) {
            rows.next();
            return rows.getString(1);
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    public String log() {
        try {
            return Files.readString(folder.resolve("log"));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Folders in which files are made, of this and earlier processes. */
    public long workFolders() throws IOException {
        try (var all = Files.list(folder)) {
            return all.filter(path -> path.getFileName().toString().startsWith("inky-courier-work-"))
                    .count();
        }
    }

    @Override
    public URI uri() {
        return URI.create("http://127.0.0.1:" + port);
    }

    @Override
    public Browser administrator() {
        Browser browser = new Browser(uri());
        Courier.signIn(browser);
        return browser;
    }

    @Override
    public void close() throws InterruptedException {
        kill();
        if (ownDatabase) {
            database.drop();
        }
    }

    private boolean answers() {
        if (!process.isAlive()) {
            throw new AssertionError("the server ended: " + folder.resolve("log"));
        }
        try {
            return new Browser(uri()).get("/actuator/health/readiness").status() == 200;
        } catch (java.io.UncheckedIOException e) {
            return false;
        }
    }
}
