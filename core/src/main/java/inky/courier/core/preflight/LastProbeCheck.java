package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a way out did not take a test when it was last tried. */
final class LastProbeCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return NeverTriedCheck.ways(at)
                .filter(item -> {
                    Surroundings.Probe last = at.around().probes().get(item.id());
                    return last != null && !last.passed();
                })
                .map(item -> Finding.of("way.failed", Severity.STOPS, item));
    }
}
