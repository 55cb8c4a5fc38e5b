package inky.courier.profile;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.ProfileItem;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import org.springframework.stereotype.Component;

@Component
class ProfileTable extends EntityTable<Profile, ProfileItem> {
    ProfileTable(ProfileRepository rows, Clock clock) {
        super(ItemKind.PROFILE, ProfileItem.class, rows, id -> Profile.of(id, clock.instant()));
    }
}
