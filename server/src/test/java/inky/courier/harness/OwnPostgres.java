package inky.courier.harness;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A PostgreSQL of its own, which can be killed, started again, and left without room on its disk. */
public final class OwnPostgres implements AutoCloseable {
    private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

    private final Path run;
    private final int port;
    private Path data;
    private String password;

    private OwnPostgres() throws IOException {
        run = Files.createTempDirectory("own-postgres");
        port = FreePort.at("127.0.0.1");
        start(0);
    }

    public static OwnPostgres start() throws IOException {
        return new OwnPostgres();
    }

    public TestDatabase database() {
        String url = "jdbc:postgresql://127.0.0.1:" + port + "/postgres";
        return new TestDatabase("postgres", url, "courier", password);
    }

    /** @param largestFile that it may write, in KiB, as when the disk has no more room; 0 for no limit */
    public void start(int largestFile) throws IOException {
        String limit = largestFile == 0 ? "" : "ulimit -f " + largestFile + "; ";
        // After a kill, what is left of the old one may hold on to its memory for a moment.
        // Segments of the log are the largest files of an empty database: small, so that little fills the disk.
        String start = "pg_init_options=--wal-segsize=1 pg_start crash-" + port + " " + port;
        String[] answer = bash(". bin/lib/common.sh; " + limit + "for i in $(seq 50); do (" + start
                        + ") 2>/dev/null && break; sleep 0.2; done; " + start
                        + "; printf '%s\n%s' \"$pg_data\" \"$pg_password\"")
                .split("\n");
        data = Path.of(answer[0]);
        password = answer[1];
    }

    /** SIGKILL to the postmaster: its children see it gone and end at once, in the middle of whatever they do. */
    public void kill() throws IOException {
        bash("pid=$(head -1 '" + data + "/postmaster.pid'); kill -9 $pid; for i in $(seq 200); do "
                + "kill -0 $pid 2>/dev/null || exit 0; sleep 0.05; done; exit 1");
    }

    public void stop() throws IOException {
        bash(". bin/lib/common.sh; pg_data='" + data + "'; pg_stop");
    }

    @Override
    public void close() throws IOException {
        stop();
        bash("rm -rf '" + data + "'");
    }

    private String bash(String script) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(List.of("bash", "-c", script)).directory(ROOT.toFile());
        builder.environment().put("COURIER_RUN", run.toString());
        Path out = run.resolve("out");
        Process process = builder.redirectError(run.resolve("err").toFile())
                .redirectOutput(out.toFile())
                .start();
        try {
            if (!process.waitFor(60, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException(Files.readString(run.resolve("err")));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
        return Files.readString(out, StandardCharsets.UTF_8);
    }
}
