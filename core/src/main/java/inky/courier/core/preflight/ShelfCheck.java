package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether the device has the shelf that the job puts files on. */
final class ShelfCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return at.destinations(DestinationKind.SHELF).findAny().isPresent()
                        && !at.device().shelf()
                ? Optional.of(Finding.of("job.no-shelf", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
