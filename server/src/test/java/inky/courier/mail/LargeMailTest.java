package inky.courier.mail;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.sizing.MailSize;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.harness.LargeFile;
import inky.courier.standins.Mailbox;
import inky.courier.standins.PostOffice;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("long")
@Tag("large")
class LargeMailTest {
    private static final String ADDRESS = "127.30.9.6";

    @Test
    void aFileLargerThanTheHeapPassesWithoutBeingHeldInMemory(@TempDir Path folder) throws Exception {
        try (PostOffice post = PostOffice.open(new PostOffice.Settings(
                "mail.wherrymoor.example", ADDRESS, 0, 0, 0, "nobody", "none", 1 << 29, folder))) {
            LargeFile.inASmallHeap(LargeMailTest.class, Integer.toString(post.plainPort()));
            Mailbox.Letter letter = post.mailbox().letters().get(0);
            assertThat(letter.bytes() - MailSize.base64(LargeFile.BYTES))
                    .as("all of it, in base64 by RFC 2045, and a head and a text")
                    .isBetween(300L, (long) MailConnector.HEAD_AND_TEXT);
            Files.delete(letter.file());
        }
    }

    public static void main(String[] args) {
        Submission server = Submissions.plain(ADDRESS, Integer.parseInt(args[0]));
        Letter letter = new Letter(
                List.of("oda.fennick@wherrymoor.example"),
                List.of(),
                new Consignment.Sender(UUID.randomUUID(), "Oda Fennick", "oda.fennick@wherrymoor.example"),
                "Harbour charts",
                "All of them.",
                List.of(LargeFile.pdf()),
                "<48214.leg@courier.invalid>",
                Instant.EPOCH);
        Outcome outcome = new MailTransfer(null).send(server, letter, () -> {});
        System.out.println(outcome);
        System.exit(outcome instanceof Outcome.Accepted ? 0 : 1);
    }
}
