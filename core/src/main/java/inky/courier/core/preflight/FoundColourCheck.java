package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.ColourMode;
import java.util.Optional;

/** A device without colour finds none. */
final class FoundColourCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return at.profile().colour() == ColourMode.AS_FOUND && !at.device().colour()
                ? Optional.of(Finding.of("job.colour-as-found", Severity.CARE, at.job()))
                : Optional.empty();
    }
}
