package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Hostile;
import inky.courier.harness.Hostile.Manner;
import inky.courier.harness.Office;
import inky.courier.harness.ServerProcess;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * A server with 512 MB of heap among far sides that are silent, slow, endless, talk nonsense or hang up, by every protocol at
 * once: whatever goes elsewhere goes on.
 */
@Tag("long")
class HostileWorldTest {
    private static final Duration SOON = Duration.ofSeconds(40);
    private static final int MOST_THREADS = 260;

    /** What each says first, and then on and on. */
    private enum Tongue {
        SMTP("220-mail.wherrymoor.example\r\n", "220-and more\r\n"),
        FTP("220-Welcome\r\n", "220-and welcome again\r\n"),
        SFTP("", "Welcome\r\n"),
        SMB("", "Welcome\r\n"),
        WEBDAV(
                "HTTP/1.1 207 Multi-Status\r\nContent-Type: application/xml\r\n\r\n<multistatus xmlns=\"DAV:\">",
                "<response><href>/a</href></response>"),
        DEVICE(
                "HTTP/1.1 200 OK\r\nContent-Type: application/ipp\r\n\r\n\u0001\u0001\u0000\u0000\u0000\u0000\u0000\u0001\u0004",
                "\u0044\u0000\u0004name\u0000\u0004much");

        private final String first;
        private final String then;

        Tongue(String first, String then) {
            this.first = first;
            this.then = then;
        }

        Hostile far(Manner manner) throws Exception {
            return new Hostile(manner, this == WEBDAV || this == DEVICE, first, then);
        }
    }

    @Test
    void whileEverybodyElseMisbehavesMailsArriveAndTheDeskAnswers() throws Exception {
        List<Hostile> doors = new ArrayList<>();
        try (ServerProcess server = ServerProcess.start()) {
            Office office = Office.ready(server);
            String good = office.destination("Mail to me");
            List<Thread> lookers = new ArrayList<>();
            for (Manner manner : Manner.values()) {
                List<String> destinations = new ArrayList<>(List.of(good));
                for (Tongue tongue : Tongue.values()) {
                    Hostile door = tongue.far(manner);
                    doors.add(door);
                    if (tongue == Tongue.DEVICE) {
                        lookers.add(looking(office, door));
                    } else {
                        destinations.add(destination(office, tongue, manner, door));
                    }
                }
                office.goesTo(destinations.toArray(String[]::new));
                String delivery = office.send(Stack.TIDE_TABLE);
                Waiting.until(() -> accepted(office, delivery), "the mail arrives beside " + manner, SOON);
            }
            String after = sendTo(office, good);
            Waiting.until(() -> office.state(after).equals("ACCEPTED"), "mails go on", SOON);
            for (Thread looker : lookers) {
                looker.join(SOON.toMillis());
                assertThat(looker.isAlive()).as("a look at a device ends").isFalse();
            }
            String metrics = office.desk.get("/actuator/prometheus").text();
            assertThat(metric(metrics, "jvm_threads_live_threads")).isLessThan(MOST_THREADS);
            assertThat(server.log()).doesNotContain("OutOfMemoryError");
            office.close();
        } finally {
            for (Hostile door : doors) {
                door.close();
            }
        }
    }

    private static String sendTo(Office office, String destination) {
        office.goesTo(destination);
        return office.send(Stack.TIDE_TABLE);
    }

    private static Thread looking(Office office, Hostile door) {
        Browser desk = office.host.administrator();
        Thread thread =
                new Thread(() -> desk.post("/api/devices/look", Map.of("address", door.address() + ":" + door.port())));
        thread.start();
        return thread;
    }

    private static boolean accepted(Office office, String delivery) {
        for (JsonNode leg : office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")) {
            if (leg.path("kind").asString().equals("MAIL_TO_ME")
                    && leg.path("state").asString().equals("ACCEPTED")) {
                return true;
            }
        }
        return false;
    }

    private static String destination(Office office, Tongue tongue, Manner manner, Hostile door) {
        if (tongue == Tongue.SMTP) {
            Map<String, Object> form = office.mailServer(Office.PASSWORD);
            form.put("name", "Post " + manner);
            form.put("host", door.address());
            form.put("port", door.port());
            form.put("encryption", "NONE");
            form.put("signIn", "NONE");
            form.put("password", "");
            String server = office.desk.post("/api/mail-servers", form).ok().get("id");
            return office.desk
                    .post(
                            "/api/destinations",
                            Map.of(
                                    "name",
                                    "By " + manner,
                                    "kind",
                                    "MAIL_FIXED",
                                    "routeId",
                                    server,
                                    "settings",
                                    Map.of("recipients", List.of("berths@wherrymoor.example"))))
                    .ok()
                    .get("id");
        }
        boolean web = tongue == Tongue.WEBDAV;
        String host = web ? "http://" + door.address() + ":" + door.port() + "/" : door.address();
        Map<String, Object> form = new HashMap<>(Office.folderForm(tongue.name(), host, web ? 0 : door.port(), "in"));
        return office.desk.post("/api/destinations", form).ok().get("id");
    }

    private static double metric(String all, String name) {
        Matcher found =
                Pattern.compile("(?m)^" + name + "(?:\\{[^}]*})? (\\S+)$").matcher(all);
        assertThat(found.find()).as(name).isTrue();
        return Double.parseDouble(found.group(1));
    }
}
