package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether a file name waits for the text of a separator sheet where the profile looks for none. */
final class SeparatorFieldCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return at.template().needsSeparator() && !at.profile().grouping().atSeparator()
                ? Optional.of(Finding.of("job.no-separator", Severity.CARE, at.job()))
                : Optional.empty();
    }
}
