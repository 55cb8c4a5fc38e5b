package inky.courier.delivery;

import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.job.JobService.JobView;
import inky.courier.profile.Passcodes;
import inky.courier.vault.Vault;
import jakarta.annotation.Nullable;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What the job said when the scan was sent.
 *
 * @param profile in its export format, without passcodes; null in snapshots of before there was one
 * @param passcodes sealed
 */
record JobSnapshot(
        String template,
        String subject,
        String body,
        String profile,
        String passcodes,
        @Nullable WhenTooLarge whenTooLarge,
        @Nullable Notify notifyWhen,
        @Nullable Boolean encrypted,
        @Nullable Map<String, String> answers) {
    JobSnapshot {
        // None in snapshots of before anything was asked.
        answers = answers == null ? Map.of() : new LinkedHashMap<>(answers);
    }

    static JobSnapshot of(
            String template, JobView job, Choices choices, String profileName, ScanProfile profile, Vault vault) {
        ScanProfile open = Passcodes.NONE.into(profile);
        return new JobSnapshot(
                template,
                choices.subject().isEmpty() ? job.subject() : choices.subject(),
                job.body(),
                ProfileFormat.write(new ProfileFormat.Named(profileName, open)),
                Base64.getEncoder().encodeToString(Passcodes.of(profile).seal(vault)),
                job.whenTooLarge(),
                job.notifyWhen(),
                profile.encryptsFiles(),
                choices.answers());
    }

    /** Empty in snapshots of before there was a profile. */
    String profileName() {
        return profile == null ? "" : ProfileFormat.read(profile).name();
    }

    WhenTooLarge tooLarge() {
        return whenTooLarge == null ? WhenTooLarge.REFUSE : whenTooLarge;
    }

    boolean encrypts() {
        return Boolean.TRUE.equals(encrypted);
    }

    Notify notices() {
        return notifyWhen == null ? Notify.NEVER : notifyWhen;
    }

    /** The profile as it was then, passcodes included. */
    ScanProfile scanProfile(Vault vault) {
        if (profile == null) {
            return new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.ONE, FileType.PDF);
        }
        byte[] sealed = Base64.getDecoder().decode(passcodes);
        return Passcodes.unseal(sealed, vault).into(ProfileFormat.read(profile).profile());
    }
}
