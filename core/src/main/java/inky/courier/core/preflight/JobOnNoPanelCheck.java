package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether nobody can start a job. */
final class JobOnNoPanelCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs()
                .filter(job -> at.placedJobs().noneMatch(job::equals))
                .map(job -> Finding.of("job.on-no-panel", Severity.CARE, job));
    }
}
