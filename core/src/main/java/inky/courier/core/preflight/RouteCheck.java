package inky.courier.core.preflight;

import inky.courier.core.message.Message;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the server that a job's files go through answered when it was last tried. */
final class RouteCheck implements Check<JobRoute> {
    @Override
    public Optional<Finding> find(JobRoute at) {
        return at.trouble()
                .map(trouble -> new Finding(
                        "job.way-out",
                        Severity.CARE,
                        at.job().reference(),
                        at.job().name(),
                        Message.of("job.way-out").with("way", at.name()).and(trouble.sentence()),
                        trouble.remedy(),
                        false));
    }
}
