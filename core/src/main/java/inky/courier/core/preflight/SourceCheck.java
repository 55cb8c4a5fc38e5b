package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the device has a glass where the profile scans from it. One without a feeder scans from its glass, whatever the profile says. */
final class SourceCheck extends ProfileCheck {
    @Override
    Optional<Finding> cannot(JobAtDevice at) {
        return at.profile().input().fromGlass() && !at.device().glass()
                ? Optional.of(Finding.of("job.no-glass", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
