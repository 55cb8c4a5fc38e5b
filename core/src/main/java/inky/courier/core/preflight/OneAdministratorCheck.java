package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether all hangs on one account. */
final class OneAdministratorCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.around().administrators() == 1
                ? Stream.of(Finding.of(
                        "office.one-administrator", Severity.CARE, at.office().settings()))
                : Stream.of();
    }
}
