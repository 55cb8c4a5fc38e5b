package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.TestDatabase;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A backup of a working office, restored on a machine that has nothing: every page is there and readable. */
@Tag("long")
class BackupTest {
    @TempDir
    Path folder;

    private record Ran(int status, String said) {}

    private Ran run(TestDatabase database, Path key, String command, String... words) throws Exception {
        List<String> line = new ArrayList<>(List.of("../bin/" + command));
        line.addAll(List.of(words));
        ProcessBuilder builder = new ProcessBuilder(line).redirectErrorStream(true);
        builder.environment()
                .putAll(Map.of(
                        "COURIER_DATABASE_URL", database.url(),
                        "COURIER_DATABASE_USER", database.user(),
                        "COURIER_DATABASE_PASSWORD", database.password(),
                        "COURIER_KEY_FILE", key.toString()));
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes());
        return new Ran(process.waitFor(), said);
    }

    /** Every page of every delivery, as it is shown at the desk. */
    private static Map<String, String> pages(Browser desk) {
        Map<String, String> pages = new TreeMap<>();
        for (JsonNode row : desk.get("/api/deliveries?limit=200").ok().json().path("rows")) {
            String id = row.path("id").asString();
            for (JsonNode page : desk.get("/api/deliveries/" + id).ok().json().path("pages")) {
                String path =
                        "/api/deliveries/" + id + "/pages/" + page.path("id").asString() + "/image";
                pages.put(
                        path,
                        Integer.toHexString(java.util.Arrays.hashCode(
                                desk.get(path).ok().response().body())));
            }
        }
        return pages;
    }

    private Path dump() throws IOException {
        try (var files = Files.list(folder.resolve("backup"))) {
            return files.filter(file -> file.toString().endsWith(".dump"))
                    .findFirst()
                    .orElseThrow();
        }
    }

    @Test
    void everyPageIsFoundAgainOnAnEmptyMachine() throws Exception {
        Path key = folder.resolve("key");
        TestDatabase database = TestDatabase.create();
        Map<String, String> before;
        try (Courier courier = Courier.start(database, Map.of("courier.key-file", key));
                Office office = Office.ready(courier)) {
            for (Stack stack : List.of(Stack.TIDE_TABLE, Stack.BERTH_PERMIT)) {
                String delivery = office.send(stack);
                Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it has arrived");
            }
            before = pages(office.desk);
            assertThat(before).hasSizeGreaterThan(2);
            // While it works
            Ran ran = run(
                    database,
                    key,
                    "backup",
                    folder.resolve("backup").toString(),
                    "--key-to",
                    folder.resolve("safe").toString());
            assertThat(ran.status).as(ran.said).isZero();
        }
        Path safe = folder.resolve("safe/inky-courier.key");
        assertThat(safe).hasSameBinaryContentAs(key);
        assertThat(Files.readString(dump(), java.nio.charset.StandardCharsets.ISO_8859_1))
                .as("no page lies open in it")
                .doesNotContain("JFIF");

        TestDatabase empty = TestDatabase.empty();
        Path newKey = folder.resolve("new machine/key");
        Ran restored = run(empty, newKey, "restore", dump().toString(), safe.toString());
        assertThat(restored.status).as(restored.said).isZero();
        assertThat(run(empty, newKey, "restore", dump().toString(), safe.toString()).said)
                .contains("not empty");
        try (Courier courier = Courier.start(empty, Map.of("courier.key-file", newKey))) {
            assertThat(pages(courier.administrator())).isEqualTo(before);
        }
    }

    @Test
    void whatCannotBeABackupIsRefusedInWords() throws Exception {
        TestDatabase empty = TestDatabase.empty();
        Path key = Files.writeString(folder.resolve("key"), "k");
        Path dump = Files.writeString(folder.resolve("a.dump"), "half");
        Files.writeString(folder.resolve("a.dump.sha256"), "0".repeat(64) + "  a.dump\n");
        Path target = folder.resolve("target");
        assertThat(run(empty, target, "restore", dump.toString(), key.toString()))
                .isEqualTo(
                        new Ran(1, dump + " is not as it was written: its check sum differs. Use another backup.\n"));
        assertThat(run(
                                empty,
                                target,
                                "restore",
                                dump.toString(),
                                folder.resolve("none").toString())
                        .said)
                .contains("cannot be read");
        assertThat(run(empty, target, "restore", folder.resolve("no.dump").toString(), key.toString()).status)
                .isEqualTo(1);
        assertThat(target).doesNotExist();
        empty.drop();
    }
}
