package inky.courier.delivery;

import inky.courier.core.destination.FolderSettings;
import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.media.Resolution;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.workshop.NameNeeds;
import inky.courier.job.JobService.JobView;
import inky.courier.profile.Passcodes;
import inky.courier.vault.Vault;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

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
        @Nullable Map<String, String> answers,
        @Nullable NameNeeds needs) {
    JobSnapshot {
        // None in snapshots of before anything was asked.
        answers = answers == null ? Map.of() : new LinkedHashMap<>(answers);
    }

    static JobSnapshot of(
            String template, JobView job, Choices choices, String profileName, ScanProfile profile, Vault vault) {
        ScanProfile open = Passcodes.NONE.into(profile);
        return new JobSnapshot(
                template,
                choices.subject().isEmpty() ? job.item().subject() : choices.subject(),
                job.item().body(),
                ProfileFormat.write(new ProfileFormat.Named(profileName, open)),
                Base64.getEncoder().encodeToString(Passcodes.of(profile).seal(vault)),
                job.item().whenTooLarge(),
                job.item().notifyWhen(),
                profile.encryptsFiles(),
                choices.answers(),
                needs(job, template));
    }

    /** Of the file's name, the texts of mails and the folders' paths; all zones, where data go along beside the files. */
    private static NameNeeds needs(JobView job, String template) {
        List<NameTemplate> templates = new ArrayList<>();
        Stream.of(template, job.item().subject(), job.item().body())
                .map(WorkshopMaking::read)
                .forEach(templates::add);
        job.destinations().stream()
                .filter(to -> to.settings() instanceof FolderSettings)
                .map(to -> ((FolderSettings) to.settings()).path())
                .map(path -> FolderTemplate.of(path).names())
                .forEach(templates::addAll);
        NameNeeds ofTexts = NameNeeds.of(templates, job.item().zones());
        boolean data = job.destinations().stream()
                .anyMatch(to -> to.settings() instanceof FolderSettings folder && folder.sidecar() != SidecarForm.NONE);
        return data ? new NameNeeds(ofTexts.barcodes(), job.item().zones()) : ofTexts;
    }

    /** In snapshots of before zones there were, what the file's name needs. */
    NameNeeds nameNeeds() {
        return needs == null ? NameNeeds.of(List.of(WorkshopMaking.read(template)), List.of()) : needs;
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
