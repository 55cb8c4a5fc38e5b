package inky.courier.mail;

import inky.courier.destination.Announcements;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import java.io.ByteArrayInputStream;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Short mails of Courier's own, through the first server that takes them. */
@Component
class MailAnnouncements implements Announcements {
    private final MailServers servers;
    private final MailTransfer transfer;
    private final Clock clock;

    MailAnnouncements(MailServers servers, MailTransfer transfer, Clock clock) {
        this.servers = servers;
        this.transfer = transfer;
        this.clock = clock;
    }

    @Override
    public boolean send(Announcement a) {
        for (MailServers.MailServerView view : servers.list()) {
            Submission server = servers.submission(view.id()).orElseThrow();
            Letter note = new Letter(
                    List.of(a.email()),
                    List.of(),
                    new Consignment.Sender(new UUID(0, 0), "Inky Courier", server.sender()),
                    a.subject(),
                    a.text(),
                    a.files().stream().map(MailAnnouncements::file).toList(),
                    "<" + UUID.randomUUID() + "@courier.invalid>",
                    clock.instant());
            if (transfer.send(server, note, () -> {}) instanceof Outcome.Accepted) {
                return true;
            }
        }
        return false;
    }

    private static Consignment.FileToSend file(Attachment one) {
        return new Consignment.FileToSend(
                one.name(),
                one.mediaType(),
                one.content().length,
                0,
                "",
                () -> new ByteArrayInputStream(one.content()));
    }
}
