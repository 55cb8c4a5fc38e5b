package inky.courier.core.preflight;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** A destination that no job uses. */
final class UnusedDestinationCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(DestinationItem.class)
                .filter(item -> at.office().dependents(item.reference()).isEmpty())
                .map(item -> Finding.of("destination.unused", Severity.CARE, item));
    }
}
