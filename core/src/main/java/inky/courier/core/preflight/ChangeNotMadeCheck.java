package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a change that somebody relies on was not made at the time for which it was planned. */
final class ChangeNotMadeCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.around().notMade().stream()
                .map(what -> Finding.of(
                                "office.change-not-made",
                                Severity.CARE,
                                at.office().settings())
                        .with("what", what));
    }
}
