package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.stream.Stream;

/** Whether a job on a panel is only for groups that nobody is in. */
final class NobodyMayUseCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Set<String> there = at.around().people().groups();
        return at.placedJobs()
                .filter(job -> !job.groups().isEmpty() && job.people().isEmpty() && !job.isFor(there))
                .map(job -> Finding.of("job.nobody-may-use", Severity.CARE, job)
                        .with("groups", String.join(", ", job.groups())));
    }
}
