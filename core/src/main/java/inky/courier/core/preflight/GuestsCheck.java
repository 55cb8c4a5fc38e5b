package inky.courier.core.preflight;

import inky.courier.core.office.JobItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether guests see a job that is for them. */
final class GuestsCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        boolean allowed = at.office().settings().panelSignIn().guests();
        return at.placedJobs()
                .filter(JobItem::guests)
                .flatMap(job -> allowed
                        ? job.guestsCannot(at.office()).stream()
                                .map(why -> Finding.of("job.guests-cannot", Severity.CARE, job)
                                        .with("why", why))
                        : Stream.of(Finding.of("job.guests-off", Severity.CARE, job)));
    }
}
