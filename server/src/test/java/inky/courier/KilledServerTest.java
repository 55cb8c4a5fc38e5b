package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.ServerProcess;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.Stack;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** A real process of the server, killed without warning (kill -9) and started again on the same database. */
class KilledServerTest {
    @Test
    void killedInTheMiddleOfDataNothingIsLostAndNoSecondMailIsSent() throws Exception {
        try (ServerProcess server = ServerProcess.start();
                Office office = Office.ready(server)) {
            CountDownLatch inData = new CountDownLatch(1);
            office.post.afterFirstBytes(inData::countDown);
            office.post.slow(40_000);
            String delivery = office.send(Stack.BERTH_PERMIT);
            assertThat(inData.await(60, TimeUnit.SECONDS)).isTrue();
            server.kill();
            assertThat(office.post.mailbox().letters()).isEmpty();

            office.post.behave();
            server.startAgain();
            Browser desk = server.administrator();
            Waiting.until(() -> state(desk, delivery).equals("ACCEPTED"), "the delivery is taken up again");
            assertThat(office.post.mailbox().letters()).hasSize(1);
            assertThat(desk.get("/api/deliveries/" + delivery).text())
                    .contains("Courier was stopped during the transfer");
        }
    }

    @Test
    void killedBeforeItHeardTheAnswerItSendsAgainUnderTheSameNumberAndSaysSo() throws Exception {
        try (ServerProcess server = ServerProcess.start();
                Office office = Office.ready(server)) {
            CountDownLatch end = new CountDownLatch(1);
            CountDownLatch killed = new CountDownLatch(1);
            // The post office has the whole message and keeps its answer back until the server is dead.
            office.post.beforeAnswer(() -> {
                end.countDown();
                killed.await(60, TimeUnit.SECONDS);
            });
            String delivery = office.send(Stack.TIDE_TABLE);
            assertThat(end.await(60, TimeUnit.SECONDS)).isTrue();
            server.kill();
            office.post.behave();
            killed.countDown();
            Waiting.until(() -> office.post.mailbox().letters().size() == 1, "the post office has taken it");

            server.startAgain();
            Browser desk = server.administrator();
            Waiting.until(() -> state(desk, delivery).equals("ACCEPTED"), "the delivery is taken up again");
            var leg = desk.get("/api/deliveries/" + delivery)
                    .json()
                    .path("row")
                    .path("legs")
                    .path(0);
            assertThat(leg.path("possiblyTwice").asBoolean()).isTrue();
            List<Letter> letters = office.post.mailbox().letters();
            assertThat(letters.stream().map(KilledServerTest::messageId).distinct())
                    .as("a mailbox can tell that it is the same")
                    .hasSize(1);
        }
    }

    @Test
    void killedBetweenUploadAndRenameOrBeforeItHeardOfItTheFileIsThereExactlyOnce() throws Exception {
        try (FileHouse house = FileHouse.open(new FileHouse.Settings(
                        "files.wherrymoor.example",
                        "127.40.9.8",
                        0,
                        0,
                        0,
                        0,
                        "scans",
                        Office.PASSWORD,
                        Files.createTempDirectory("house")));
                ServerProcess server = ServerProcess.start();
                Office office = Office.ready(server)) {
            String toSftp = office.folder("SFTP", "127.40.9.8", house.sftpPort(), "upload");
            String toFtp = office.folder("FTP", "127.40.9.8", house.ftpPort(), "renamed");

            // In the middle of the upload
            house.lines().forEach(line -> line.slow(60_000));
            office.goesTo(toSftp);
            String half = office.send(Stack.BERTH_PERMIT);
            Waiting.until(
                    () -> house.stored().stream().anyMatch(path -> path.endsWith(".part")), "the upload is under way");
            server.kill();
            assertThat(house.stored()).noneMatch(path -> path.endsWith(".pdf"));
            house.behave();
            server.startAgain();
            Office again = office.at(server);
            Waiting.until(() -> again.state(half).equals("ACCEPTED"), "the delivery is taken up again");

            // Between the rename at the far side and its word
            CountDownLatch named = new CountDownLatch(1);
            CountDownLatch killed = new CountDownLatch(1);
            house.beforeRenamed(() -> {
                named.countDown();
                killed.await(60, TimeUnit.SECONDS);
            });
            again.goesTo(toFtp);
            String whole = again.send(Stack.TIDE_TABLE);
            assertThat(named.await(60, TimeUnit.SECONDS)).isTrue();
            server.kill();
            house.behave();
            killed.countDown();
            server.startAgain();
            Office third = office.at(server);
            Waiting.until(() -> third.state(whole).equals("ACCEPTED"), "the delivery is taken up again");
            var leg = third.desk
                    .get("/api/deliveries/" + whole)
                    .json()
                    .path("row")
                    .path("legs")
                    .path(0);
            assertThat(leg.path("possiblyTwice").asBoolean())
                    .as("the folder could be asked")
                    .isFalse();
            assertThat(house.stored())
                    .as("each once, and nothing half")
                    .hasSize(2)
                    .allMatch(path -> path.endsWith(".pdf"));
        }
    }

    @Test
    void killedWhileScanningTheServerComesUpAndTheNextScanWorks() throws Exception {
        try (ServerProcess server = ServerProcess.start();
                Office office = Office.ready(server)) {
            Browser guest = office.guest();
            office.device.pageMillis(400);
            office.device.put(Stack.FIFTY_LETTERS);
            String scan = guest.post(office.panel("/scans"), Map.of("jobId", office.jobId))
                    .ok()
                    .get("id");
            Waiting.until(
                    () -> guest.get(office.panel("/scans/" + scan))
                                    .json()
                                    .path("pages")
                                    .size()
                            > 1,
                    "pages come");
            server.kill();
            server.startAgain();
            office.device.pageMillis(0);
            Office again = office.at(server);
            Waiting.until(
                    () -> again.guest()
                            .get(office.panel("/scans/" + scan))
                            .get("state")
                            .equals("TROUBLE"),
                    "the broken scan says so");
            String delivery = again.send(Stack.TIDE_TABLE);
            Waiting.until(() -> again.state(delivery).equals("ACCEPTED"), "the next one arrives");
        }
    }

    private static String state(Browser desk, String delivery) {
        return desk.get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("state")
                .asString();
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
