package inky.courier.core.preflight;

import inky.courier.core.mail.PortAdvice;
import inky.courier.core.message.Message;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether the port of a mail server and its encryption are at odds (RFC 8314, section 3). */
final class PortCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(MailServerItem.class)
                .flatMap(server -> PortAdvice.of(server.port(), server.encryption()).stream()
                        .map(advice -> Finding.of("mail-server.port", Severity.CARE, server)
                                .saying(advice, Message.of("mail-server.port.remedy"))));
    }
}
