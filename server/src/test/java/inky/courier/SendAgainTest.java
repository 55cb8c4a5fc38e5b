package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import jakarta.mail.BodyPart;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.InputStream;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What somebody has sent goes once more from a panel: to where it went, or to others. */
@ExtendWith(SharedOffice.class)
class SendAgainTest {
    private final Office office;
    private String toMe;
    private String chosen;

    SendAgainTest(Office office) {
        this.office = office;
    }

    @BeforeEach
    void aJobToMeAndToWhomeverIsChosen() {
        toMe = office.destination("Mail to me");
        chosen = office.chosenMail();
        office.goesTo(toMe, chosen);
    }

    @AfterEach
    void asItWas() {
        office.post.behave();
        office.goesTo(toMe);
    }

    private String send(Browser person, String recipient) {
        String scan = office.scan(person, Stack.TIDE_TABLE);
        return person.post(
                        office.panel("/scans/" + scan + "/send"),
                        Map.of("recipients", Map.of(chosen, List.of(recipient))))
                .ok()
                .get("deliveryId");
    }

    private JsonNode seen(Browser person, String delivery) {
        return person.get(office.panel("/mine/scans/" + delivery)).ok().json();
    }

    private Browser.Answer again(Browser person, String delivery) {
        return person.post(office.panel("/mine/scans/" + delivery + "/again"), Map.of());
    }

    private Browser.Answer toOthers(Browser person, String delivery, String... recipients) {
        return person.post(
                office.panel("/mine/scans/" + delivery + "/to-others"), Map.of("recipients", List.of(recipients)));
    }

    private void waitFor(String delivery, String state) {
        Waiting.until(() -> office.state(delivery).equals(state), "it is " + state);
    }

    private List<Letter> letters() {
        return office.post.mailbox().letters();
    }

    @Test
    void theSameFilesGoOnceMoreToEachWhoGotThem() throws Exception {
        Browser person = office.guest();
        String delivery = send(person, "harbour.master@quay.example");
        waitFor(delivery, "ACCEPTED");
        JsonNode before = seen(person, delivery);
        assertThat(before.path("ways")).hasSize(2);
        assertThat(before.path("canGoAgain").asBoolean()).isTrue();
        assertThat(before.path("keptUntil").isNull()).isFalse();
        int already = letters().size();

        assertThat(again(person, delivery).ok().json().path("ways")).hasSize(4);
        waitFor(delivery, "ACCEPTED");
        List<Letter> all = letters();
        assertThat(all).hasSize(already + 2);
        List<Letter> first = all.subList(already - 2, already);
        List<Letter> second = all.subList(already, already + 2);
        assertThat(recipients(second)).isEqualTo(recipients(first));
        assertThat(digests(second)).isEqualTo(digests(first)).hasSize(1);
        Set<String> messages = new HashSet<>();
        for (Letter letter : all.subList(already - 2, already + 2)) {
            messages.add(read(letter).getMessageID());
        }
        assertThat(messages).hasSize(4);

        // However often: once for each way, not for each time that it was gone.
        again(person, delivery).ok();
        waitFor(delivery, "ACCEPTED");
        assertThat(letters()).hasSize(already + 4);
    }

    private static Set<String> recipients(List<Letter> letters) {
        Set<String> to = new HashSet<>();
        letters.forEach(letter -> to.addAll(letter.to()));
        return to;
    }

    private static MimeMessage read(Letter letter) throws Exception {
        try (InputStream in = Files.newInputStream(letter.file())) {
            return new MimeMessage(Session.getInstance(new Properties()), in);
        }
    }

    /** Of what is attached, with its name. */
    private static Set<String> digests(List<Letter> letters) throws Exception {
        Set<String> digests = new HashSet<>();
        for (Letter letter : letters) {
            Multipart parts = (Multipart) read(letter).getContent();
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart part = parts.getBodyPart(i);
                if (part.getFileName() != null) {
                    byte[] bytes = part.getInputStream().readAllBytes();
                    digests.add(part.getFileName() + " " + Arrays.hashCode(bytes));
                }
            }
        }
        return digests;
    }

    @Test
    void whatIsUnderWayIsNotSentTwiceAndWhatFailedIsTriedAgain() {
        Browser person = office.guest();
        office.post.refuse(PostOffice.Step.MAIL, "451 4.7.1 Greylisted");
        String waits = send(person, "harbour.master@quay.example");
        waitFor(waits, "WAITING");
        assertThat(seen(person, waits).path("canGoAgain").asBoolean()).isFalse();
        Browser.Answer twice = again(person, waits);
        assertThat(twice.status()).isEqualTo(409);
        assertThat(twice.get("code")).isEqualTo("send-again.nothing");
        office.post.behave();
        office.act("TRY_AGAIN", waits);
        waitFor(waits, "ACCEPTED");

        office.post.refuse(PostOffice.Step.RCPT, "550 5.1.1 No such mailbox");
        String failed = send(person, "gone@quay.example");
        waitFor(failed, "STOPPED");
        office.post.behave();
        int already = letters().size();
        assertThat(seen(person, failed).path("canGoAgain").asBoolean()).isTrue();
        assertThat(again(person, failed).ok().json().path("ways")).hasSize(2);
        waitFor(failed, "ACCEPTED");
        assertThat(letters()).hasSize(already + 2);

        // Whoever stopped it meant it.
        office.post.refuse(PostOffice.Step.MAIL, "451 4.7.1 Greylisted");
        String stopped = send(person, "harbour.master@quay.example");
        waitFor(stopped, "WAITING");
        office.act("STOP", stopped);
        assertThat(seen(person, stopped).path("canGoAgain").asBoolean()).isFalse();
        assertThat(again(person, stopped).status()).isEqualTo(409);
    }

    @Test
    void itGoesToOthersWithinTheRulesAndOnlyFromWhoeverSentIt() {
        Browser person = office.guest();
        String delivery = send(person, "harbour.master@quay.example");
        waitFor(delivery, "ACCEPTED");
        assertThat(seen(person, delivery)
                        .path("toOthers")
                        .path("ask")
                        .path("kind")
                        .asString())
                .isEqualTo("RECIPIENTS");
        int already = letters().size();
        JsonNode sent = toOthers(person, delivery, "pilot@quay.example").ok().json();
        assertThat(sent.path("ways")).hasSize(3);
        assertThat(sent.path("ways").path(2).path("label").asString()).isEqualTo("pilot@quay.example");
        waitFor(delivery, "ACCEPTED");
        assertThat(letters()).hasSize(already + 1);
        assertThat(letters().get(already).to()).containsExactly("pilot@quay.example");
        assertThat(toOthers(person, delivery).status()).isEqualTo(422);
        assertThat(toOthers(person, delivery, "no address").status()).isEqualTo(422);

        // Addresses may not be entered any more: neither new ones, nor those of before.
        Map<String, Object> none = Map.of("entry", Map.of("mode", "NONE", "domains", List.of()));
        office.goesTo(Office.asks(none), toMe, chosen);
        assertThat(toOthers(person, delivery, "another@quay.example").status()).isEqualTo(422);
        assertThat(again(person, delivery).status()).isEqualTo(422);
        assertThat(letters()).hasSize(already + 1);

        // Not from where no job leads there.
        office.goesTo(office.fixedMail());
        assertThat(seen(person, delivery).path("canGoAgain").asBoolean()).isFalse();
        assertThat(seen(person, delivery).path("toOthers").isNull()).isTrue();
        assertThat(again(person, delivery).status()).isEqualTo(409);
        assertThat(toOthers(person, delivery, "pilot@quay.example").status()).isEqualTo(404);
        office.goesTo(toMe, chosen);

        Browser other = office.somebodyElse();
        assertThat(other.get(office.panel("/mine/scans/" + delivery)).status()).isEqualTo(404);
        assertThat(again(other, delivery).status()).isEqualTo(404);
        assertThat(toOthers(other, delivery, "pilot@quay.example").status()).isEqualTo(404);
    }

    @Test
    void whatIsNotKeptAnyMoreCannotGo() {
        Browser person = office.guest();
        String delivery = send(person, "harbour.master@quay.example");
        waitFor(delivery, "ACCEPTED");
        office.bean(JdbcClient.class)
                .sql("update delivery set contents_removed_at = now() where id = ?::uuid")
                .param(delivery)
                .update();
        JsonNode gone = seen(person, delivery);
        assertThat(gone.path("keptUntil").isNull()).isTrue();
        assertThat(gone.path("canGoAgain").asBoolean()).isFalse();
        assertThat(again(person, delivery).status()).isEqualTo(410);
        assertThat(toOthers(person, delivery, "pilot@quay.example").status()).isEqualTo(410);
    }
}
