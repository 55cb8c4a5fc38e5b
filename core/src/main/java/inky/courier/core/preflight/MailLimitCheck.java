package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether a usual scan fits into the mails that a server takes. */
final class MailLimitCheck implements Check<JobRoute> {
    @Override
    public Optional<Finding> find(JobRoute at) {
        return at.room()
                .filter(room -> room.pages() < Preflight.USUAL_PAGES)
                .map(room -> Finding.of("job.too-large", Severity.CARE, at.job())
                        .with("way", at.name())
                        .with("mb", room.limitMb())
                        .with("pages", room.pages())
                        .with("usual", Preflight.USUAL_PAGES));
    }
}
