package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.OwnPostgres;
import inky.courier.harness.ServerProcess;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Stack;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * A PostgreSQL that is killed at any moment, or whose disk fills up, below a server that goes on. Whatever a person saw
 * confirmed arrives exactly once.
 */
@Tag("long")
class OutagesTest {
    private static String folder(Office office, FileHouse house) {
        return office.folder("SFTP", "127.40.9.11", house.sftpPort(), "all");
    }

    private static void allArrive(Office office, FileHouse house, List<String> confirmed) {
        for (String delivery : confirmed) {
            Waiting.until(() -> stateOrAway(office, delivery).equals("ACCEPTED"), "what was confirmed arrives");
        }
        assertThat(house.stored())
                .as("each once, and nothing half")
                .hasSize(confirmed.size())
                .allMatch(path -> path.endsWith(".pdf"));
    }

    private static String stateOrAway(Office office, String delivery) {
        Browser.Answer answer = office.desk.get("/api/deliveries/" + delivery);
        return answer.status() == 200 ? answer.json().path("row").path("state").asString() : "away";
    }

    @Test
    void theDatabaseIsKilledAndStartedAgainAtAnyMoment() throws Exception {
        Random random = new Random(41);
        try (OwnPostgres postgres = OwnPostgres.start();
                FileHouse house = Office.fileHouse("127.40.9.11");
                ServerProcess server = ServerProcess.start(postgres.database());
                Office office = Office.ready(server)) {
            office.goesTo(folder(office, house));
            List<String> confirmed = new ArrayList<>();
            for (int round = 0; round < 2; round++) {
                house.lines().forEach(line -> line.slow(200_000));
                Browser guest = office.guest();
                String scan = office.scan(guest, Stack.TIDE_TABLE);
                for (int i = 0; i < 3; i++) {
                    confirmed.add(office.send(Stack.TIDE_TABLE));
                }
                Thread.sleep(random.nextInt(1_200));
                postgres.kill();
                // A person who presses Send now is told so in words, and nothing is confirmed.
                Browser.Answer refused = guest.post(office.panel("/scans/" + scan + "/send"), Map.of());
                assertThat(refused.status()).isEqualTo(503);
                assertThat(refused.get("code")).isEqualTo("store.away");
                postgres.start(0);
                Waiting.until(() -> office.desk.get("/api/today").status() == 200, "the desk works again by itself");
                // The same button again.
                confirmed.add(office.guest()
                        .post(office.panel("/scans/" + scan + "/send"), Map.of())
                        .ok()
                        .get("deliveryId"));
                house.behave();
            }
            allArrive(office, house, confirmed);
        }
    }

    @Test
    void theDiskOfTheDatabaseFillsUpAndIsGivenRoomAgain() throws Exception {
        try (OwnPostgres postgres = OwnPostgres.start();
                FileHouse house = Office.fileHouse("127.40.9.11");
                ServerProcess server = ServerProcess.start(postgres.database());
                Office office = Office.ready(server)) {
            office.goesTo(folder(office, house));
            List<String> confirmed = new ArrayList<>(List.of(office.send(Stack.BERTH_PERMIT)));
            Waiting.until(() -> office.state(confirmed.get(0)).equals("ACCEPTED"), "the first arrives");
            postgres.stop();
            postgres.start(7 * 1024);
            Waiting.until(() -> office.desk.get("/api/today").status() == 200, "the desk is back");
            fill(office, confirmed);
            postgres.stop();
            postgres.start(0);
            Waiting.until(() -> office.desk.get("/api/today").status() == 200, "the desk is back");
            String after = office.send(Stack.BERTH_PERMIT);
            confirmed.add(after);
            allArrive(office, house, confirmed);
        }
    }

    /** Scans until there is no room for another page, and sends what can be sent. */
    private static void fill(Office office, List<String> confirmed) {
        for (int i = 0; i < 40; i++) {
            Browser guest = office.guest();
            office.device.put(Stack.FIFTY_LETTERS);
            Browser.Answer begun = guest.post(office.panel("/scans"), Map.of("jobId", office.jobId));
            if (begun.status() != 200) {
                return;
            }
            String path = office.panel("/scans/" + begun.get("id"));
            Waiting.until(() -> !guest.get(path).get("state").equals("SCANNING"), "the scan ends");
            if (guest.get(path).get("state").equals("TROUBLE")) {
                return;
            }
            Browser.Answer sent = guest.post(path + "/send", Map.of());
            if (sent.status() == 200) {
                confirmed.add(sent.get("deliveryId"));
            }
        }
        throw new AssertionError("the disk never filled up");
    }
}
