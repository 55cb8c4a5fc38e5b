package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the device scans at all. */
final class ScannerCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return !at.device().scans()
                ? Optional.of(Finding.of("job.no-scanner", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
