package inky.courier.core.preflight;

import inky.courier.core.office.JobItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether two jobs do the same under two names. */
final class JobsDoTheSameCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs().collect(Collectors.groupingBy(JobsDoTheSameCheck::doing)).values().stream()
                .filter(jobs -> jobs.size() > 1)
                .map(jobs -> Finding.of("job.does-the-same", Severity.CARE, jobs.get(1))
                        .with("other", jobs.get(0).name()));
    }

    /** All but what it is called and how it looks. */
    private static List<Object> doing(JobItem job) {
        return List.of(
                job.profileId(),
                job.changes(),
                job.templateId(),
                job.targets(),
                job.subject(),
                job.body(),
                job.whenTooLarge(),
                job.notifyWhen(),
                job.askFolder(),
                job.asks(),
                job.groups(),
                job.people(),
                job.guests(),
                job.zones());
    }
}
