package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.Stack;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.InputStream;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Scanning without signing in: with which jobs, where it goes, and what the next one sees of it. */
@ExtendWith(SharedOffice.class)
class GuestsTest {
    private final Office office;

    GuestsTest(Office office) {
        this.office = office;
    }

    @BeforeEach
    void guestsMayScan() {
        office.everybodyHasLeft();
        office.guestsMayScan(true);
        office.goesTo(Map.of("guests", true), office.fixedMail());
    }

    @AfterEach
    void asItWas() {
        office.goesTo(office.destination("Mail to me"));
        office.guestsMayScan(false);
    }

    private Browser stranger() {
        return new Browser(office.host.uri());
    }

    private Browser guest() {
        Browser guest = stranger();
        office.comeAsGuest(guest).ok();
        return guest;
    }

    private String send(Browser guest) {
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        return guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
    }

    @Test
    void whatAGuestScansArrivesUnderNobodysNameAndAddress() throws Exception {
        Browser guest = guest();
        JsonNode front = guest.get(office.panel("")).ok().json();
        assertThat(front.path("person").path("guest").asBoolean()).isTrue();
        String delivery = send(guest);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        assertThat(guest.get(office.panel("/deliveries/" + delivery))
                        .ok()
                        .json()
                        .path("legs")
                        .path(0)
                        .path("state")
                        .asString())
                .isEqualTo("ACCEPTED");
        JsonNode row =
                office.desk.get("/api/deliveries/" + delivery).ok().json().path("row");
        assertThat(row.path("personName").asString()).isEqualTo("Guest");
        assertThat(row.path("fileName").asString()).contains("Berth permit Guest");
        List<Letter> letters = office.post.mailbox().letters();
        Letter letter = letters.get(letters.size() - 1);
        assertThat(letter.to()).containsExactly("lost.property@wherrymoor.example");
        try (InputStream in = Files.newInputStream(letter.file())) {
            MimeMessage message = new MimeMessage(Session.getInstance(new Properties()), in);
            assertThat(message.getHeader("Reply-To")).isNull();
            assertThat(message.getFrom()[0].toString()).contains("scans@wherrymoor.example");
        }
    }

    @Test
    void onlyJobsForGuestsAreTheirs() {
        Browser guest = guest();
        assertThat(guest.get(office.panel("/jobs")).ok().json()).hasSize(1);
        office.goesTo(Map.of("guests", false), office.fixedMail());
        assertThat(guest.get(office.panel("/jobs")).ok().json()).isEmpty();
        assertThat(guest.post(office.panel("/scans"), Map.of("jobId", office.jobId))
                        .status())
                .isEqualTo(404);
        assertThat(office.comeAsGuest(stranger()).status())
                .as("nothing for guests here")
                .isEqualTo(409);
        // What is for whoever is signed in is for no guest, whatever the job says.
        office.goesTo(Map.of("guests", true), office.destination("Mail to me"));
        assertThat(guest.get(office.panel("/jobs")).ok().json()).isEmpty();
        assertThat(office.desk.get("/api/findings").ok().text()).contains("Guests do not see this job");
        office.goesTo(Map.of("guests", true, "askFolder", true), office.fixedMail());
        assertThat(guest.get(office.panel("/jobs")).ok().json()).isEmpty();
    }

    @Test
    void theOfficeDecidesAndMayThinkBetterOfIt() {
        Browser guest = guest();
        assertThat(guest.get(office.panel("")).ok().json().path("guests").asBoolean())
                .isTrue();
        office.guestsMayScan(false);
        assertThat(guest.get(office.panel("/jobs")).status()).isEqualTo(401);
        assertThat(guest.get(office.panel("")).ok().json().path("guests").asBoolean())
                .isFalse();
        assertThat(office.comeAsGuest(stranger()).status()).isEqualTo(409);
    }

    @Test
    void aGuestEndsNobodysSessionButThatOfAnotherGuest() {
        Browser person = office.guest();
        assertThat(office.comeAsGuest(stranger()).status()).isEqualTo(409);
        assertThat(person.get(office.panel("/jobs")).status()).isEqualTo(200);
        person.delete(office.panel("/session")).ok();
        Browser first = guest();
        Browser second = guest();
        assertThat(first.get(office.panel("/jobs")).status()).isEqualTo(401);
        Browser again = office.guest();
        assertThat(second.get(office.panel("/jobs")).status()).isEqualTo(401);
        assertThat(again.get(office.panel("/jobs")).status()).isEqualTo(200);
    }

    @Test
    void whoSignsInAtTheSameMomentStaysSignedIn() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(2);
        try {
            for (int i = 0; i < 15; i++) {
                office.everybodyHasLeft();
                Browser stranger = stranger();
                Future<Browser> person = threads.submit(() -> office.guest());
                Future<Integer> guest =
                        threads.submit(() -> office.comeAsGuest(stranger).status());
                assertThat(guest.get()).isIn(200, 409);
                assertThat(person.get().get(office.panel("/jobs")).status()).isEqualTo(200);
            }
        } finally {
            threads.shutdown();
        }
    }

    @Test
    void nothingOfOneGuestIsTheNextOnes() {
        Browser first = guest();
        String delivery = send(first);
        String unsent = office.scan(first, Stack.TIDE_TABLE);
        String page = office.pageOf(first, unsent, 1);
        Browser second = guest();
        assertThat(second.get(office.panel("/deliveries/" + delivery)).status()).isEqualTo(404);
        assertThat(second.get(office.panel("/scans/" + unsent)).status()).isEqualTo(404);
        assertThat(second.get(office.panel("/scans/" + unsent + "/pages/" + page + "/image"))
                        .status())
                .isEqualTo(404);
        assertThat(second.post(office.panel("/scans/" + unsent + "/send"), Map.of())
                        .status())
                .isEqualTo(404);
        for (String own : List.of("/mine", "/jobs/" + office.jobId + "/last-time", "/recipients?job=" + office.jobId)) {
            assertThat(second.get(office.panel(own)).status()).as(own).isEqualTo(403);
        }
    }
}
