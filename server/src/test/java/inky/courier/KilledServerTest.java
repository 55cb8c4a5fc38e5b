package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.harness.ServerProcess;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.FreePort;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.Stack;
import inky.courier.web.Json;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * A real process of the server, killed without warning (kill -9), or short of room or memory, and started again on the same
 * database. What a person saw confirmed arrives, once where the far side can be asked.
 */
@Tag("long")
class KilledServerTest {
    /** It starts beside whatever else the machine does. */
    private static final Duration UNTIL_IT_IS_BACK = Duration.ofMinutes(5);

    /** Devices that ask all the time would take the processor from the server that starts. */
    private static final Duration BETWEEN_TRIES = Duration.ofSeconds(1);

    private static FileHouse house;
    private static ServerProcess server;
    private static Office office;

    @BeforeAll
    static void start() throws IOException {
        house = Office.fileHouse("127.40.9.8");
        server = ServerProcess.start();
        office = Office.ready(server);
    }

    @AfterAll
    static void end() throws Exception {
        office.close();
        server.close();
        house.close();
    }

    @BeforeEach
    void behave() {
        office.post.behave();
        house.behave();
        office.device.pageMillis(0);
        office.goesTo(office.destination("Mail to me"));
    }

    private static void startAgain() throws IOException {
        server.startAgain();
        office = office.at(server);
    }

    /** A folder of its own for each test. */
    private static String folder(String kind, String path) {
        return office.folder(kind, "127.40.9.8", kind.equals("FTP") ? house.ftpPort() : house.sftpPort(), path);
    }

    private static void arrives(String delivery) {
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "the delivery is taken up again");
    }

    private static void liesOnce(String path, int files) {
        assertThat(house.stored())
                .filteredOn(name -> name.startsWith(path + "/"))
                .as("each once, and nothing half")
                .hasSize(files)
                .allMatch(name -> name.endsWith(".pdf"));
    }

    private static JsonNode page(String delivery) {
        return office.desk.get("/api/deliveries/" + delivery).json();
    }

    private static boolean possiblyTwice(String delivery) {
        return page(delivery)
                .path("row")
                .path("legs")
                .path(0)
                .path("possiblyTwice")
                .asBoolean();
    }

    /** A device tries again until it hears that its scan is kept; what it sent twice since is one scan all the same. */
    @Test
    void killedWhileMailAndFilesComeInEachIsOneScan() throws Exception {
        int[] ports = {FreePort.at("127.0.0.1"), FreePort.at("127.0.0.1"), FreePort.at("127.0.0.1")};
        List<String> here = List.of("127.0.0.1");
        office.settings(Map.of(
                        "mailIntake",
                        Map.of("on", true, "port", ports[0], "domain", "scans.wherrymoor.example", "networks", here),
                        "fileIntake",
                        Map.of("ftp", true, "ftpPort", ports[1], "sftp", true, "sftpPort", ports[2], "networks", here)))
                .ok();
        office.desk
                .post(
                        "/api/inboxes",
                        Map.of("name", "Copier", "account", "copier", "password", "oilskin4", "jobId", office.jobId))
                .ok();
        Path pdf = Files.write(Files.createTempFile("scan", ".pdf"), DeviceMail.pdf(1));
        AtomicInteger kept = new AtomicInteger();
        AtomicReference<String> refused = new AtomicReference<>("");
        ExecutorService devices = Executors.newFixedThreadPool(4);
        try {
            List<Future<?>> sending = new ArrayList<>();
            for (int device = 0; device < 4; device++) {
                int by = device % 3;
                String name = "Device" + device + "-";
                sending.add(devices.submit(() -> {
                    for (int i = 0; i < 4; i++) {
                        String scan = name + i + ".pdf";
                        Waiting.until(
                                () -> {
                                    refused.set(by == 0 ? mailed(scan, pdf, ports[0]) : put(scan, pdf, ports, by));
                                    return refused.get().isEmpty();
                                },
                                () -> scan + " is kept; the last answers: " + refused,
                                UNTIL_IT_IS_BACK,
                                BETWEEN_TRIES);
                        kept.incrementAndGet();
                    }
                }));
            }
            Waiting.until(() -> kept.get() >= 4, () -> "some are kept; the last answer: " + refused);
            server.kill();
            startAgain();
            for (Future<?> one : sending) {
                one.get();
            }
        } finally {
            devices.shutdownNow();
        }
        JsonNode unclaimed = office.desk.get("/api/incoming").ok().json().path("unclaimed");
        assertThat(unclaimed.valueStream().map(one -> one.path("subject").asString()))
                .hasSize(16)
                .doesNotHaveDuplicates();
        assertThat(unclaimed.valueStream().map(one -> one.path("pages").asInt()))
                .containsOnly(1);
        assertThat(server.ask("select count(*) from scan where unclaimed")).isEqualTo("16");
        office.settings(Map.of("mailIntake", Map.of("on", false), "fileIntake", Map.of("ftp", false)))
                .ok();
    }

    private static String mailed(String scan, Path pdf, int port) {
        try {
            return DeviceMail.to("berth-permit@scans.wherrymoor.example")
                    .with("Subject", scan)
                    .attach("scan.pdf", Files.readAllBytes(pdf))
                    .refusal(port);
        } catch (IOException e) {
            return e.toString();
        }
    }

    /** By curl. @param by 1 for FTP, 2 for SFTP */
    private static String put(String scan, Path pdf, int[] ports, int by) {
        try {
            String url = (by == 1 ? "ftp" : "sftp") + "://127.0.0.1:" + ports[by] + "/" + scan;
            Process curl = new ProcessBuilder(
                            "curl", "-sS", "-k", "-m", "60", "-u", "copier:oilskin4", "-T", pdf.toString(), url)
                    .redirectErrorStream(true)
                    .start();
            String said = new String(curl.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            return curl.waitFor() == 0 ? "" : said + " ";
        } catch (IOException e) {
            return e.toString();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "interrupted";
        }
    }

    /** A mail of which half has gone, and a scan of which some pages have come. */
    @Test
    void killedInTheMiddleOfDataAndOfAScanNothingIsLostAndNoSecondMailIsSent() throws Exception {
        int before = office.post.mailbox().letters().size();
        CountDownLatch inData = new CountDownLatch(1);
        CountDownLatch killed = new CountDownLatch(1);
        office.post.breakLine(() -> {
            inData.countDown();
            killed.await(60, TimeUnit.SECONDS);
        });
        // More than the 4 MB that the system keeps for a line: what is in there counts as sent.
        String delivery = office.send(Stack.FIFTY_LETTERS);
        assertThat(inData.await(60, TimeUnit.SECONDS)).isTrue();
        Browser guest = office.guest();
        office.device.pageMillis(400);
        office.device.put(Stack.FIFTY_LETTERS);
        String scan = office.begin(guest);
        Waiting.until(
                () -> guest.get(office.panel("/scans/" + scan))
                                .json()
                                .path("pages")
                                .size()
                        > 1,
                "pages come");
        server.kill();
        killed.countDown();
        assertThat(office.post.mailbox().letters()).hasSize(before);

        office.post.behave();
        startAgain();
        office.device.pageMillis(0);
        arrives(delivery);
        assertThat(office.post.mailbox().letters()).hasSize(before + 1);
        assertThat(page(delivery).toString()).contains("Courier was stopped during the transfer");
        Waiting.until(
                () -> office.guest()
                        .get(office.panel("/scans/" + scan))
                        .get("state")
                        .equals("TROUBLE"),
                "the broken scan says so");
        arrives(office.send(Stack.TIDE_TABLE));
    }

    /** A post office that has the whole message, and a folder that has renamed the file, both before their word is heard. */
    @Test
    void killedBeforeItHeardTheAnswerMailGoesAgainUnderTheSameNumberAndAFileIsThereOnce() throws Exception {
        int before = office.post.mailbox().letters().size();
        CountDownLatch end = new CountDownLatch(1);
        CountDownLatch named = new CountDownLatch(1);
        CountDownLatch killed = new CountDownLatch(1);
        office.post.beforeAnswer(() -> {
            end.countDown();
            killed.await(60, TimeUnit.SECONDS);
        });
        house.beforeRenamed(() -> {
            named.countDown();
            killed.await(60, TimeUnit.SECONDS);
        });
        String mailed = office.send(Stack.TIDE_TABLE);
        assertThat(end.await(60, TimeUnit.SECONDS)).isTrue();
        office.goesTo(folder("FTP", "renamed"));
        String filed = office.send(Stack.TIDE_TABLE);
        assertThat(named.await(60, TimeUnit.SECONDS)).isTrue();
        server.kill();
        office.post.behave();
        house.behave();
        killed.countDown();
        Waiting.until(() -> office.post.mailbox().letters().size() == before + 1, "the post office has taken it");

        startAgain();
        arrives(mailed);
        assertThat(possiblyTwice(mailed)).isTrue();
        List<Letter> letters = office.post.mailbox().letters();
        assertThat(letters.subList(before, letters.size()).stream()
                        .map(KilledServerTest::messageId)
                        .distinct())
                .as("a mailbox can tell that it is the same")
                .hasSize(1);
        arrives(filed);
        assertThat(possiblyTwice(filed)).as("the folder could be asked").isFalse();
        liesOnce("renamed", 1);
    }

    /** One file is half uploaded, of another delivery the files are being made. */
    @Test
    void killedWhileUploadingAndWhileMakingFilesEachFileIsThereOnceAndNothingLiesAround() throws Exception {
        String slow = folder("SFTP", "upload");
        String other = folder("SFTP", "made again");
        house.lines().forEach(line -> line.slow(60_000));
        office.goesTo(slow);
        String half = office.send(Stack.BERTH_PERMIT);
        Waiting.until(
                () -> house.stored().stream().anyMatch(path -> path.endsWith(".part")), "the upload is under way");
        office.goesTo(other);
        String unmade = office.send(Stack.CARGO_MANIFEST);
        server.kill();
        assertThat(house.stored())
                .filteredOn(path -> path.startsWith("upload/"))
                .noneMatch(path -> path.endsWith(".pdf"));
        assertThat(server.ask("select named_at is null from delivery where id = '" + unmade + "'"))
                .as("it was killed while they were made")
                .isEqualTo("t");
        house.behave();
        server.set("COURIER_LOG_FORMAT", "ecs");
        startAgain();
        arrives(half);
        arrives(unmade);
        saysItByJson(unmade);
        server.set("COURIER_LOG_FORMAT", "");
        liesOnce("upload", 1);
        liesOnce("made again", 1);
        assertThat(server.workFolders()).as("of this process alone").isEqualTo(1);
    }

    /** Elastic Common Schema: {@code @timestamp}, {@code log.level}, {@code message}, {@code ecs.version}. */
    private static void saysItByJson(String delivery) {
        List<JsonNode> lines = server.log()
                .lines()
                .filter(line -> line.startsWith("{"))
                .map(line -> Json.read(line, JsonNode.class))
                .toList();
        assertThat(lines).anyMatch(line -> line.path("delivery").asString("").equals(delivery));
        assertThat(lines)
                .allMatch(line -> line.hasNonNull("@timestamp") && line.hasNonNull("message"))
                .allMatch(line -> !line.path("ecs").path("version").asString("").isEmpty());
        assertThat(server.log()).doesNotContainPattern("(?m)^\\d\\d:\\d\\d:\\d\\d\\.");
    }

    @Test
    void withoutRoomOrMemoryForFilesNothingIsLostAndAllGoesWhenThereIsEnough() throws Exception {
        office.goesTo(folder("SFTP", "cramped"));
        server.kill();
        // More than the log of a start needs, less than eight pages do.
        server.startWithFilesOf(500);
        office = office.at(server);
        List<String> confirmed = new ArrayList<>(List.of(office.send(Stack.CARGO_MANIFEST)));
        Waiting.until(
                () -> page(confirmed.get(0))
                        .path("row")
                        .path("trouble")
                        .asString()
                        .contains("no space"),
                "it says that there is no room");
        assertThat(office.state(confirmed.get(0))).isEqualTo("WAITING");
        assertThat(office.desk
                        .get("/api/today")
                        .json()
                        .path("unmade")
                        .path(0)
                        .path("deliveries")
                        .asInt())
                .isEqualTo(1);
        for (int i = 0; i < 3; i++) {
            confirmed.add(office.send(Stack.HARBOUR_CHARTS));
        }
        server.kill();

        // Enough to start, not for pages of colour.
        server.startWithHeap("-Xmx72m");
        // With so little it collects garbage for long before it gives up.
        Waiting.until(() -> server.log().contains("OutOfMemoryError"), "memory runs out", Duration.ofMinutes(5));
        server.kill();

        startAgain();
        confirmed.forEach(KilledServerTest::arrives);
        liesOnce("cramped", confirmed.size());
        assertThat(page(confirmed.get(0)).path("row").path("trouble").asString())
                .isEmpty();
    }

    private static String messageId(Letter letter) {
        try {
            return Files.readString(letter.file())
                    .lines()
                    .filter(line -> line.startsWith("Message-ID:"))
                    .findFirst()
                    .orElseThrow();
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
