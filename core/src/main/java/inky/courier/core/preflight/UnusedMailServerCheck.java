package inky.courier.core.preflight;

import inky.courier.core.office.MailServerItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** A mail server that no destination uses. */
final class UnusedMailServerCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(MailServerItem.class)
                .filter(server -> at.office().dependents(server.reference()).isEmpty())
                .map(server -> Finding.of("mail-server.unused", Severity.CARE, server));
    }
}
