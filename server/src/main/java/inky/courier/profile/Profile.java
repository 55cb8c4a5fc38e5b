package inky.courier.profile;

import inky.courier.core.media.Resolution;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.UUID;

@Entity
@Table(name = "scan_profile")
class Profile implements ItemRow<ProfileItem> {
    static final String PASSCODES = "passcodes";

    @Id
    UUID id;

    @Version
    Long version;

    String name;

    @Enumerated(EnumType.STRING)
    ColourMode colour;

    int dpi;

    @Enumerated(EnumType.STRING)
    Sides sides;

    /** {@link Settings} as JSON. */
    String settings = "{}";

    /** {@link Passcodes} as sealed JSON; null without any. */
    byte[] passcodes;

    Instant createdAt;

    /** What has no column of its own; passcodes are not in it. */
    record Settings(ScanInput input, Tone tone, Tidy tidy, Grouping grouping, FileSettings files) {}

    static Profile of(UUID id, Instant now) {
        Profile profile = new Profile();
        profile.id = id;
        profile.createdAt = now;
        return profile;
    }

    @Override
    public void take(ProfileItem item) {
        ScanProfile value = item.profile();
        name = item.name();
        colour = value.colour();
        dpi = value.resolution().dpi();
        sides = value.sides();
        settings = Json.write(new Settings(value.input(), value.tone(), value.tidy(), value.grouping(), value.files()));
    }

    @Override
    public ProfileItem item() {
        return new ProfileItem(id, name, value());
    }

    /** The profile without its passcodes. */
    ScanProfile value() {
        Settings s = Json.read(settings, Settings.class);
        return new ScanProfile(colour, new Resolution(dpi), sides, s.input, s.tone, s.tidy, s.grouping, s.files);
    }

    @Override
    public Map<String, byte[]> secrets() {
        return Collections.singletonMap(PASSCODES, passcodes);
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        passcodes = sealed.get(PASSCODES);
    }
}
