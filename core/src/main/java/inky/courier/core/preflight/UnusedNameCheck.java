package inky.courier.core.preflight;

import inky.courier.core.office.NameItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** A template that no job uses. */
final class UnusedNameCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(NameItem.class)
                .filter(item -> at.office().dependents(item.reference()).isEmpty())
                .map(item -> Finding.of("name.unused", Severity.CARE, item));
    }
}
