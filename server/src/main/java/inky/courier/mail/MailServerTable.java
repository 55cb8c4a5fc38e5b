package inky.courier.mail;

import inky.courier.connection.Probes;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.MailServerItem;
import inky.courier.destination.RouteTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

@Component
class MailServerTable extends RouteTable<MailServer, MailServerItem> {
    MailServerTable(MailServerRepository rows, Probes probes, ApplicationEventPublisher events, Clock clock) {
        super(
                ItemKind.MAIL_SERVER,
                MailServerItem.class,
                rows,
                id -> MailServer.of(id, clock.instant()),
                probes,
                events);
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return name.equals(MailServer.PASSWORD) ? MailServers.secretContext(id) : MailServers.clientContext(id);
    }
}
