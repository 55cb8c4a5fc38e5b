package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the device can scan both sides where the profile wants them. */
final class SidesCheck extends ProfileCheck {
    @Override
    Optional<Finding> cannot(JobAtDevice at) {
        return at.profile().sides().both() && !at.device().bothSides()
                ? Optional.of(Finding.of("job.sides", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
