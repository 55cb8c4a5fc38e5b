package inky.courier.core.preflight;

import inky.courier.core.job.Notify;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether people are to be told by mail what became of their scans, and no mail server is there. */
final class NobodyNotifiesCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(MailServerItem.class).findAny().isPresent()
                ? Stream.of()
                : at.jobs()
                        .filter(job -> job.notifyWhen() != Notify.NEVER)
                        .map(job -> Finding.of("job.nobody-notifies", Severity.CARE, job));
    }
}
