package inky.courier.profile;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.ProfileItem;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class ProfileTable extends EntityTable<Profile, ProfileItem> {
    ProfileTable(ProfileRepository rows, Clock clock) {
        super(ItemKind.PROFILE, ProfileItem.class, rows, id -> Profile.of(id, clock.instant()));
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return Passcodes.CONTEXT;
    }
}
