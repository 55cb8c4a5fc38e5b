package inky.courier.core.preflight;

import inky.courier.core.office.JobItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether nobody can start a job. */
final class JobOnNoPanelCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Set<UUID> placed = at.placedJobs().map(JobItem::id).collect(Collectors.toSet());
        return at.jobs()
                .filter(job -> !placed.contains(job.id()))
                .map(job -> Finding.of("job.on-no-panel", Severity.CARE, job));
    }
}
