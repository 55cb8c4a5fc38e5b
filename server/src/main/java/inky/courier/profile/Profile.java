package inky.courier.profile;

import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "scan_profile")
class Profile {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;

    @Enumerated(EnumType.STRING)
    ColourMode colour;

    int dpi;

    @Enumerated(EnumType.STRING)
    Sides sides;

    @Enumerated(EnumType.STRING)
    ScanProfile.FileType fileType;

    Instant createdAt;

    ScanProfile value() {
        return new ScanProfile(colour, new Resolution(dpi), sides, fileType);
    }
}
