package inky.courier.harness;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The application as a process of its own, which can be killed. */
public final class ServerProcess implements Host, AutoCloseable {
    private final TestDatabase database = TestDatabase.create();
    private final Path folder;
    private final int port;
    private Process process;

    private ServerProcess() throws IOException {
        folder = Files.createTempDirectory("courier-process");
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        startAgain();
    }

    public static ServerProcess start() throws IOException {
        return new ServerProcess();
    }

    public void startAgain() throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-Djava.awt.headless=true",
                "-cp",
                System.getProperty("java.class.path"),
                "inky.courier.InkyCourier"));
        command.addAll(List.of(
                Courier.arguments(database, Map.of("server.port", port, "courier.key-file", folder.resolve("key")))));
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        Waiting.until(this::answers, "the server answers");
    }

    /** SIGKILL: nothing of the process can react to it. */
    public void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
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
        database.drop();
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
