package inky.courier.profile;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.dependents.Dependents;
import inky.courier.live.Live;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The scan profiles of the office. */
@Service
public class ProfileService {
    private final ProfileRepository profiles;
    private final Dependents dependents;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;

    ProfileService(ProfileRepository profiles, Dependents dependents, ChangeLog changes, Live live, Clock clock) {
        this.profiles = profiles;
        this.dependents = dependents;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
    }

    public record ProfileForm(String name, ColourMode colour, int dpi, Sides sides, ScanProfile.FileType fileType) {}

    public record ProfileView(
            UUID id,
            String name,
            ColourMode colour,
            int dpi,
            Sides sides,
            ScanProfile.FileType fileType,
            String sentence) {}

    @Transactional(readOnly = true)
    public List<ProfileView> list() {
        return profiles.findAllByOrderByName().stream()
                .map(ProfileService::view)
                .toList();
    }

    @Transactional(readOnly = true)
    public ProfileView get(UUID id) {
        return view(find(id));
    }

    @Transactional(readOnly = true)
    public ScanProfile value(UUID id) {
        return find(id).value();
    }

    @Transactional
    public ProfileView add(ProfileForm form) {
        Profile profile = new Profile();
        profile.createdAt = clock.instant();
        return save(profile, form, null);
    }

    @Transactional
    public ProfileView change(UUID id, ProfileForm form) {
        Profile profile = find(id);
        return save(profile, form, view(profile));
    }

    @Transactional
    public void delete(UUID id) {
        Profile profile = find(id);
        dependents.refuseIfAny(Dependents.Kind.PROFILE, id, profile.name);
        profiles.delete(profile);
        changes.record("profile", id, profile.name, view(profile), null);
        live.tell("profile", id);
    }

    private ProfileView save(Profile profile, ProfileForm form, ProfileView before) {
        if (form.name().isBlank() || form.name().length() > 60) {
            throw new Invalid(
                    "profile.name",
                    "name",
                    "A profile needs a name of 1 to 60 characters.",
                    "Name it after the paper it is for.");
        }
        profile.name = form.name().strip();
        profile.colour = form.colour();
        profile.dpi = new Resolution(form.dpi()).dpi();
        profile.sides = form.sides();
        profile.fileType = form.fileType();
        profiles.saveAndFlush(profile);
        changes.record("profile", profile.id, profile.name, before, view(profile));
        live.tell("profile", profile.id);
        return view(profile);
    }

    private Profile find(UUID id) {
        return profiles.findById(id).orElseThrow(() -> Refusal.notFound("scan profile"));
    }

    private static ProfileView view(Profile p) {
        return new ProfileView(
                p.id, p.name, p.colour, p.dpi, p.sides, p.fileType, p.value().sentence());
    }
}
