package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.ColourMode;
import java.util.Optional;

/** Whether the device has the colour that the profile wants. */
final class ColourCheck extends ProfileCheck {
    @Override
    Optional<Finding> cannot(JobAtDevice at) {
        return at.profile().colour() == ColourMode.COLOUR && !at.device().colour()
                ? Optional.of(Finding.of("job.colour", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
