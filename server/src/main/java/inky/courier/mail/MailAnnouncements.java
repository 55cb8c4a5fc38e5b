package inky.courier.mail;

import inky.courier.destination.Announcements;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Short mails of Courier's own, through the first server that takes them. */
@Component
class MailAnnouncements implements Announcements {
    private static final Progress UNTOLD = new Progress() {
        @Override
        public boolean claim(String folder, int position, String name) {
            return true;
        }

        @Override
        public void unclaim(String folder, String name) {
            // Nothing was claimed.
        }

        @Override
        public void handingOver() {
            // Nobody keeps it.
        }
    };

    private final MailServers servers;
    private final MailConnector connector;
    private final Clock clock;

    MailAnnouncements(MailServers servers, MailConnector connector, Clock clock) {
        this.servers = servers;
        this.connector = connector;
        this.clock = clock;
    }

    @Override
    public boolean send(Announcement a) {
        for (MailServers.MailServerView view : servers.list()) {
            Submission server = servers.submission(view.id()).orElseThrow();
            Consignment note = Consignment.note(
                    List.of(a.email()),
                    new Consignment.Sender(new UUID(0, 0), "Inky Courier", server.sender()),
                    a.subject(),
                    a.text(),
                    "<" + UUID.randomUUID() + "@courier.invalid>",
                    clock.instant());
            if (connector.sendPlain(server, note, UNTOLD, true) instanceof Outcome.Accepted) {
                return true;
            }
        }
        return false;
    }
}
