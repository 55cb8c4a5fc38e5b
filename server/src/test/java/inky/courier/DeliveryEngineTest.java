package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

@Tag("long")
@ExtendWith(SharedOffice.class)
class DeliveryEngineTest {
    @Test
    void aRefusedSignInWaitsAndGoesByItselfOnceThePasswordIsMended(Office office) {
        office.post.password("changed-at-the-server");
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits");
        var leg = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0);
        assertThat(leg.path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
        assertThat(leg.path("reply").asString()).isEqualTo("535 5.7.8 Authentication credentials invalid");
        var trouble = office.desk.get("/api/today").json().path("troubles").path(0);
        assertThat(trouble.path("deliveries").asInt()).isEqualTo(1);
        assertThat(trouble.path("routeName").asString()).isEqualTo("Harbour Post");

        int before = office.post.mailbox().letters().size();
        office.desk
                .put("/api/mail-servers/" + office.serverId + "/password", Map.of("password", "changed-at-the-server"))
                .ok();
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it goes by itself");
        assertThat(office.post.mailbox().letters()).hasSize(before + 1);

        office.post.password(Office.PASSWORD);
        office.desk
                .put("/api/mail-servers/" + office.serverId + "/password", Map.of("password", Office.PASSWORD))
                .ok();
    }

    @Test
    void aStoppedOneIsTriedAgainByHandUnderTheSameMessageId(Office office) throws Exception {
        office.post.refuse(Step.RCPT, "550 5.1.1 No such mailbox");
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("STOPPED"), "it stops");
        String messageId = office.bean(JdbcClient.class)
                .sql("select message_id from leg where delivery_id = ?::uuid")
                .param(delivery)
                .query(String.class)
                .single();
        office.post.behave();
        office.act("TRY_AGAIN", delivery);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it goes");
        Letter letter = office.post
                .mailbox()
                .letters()
                .get(office.post.mailbox().letters().size() - 1);
        assertThat(Files.readString(letter.file())).contains("Message-ID: " + messageId);
    }

    @Test
    void aServerThatAsksForLaterIsTriedLater(Office office) {
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String delivery = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(delivery).equals("WAITING"), "it waits");
        var leg = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0);
        assertThat(leg.path("cause").asString()).isEqualTo("TRY_LATER");
        assertThat(leg.path("nextTryAt").asString()).isNotEmpty();
        office.post.behave();
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it goes at its next try");
    }

    @Test
    void aMessageOverTheAnnouncedSizeIsRefusedBeforeItIsSent(Office office) {
        Map<String, Object> small = office.mailServer(Office.PASSWORD);
        small.put("sizeLimitMb", 1);
        office.desk.put("/api/mail-servers/" + office.serverId, small).ok();
        office.scansAt(200);
        int before = office.post.mailbox().letters().size();
        String delivery = office.send(Stack.CARGO_MANIFEST);
        Waiting.until(() -> office.state(delivery).equals("STOPPED"), "it stops");
        var leg = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0);
        assertThat(leg.path("cause").asString()).isEqualTo("TOO_LARGE");
        assertThat(leg.path("sentence").asString())
                .matches("It is \\d+\\.\\d MB as mail; Harbour Post takes 1\\.0 MB\\.");
        assertThat(office.post.mailbox().letters()).hasSize(before);
        office.scansPlainly();
        office.desk
                .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                .ok();
    }

    @Test
    void pagesAndPasswordsAreNotReadableInTheDatabase(Office office) {
        office.send(Stack.TIDE_TABLE);
        JdbcClient jdbc = office.bean(JdbcClient.class);
        List<byte[]> chunks = jdbc.sql("select sealed from content_chunk limit 20")
                .query((r, n) -> r.getBytes(1))
                .list();
        assertThat(chunks)
                .isNotEmpty()
                .noneMatch(chunk -> new String(chunk, java.nio.charset.StandardCharsets.ISO_8859_1).contains("JFIF"));
        byte[] secret = jdbc.sql("select secret from mail_server limit 1")
                .query((r, n) -> r.getBytes(1))
                .single();
        assertThat(new String(secret, java.nio.charset.StandardCharsets.ISO_8859_1))
                .doesNotContain(Office.PASSWORD);
    }
}
