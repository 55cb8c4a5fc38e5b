package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether everybody who stands at a panel sends to one person's own folder. */
final class PersonalDestinationCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.placedJobs()
                .flatMap(job -> at.destinations(job)
                        .filter(to -> to.owner().isPresent())
                        .map(to -> Finding.of("job.personal-destination", Severity.CARE, job)
                                .with("destination", to.name())));
    }
}
