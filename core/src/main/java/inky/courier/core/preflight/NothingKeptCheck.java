package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether what has arrived cannot be sent again. */
final class NothingKeptCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.office().settings().keepAcceptedHours() == 0
                ? Stream.of(Finding.of(
                        "office.nothing-kept", Severity.CARE, at.office().settings()))
                : Stream.of();
    }
}
