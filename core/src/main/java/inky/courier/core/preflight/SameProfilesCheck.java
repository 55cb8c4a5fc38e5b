package inky.courier.core.preflight;

import inky.courier.core.office.ProfileItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether two profiles are the same under two names. */
final class SameProfilesCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(ProfileItem.class).collect(Collectors.groupingBy(ProfileItem::profile)).values().stream()
                .filter(same -> same.size() > 1)
                .map(same -> Finding.of("profile.same", Severity.CARE, same.get(1))
                        .with("other", same.get(0).name()));
    }
}
