package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether two destinations of a job lead to the same place. */
final class SamePlaceTwiceCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs()
                .flatMap(job -> at
                        .destinations(job)
                        .collect(Collectors.groupingBy(to -> List.of(to.kind(), to.through(), to.settings())))
                        .values()
                        .stream()
                        .filter(same -> same.size() > 1)
                        .map(same -> Finding.of("job.same-place-twice", Severity.CARE, job)
                                .with("one", same.get(0).name())
                                .with("other", same.get(1).name())));
    }
}
