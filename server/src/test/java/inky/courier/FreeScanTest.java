package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A job that leaves open where it goes and how it scans, and what people keep of it as jobs of their own. */
@ExtendWith(SharedOffice.class)
class FreeScanTest {
    private final Office office;
    private String toMe;
    private String fixed;

    FreeScanTest(Office office) {
        this.office = office;
    }

    @BeforeEach
    void whoeverScansChooses() {
        toMe = office.destination("Mail to me");
        fixed = office.fixedMail();
        office.goesTo(asks(Map.of("colour", List.of("colour", "grey")), "OPTIONAL"), toMe, fixed);
    }

    private static Map<String, Object> asks(Map<String, Object> settings, String subject) {
        return Office.asks(Map.of("settings", settings, "subject", subject, "destinations", true));
    }

    private static JsonNode ask(JsonNode label, String kind) {
        return label.path("asks")
                .valueStream()
                .filter(ask -> ask.path("kind").asString().equals(kind))
                .findFirst()
                .orElseThrow();
    }

    @AfterEach
    void asItWas() {
        office.goesTo(toMe);
    }

    private static Map<String, Object> going(String... destinations) {
        return new HashMap<>(Map.of("destinations", Arrays.asList(destinations)));
    }

    private Browser.Answer send(Browser person, String scan, Map<String, Object> answers) {
        return person.post(office.panel("/scans/" + scan + "/send"), answers);
    }

    private JsonNode labels(Browser person) {
        return person.get(office.panel("/jobs")).ok().json();
    }

    private Browser.Answer keep(Browser person, String name, Map<String, Object> answers) {
        return person.post(office.panel("/own-jobs"), Map.of("jobId", office.jobId, "name", name, "answers", answers));
    }

    @Test
    void itGoesWhereItWasChosenAndNowhereElse() {
        Browser person = office.guest();
        JsonNode label = labels(person).path(0);
        assertThat(label.path("to").path(0).asString()).isEqualTo("a destination you choose");
        JsonNode where = label.path("asks")
                .valueStream()
                .filter(ask -> ask.path("kind").asString().equals("DESTINATIONS"))
                .findFirst()
                .orElseThrow();
        assertThat(where.path("options").path("options")).hasSize(2);
        JsonNode subject = label.path("asks")
                .valueStream()
                .filter(ask -> ask.path("kind").asString().equals("SUBJECT"))
                .findFirst()
                .orElseThrow();
        assertThat(subject.path("onlyFor")).hasSize(2);

        String scan = office.scan(person, Stack.TIDE_TABLE);
        assertThat(send(person, scan, Map.of()).status()).isEqualTo(422);
        assertThat(send(person, scan, going()).status()).isEqualTo(422);
        assertThat(send(person, scan, going((String) null)).status()).isEqualTo(422);
        assertThat(send(person, scan, going(fixed, UUID.randomUUID().toString()))
                        .status())
                .isEqualTo(422);
        String delivery = send(person, scan, going(fixed)).ok().get("deliveryId");
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        JsonNode legs = office.desk
                .get("/api/deliveries/" + delivery)
                .ok()
                .json()
                .path("row")
                .path("legs");
        assertThat(legs).hasSize(1);
        assertThat(legs.path(0).path("label").asString()).isEqualTo("Lost property");
    }

    /** A receipt for a destination that nobody chose would go nowhere. */
    @Test
    void kindsOfPaperAndAChoiceOfDestinationsExcludeEachOther() {
        Browser.Answer job = office.desk.get("/api/jobs/" + office.jobId).ok();
        Map<String, Object> form = new HashMap<>();
        for (String field : List.of("name", "icon", "profileId", "templateId", "subject", "body")) {
            form.put(field, job.get(field));
        }
        form.put("destinationIds", List.of(toMe, fixed));
        form.put("kinds", Map.of(toMe, List.of("RECEIPT"), fixed, List.of("REST")));
        form.putAll(asks(Map.of(), "NO"));
        Browser.Answer answer = office.desk.put("/api/jobs/" + office.jobId, form);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).contains("job.kinds-chosen");
    }

    @Test
    void whatWasAnsweredIsKeptAsAJobOfOnesOwn() {
        Browser person = office.guest();
        Map<String, Object> answers = going(fixed);
        answers.put("subject", "Found in the hall");
        answers.put("settings", Map.of("colour", "grey"));
        answers.put("fileName", "for one document only");
        answers.put("questions", Map.of("not-asked", "x".repeat(100_000)));
        answers.put("folders", Map.of(fixed, "not asked"));
        String id = keep(person, " Found things ", answers).ok().get("id");
        JsonNode labels = labels(person);
        assertThat(labels).hasSize(2);
        JsonNode own = labels.path(0);
        assertThat(own.path("own").asString()).isEqualTo(id);
        assertThat(own.path("name").asString()).isEqualTo("Found things");
        assertThat(own.path("to").path(0).asString()).isEqualTo("Lost property");
        JsonNode kept = person.get(office.panel("/own-jobs/" + id)).ok().json();
        assertThat(kept.path("destinations").path(0).asString()).isEqualTo(fixed);
        assertThat(kept.path("subject").asString()).isEqualTo("Found in the hall");
        assertThat(kept.path("settings").path("colour").asString()).isEqualTo("grey");
        assertThat(kept.toString()).doesNotContain("for one document only", "not-asked", "not asked");
        assertThat(person.get(office.panel("/mine"))
                        .ok()
                        .json()
                        .path("ownJobs")
                        .path(0)
                        .path("of")
                        .asString())
                .isEqualTo("Berth permit");

        assertThat(keep(person, "found THINGS", answers).status()).isEqualTo(422);
        assertThat(keep(person, " ", answers).status()).isEqualTo(422);
        assertThat(keep(person, "x".repeat(41), answers).status()).isEqualTo(422);
        assertThat(keep(person, "Nowhere", Map.of()).status()).isEqualTo(422);

        String second = keep(person, "Second", answers).ok().get("id");
        assertThat(rename(person, second, "FOUND things").status()).isEqualTo(422);
        assertThat(rename(person, second, "\u0007").status()).isEqualTo(422);
        assertThat(rename(person, id, "Found Things").ok().get("name")).isEqualTo("Found Things");
        assertThat(rename(person, second, "Another").ok().get("name")).isEqualTo("Another");
        assertThat(labels(person).path(0).path("name").asString()).isEqualTo("Another");
        person.delete(office.panel("/own-jobs/" + second)).ok();

        // The job of the office goes elsewhere by now: what cannot be chosen any more is asked anew.
        office.goesTo(asks(Map.of(), "NO"), toMe);
        assertThat(labels(person).path(0).path("to")).isEmpty();

        Browser other = office.somebodyElse();
        assertThat(labels(other)).hasSize(1);
        assertThat(other.get(office.panel("/own-jobs/" + id)).status()).isEqualTo(404);
        assertThat(other.delete(office.panel("/own-jobs/" + id)).status()).isEqualTo(404);
        assertThat(rename(other, id, "Theirs").status()).isEqualTo(404);
        Browser again = office.guest();
        again.delete(office.panel("/own-jobs/" + id)).ok();
        assertThat(labels(again)).hasSize(1);
    }

    private Browser.Answer rename(Browser person, String own, String name) {
        return person.put(office.panel("/own-jobs/" + own + "/name"), Map.of("name", name));
    }

    @Test
    void twoAtOnceKeepOneOfAName() throws Exception {
        Browser person = office.somebodyElse();
        ExecutorService threads = Executors.newFixedThreadPool(4);
        try {
            List<Future<Integer>> answers = IntStream.range(0, 4)
                    .mapToObj(i -> threads.submit(
                            () -> keep(person, "Minutes", going(toMe)).status()))
                    .toList();
            int made = 0;
            for (Future<Integer> answer : answers) {
                made += answer.get() == 201 ? 1 : 0;
                assertThat(answer.get()).isIn(201, 422);
            }
            assertThat(made).isOne();
        } finally {
            threads.shutdown();
        }
        for (int i = 2; i <= 20; i++) {
            keep(person, "Minutes " + i, going(toMe)).ok();
        }
        assertThat(keep(person, "One more", going(toMe)).status()).isEqualTo(409);
    }
}
