package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether there is a port for the stick that the job writes to. */
final class UsbPortCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return at.destinations(DestinationKind.USB).findAny().isPresent()
                        && !at.device().usbPort()
                ? Optional.of(Finding.of("job.no-usb", Severity.STOPS, at.job()))
                : Optional.empty();
    }
}
