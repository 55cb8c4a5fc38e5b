package inky.courier.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The scan profiles of the office. */
@Service
public class ProfileService {
    private final ProfileRepository profiles;
    private final SetUp setUp;
    private final Cached<List<ProfileView>> all;
    private final Vault vault;

    ProfileService(ProfileRepository profiles, SetUp setUp, Live live, Vault vault) {
        this.profiles = profiles;
        this.setUp = setUp;
        this.all = new Cached<>(live, this::read, "profile");
        this.vault = vault;
    }

    /**
     * What a person fills in. Passcodes are beside the files' settings, because they are never sent back.
     *
     * @param passcode null leaves it as it is, an empty text removes it
     * @param ownerPasscode the same
     */
    public record ProfileForm(
            String name,
            ColourMode colour,
            int dpi,
            Sides sides,
            ScanInput input,
            Tone tone,
            Tidy tidy,
            Grouping grouping,
            FileSettings files,
            @Nullable String passcode,
            @Nullable String ownerPasscode) {
        /** What is seen of a profile; passcodes stay. */
        public static ProfileForm of(String name, ScanProfile p) {
            return new ProfileForm(
                    name,
                    p.colour(),
                    p.resolution().dpi(),
                    p.sides(),
                    p.input(),
                    p.tone(),
                    p.tidy(),
                    p.grouping(),
                    Passcodes.NONE.into(p.files()),
                    null,
                    null);
        }

        /** A form with the usual clean-up and files, for what comes ready-made. */
        public static ProfileForm of(
                String name, ColourMode colour, int dpi, Sides sides, Tidy tidy, FileSettings files) {
            return new ProfileForm(
                    name, colour, dpi, sides, ScanInput.FEEDER, Tone.USUAL, tidy, Grouping.ONE_FILE, files, null, null);
        }
    }

    public record ProfileView(
            UUID id,
            String name,
            ColourMode colour,
            int dpi,
            Sides sides,
            ScanInput input,
            Tone tone,
            Tidy tidy,
            Grouping grouping,
            FileSettings files,
            boolean passcodeSet,
            boolean ownerPasscodeSet,
            Message sentence,
            String version) {
        /** Without its passcodes. */
        public ScanProfile value() {
            return new ScanProfile(colour, new Resolution(dpi), sides, input, tone, tidy, grouping, files);
        }
    }

    @Transactional(readOnly = true)
    public List<ProfileView> list() {
        return all.get();
    }

    private List<ProfileView> read() {
        return LongList.ordered(profiles.findAll().stream().map(this::view), ProfileView::name);
    }

    @Transactional(readOnly = true)
    public ProfileView get(UUID id) {
        return view(find(id));
    }

    @Transactional(readOnly = true)
    public ScanProfile value(UUID id) {
        Profile profile = find(id);
        return passcodes(profile).into(profile.value());
    }

    /** How a job scans that has something otherwise. @throws Invalid when that does not go with the profile */
    @Transactional(readOnly = true)
    public ScanProfile value(UUID id, ProfileDifference changes) {
        return changes.applyTo(value(id));
    }

    /** The same difference in the profile's own terms, without what is no other. @throws Invalid when it does not go with the profile */
    @Transactional(readOnly = true)
    public ProfileDifference difference(UUID id, ProfileDifference wanted) {
        ScanProfile profile = value(id);
        return ProfileDifference.between(profile, wanted.applyTo(profile));
    }

    /** The profile as a file for another Courier; without passcodes, which do not leave. */
    @Transactional(readOnly = true)
    public String export(UUID id) {
        Profile profile = find(id);
        return ProfileFormat.write(new ProfileFormat.Named(profile.name, profile.value()));
    }

    /** Takes a profile from such a file; one of the same name gets a number behind it. */
    @Transactional
    public ProfileView bring(String json) {
        ProfileFormat.Named named = ProfileFormat.read(json);
        ScanProfile p = named.profile();
        String name = named.name().isEmpty() ? "Profile" : named.name();
        List<String> taken =
                profiles.findAll().stream().map(profile -> profile.name).toList();
        String free = name;
        for (int n = 2; taken.contains(free); n++) {
            free = name + " " + n;
        }
        Passcodes passcodes = Passcodes.of(p);
        return add(new ProfileForm(
                free,
                p.colour(),
                p.resolution().dpi(),
                p.sides(),
                p.input(),
                p.tone(),
                p.tidy(),
                p.grouping(),
                p.files(),
                passcodes.open(),
                passcodes.owner()));
    }

    /** The profile that a form stands for, with the passcodes that are kept for it. */
    @Transactional(readOnly = true)
    public ScanProfile valueOf(ProfileForm form, @Nullable UUID id) {
        Passcodes kept = id == null ? Passcodes.NONE : passcodes(find(id));
        return value(form, changed(kept, form));
    }

    @Transactional
    public ProfileView add(ProfileForm form) {
        return save(UUID.randomUUID(), form, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public ProfileView change(UUID id, ProfileForm form, String version) {
        find(id);
        return save(id, form, version);
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.PROFILE, id)));
    }

    private ProfileView save(UUID id, ProfileForm form, String version) {
        Passcodes kept = profiles.findById(id).map(this::passcodes).orElse(Passcodes.NONE);
        Passcodes wanted = changed(kept, form);
        Wish wish = Wish.put(new ProfileItem(id, form.name(), value(form, Passcodes.NONE)))
                .of(version);
        ScanProfile whole = value(form, wanted);
        setUp.office().dependents(new Reference(ItemKind.PROFILE, id)).forEach(job -> holdTo(whole, job));
        boolean same = wanted.equals(kept);
        byte[] sealed = wanted.equals(Passcodes.NONE) ? new byte[0] : wanted.seal(vault);
        setUp.change(same ? wish : wish.with(Map.of(Profile.PASSCODES, sealed)));
        return get(id);
    }

    /** The office knows no passcodes, and what a job has otherwise may not go with one. */
    private static void holdTo(ScanProfile profile, Item dependent) {
        if (dependent instanceof JobItem job) {
            try {
                job.changes().applyTo(profile);
            } catch (Invalid invalid) {
                throw invalid.about("job " + job.name());
            }
        }
    }

    private static ScanProfile value(ProfileForm form, Passcodes passcodes) {
        return passcodes.into(new ScanProfile(
                form.colour(),
                new Resolution(form.dpi()),
                form.sides(),
                form.input(),
                form.tone(),
                form.tidy(),
                form.grouping(),
                Passcodes.NONE.into(form.files())));
    }

    private Profile find(UUID id) {
        return profiles.findById(id).orElseThrow(() -> Refusal.notFound("scan profile"));
    }

    private Passcodes passcodes(Profile profile) {
        return Passcodes.unseal(profile.passcodes, vault);
    }

    private static Passcodes changed(Passcodes kept, ProfileForm form) {
        return new Passcodes(
                form.passcode() == null ? kept.open() : form.passcode(),
                form.ownerPasscode() == null ? kept.owner() : form.ownerPasscode());
    }

    private ProfileView view(Profile p) {
        Passcodes passcodes = passcodes(p);
        ScanProfile value = passcodes.into(p.value());
        return new ProfileView(
                p.id,
                p.name,
                p.colour,
                p.dpi,
                p.sides,
                value.input(),
                value.tone(),
                value.tidy(),
                value.grouping(),
                Passcodes.NONE.into(value.files()),
                !passcodes.open().isEmpty(),
                !passcodes.owner().isEmpty(),
                value.sentence(),
                SetUp.versionOf(p.item()));
    }
}
