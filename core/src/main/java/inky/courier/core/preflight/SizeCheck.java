package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the device scans paper as large as the profile says. */
final class SizeCheck extends ProfileCheck {
    @Override
    Optional<Finding> cannot(JobAtDevice at) {
        return at.profile()
                .input()
                .size()
                .filter(size -> !at.device().scans(size))
                .map(size -> Finding.of("job.size", Severity.STOPS, at.job()).with("size", size.label()));
    }
}
