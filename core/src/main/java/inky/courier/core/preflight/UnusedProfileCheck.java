package inky.courier.core.preflight;

import inky.courier.core.office.ProfileItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** A profile that no job uses. */
final class UnusedProfileCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(ProfileItem.class)
                .filter(item -> at.office().dependents(item.reference()).isEmpty())
                .map(item -> Finding.of("profile.unused", Severity.CARE, item));
    }
}
